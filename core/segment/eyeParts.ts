import { mapPlane } from '../raster/mapPlane';
import { sigmoid } from '../math/sigmoid';
import { clampUnit } from '../math/clamp';
import type { Pyramid } from '../raster/pyramid';
import { EYE_LOOPS } from './landmarkGroups';
import type { FaceLandmarks, LandmarkPoint } from './faceLandmarks';
import { featureWindow, toWindow } from './featureWindow';
import type { FeatureWindow } from './featureWindow';
import { distancesTo } from './outline';
import { fitIris } from './irisFit';
import type { IrisFit } from './irisFit';
import { upperLidLine } from './lidLine';
import { likeness } from './likeness';
import { sortedWhere } from './planes';
import {
  EYE_COLOURS,
  EYE_CORE,
  EYE_ENLARGED,
  EYE_LONG_SIDE,
  FARTHEST,
  FARTHEST_UP,
  GUESS_SLACK,
  HALF_CLOSED,
  LASH_DARKER,
  LEAST_WHITE,
  LID_REACH,
  HARDLY_OPEN,
  LOWER_SLACK,
  SURELY_OPEN,
  RADIUS_OF_GUESS,
  SAME_SIZE,
  UPPER_SLACK,
  WEAK_EDGE,
  WHITE_CHROMA,
  WHITE_FADE,
} from './featureParameters';

/** What lies between the lids of one eye, over one window. */
export interface EyeParts {
  readonly window: FeatureWindow;
  /** everything between the lids */
  readonly opening: Float32Array;
  /** pupil spared, glints kept */
  readonly iris: Float32Array;
  readonly whites: Float32Array;
  /** why the iris is not to be relied on */
  readonly unsure: 'half-closed' | 'weak-edge' | undefined;
}

const CORNERS = { right: [33, 133], left: [263, 362] } as const;

/** Iris and whites of both eyes: the openings from the landmarks and the skin, the irises from the pixels. */
export function eyesParts(
  pyramid: Pyramid,
  landmarks: FaceLandmarks,
): Readonly<Partial<Record<'right' | 'left', EyeParts>>> {
  const right = look(pyramid, landmarks, 'right');
  const left = look(pyramid, landmarks, 'left');
  // Both irises are of one size: the eye that shows its own more clearly tells it to the other.
  if (right?.fit && left?.fit) {
    const [clear, dim] = right.fit.edge >= left.fit.edge ? [right, left] : [left, right];
    const radius = (clear.fit!.radius / clear.window.scale) * dim.window.scale;
    if (Math.abs(dim.fit!.radius / radius - 1) > SAME_SIZE)
      dim.fit =
        fitIris(dim.window, dim.corners, {
          opening: dim.core,
          guess: dim.guess,
          radii: [radius * (1 - SAME_SIZE), radius * (1 + SAME_SIZE)],
        }) ?? dim.fit;
  }
  return { ...(right && { right: partsOf(right) }), ...(left && { left: partsOf(left) }) };
}

interface Look {
  readonly window: FeatureWindow;
  readonly corners: readonly [LandmarkPoint, LandmarkPoint];
  readonly guess: LandmarkPoint;
  readonly opening: Float32Array;
  readonly core: Float32Array;
  fit: IrisFit | undefined;
}

function look(pyramid: Pyramid, { points, irises }: FaceLandmarks, side: 'right' | 'left'): Look | undefined {
  const loop = EYE_LOOPS[side].map((index) => points[index]!);
  const [outer, inner] = CORNERS[side].map((index) => points[index]!) as [LandmarkPoint, LandmarkPoint];
  const eye = Math.hypot(inner[0] - outer[0], inner[1] - outer[1]);
  const window = featureWindow(pyramid, loop, {
    margin: 0.25 * eye,
    longSide: EYE_LONG_SIDE,
    mostEnlarged: EYE_ENLARGED,
  });
  if (!window) return undefined;
  const { opening, core } = openingOf(window, loop, eye * window.scale, [outer, inner]);
  const guess = RADIUS_OF_GUESS * Math.max(irises.right.radius, irises.left.radius) * window.scale;
  return {
    window,
    corners: [outer, inner],
    guess: irises[side].middle,
    opening,
    core,
    fit: fitIris(window, [outer, inner], {
      opening: core,
      guess: irises[side].middle,
      radii: [guess * (1 - GUESS_SLACK), guess * (1 + GUESS_SLACK)],
    }),
  };
}

function partsOf({ window, corners: [outer, inner], opening, fit }: Look): EyeParts {
  const eye = Math.hypot(inner[0] - outer[0], inner[1] - outer[1]) * window.scale;
  const tall = opening.reduce((sum, value) => sum + value, 0) / eye ** 2;
  const iris = new Float32Array(opening.length);
  const whites = new Float32Array(opening.length);
  const { outWidth: width } = window.region;
  if (!fit) return { window, opening, iris, whites, unsure: 'half-closed' };
  for (let i = 0; i < opening.length; i++) {
    const distance = Math.hypot((i % width) + 0.5 - fit.x, Math.floor(i / width) + 0.5 - fit.y);
    const disc = clampUnit(fit.radius - distance + 0.5);
    const pupil = clampUnit(fit.pupilRadius - distance + 0.5);
    iris[i] = opening[i]! * disc * (1 - pupil);
    whites[i] = opening[i]! * (1 - disc);
  }
  keepWhite(window, whites);
  return { window, opening, iris, whites, unsure: doubtOf(tall, fit.edge) };
}

function doubtOf(tall: number, edge: number): EyeParts['unsure'] {
  if (tall < HALF_CLOSED) return 'half-closed';
  return edge < WEAK_EDGE ? 'weak-edge' : undefined;
}

/**
 * The opening to the lids' edges: landmarks miss them by up to a tenth of the eye, most often the lower one.
 * `core` is where the iris is looked for: more of the lids' edges, less of where upper lashes hang.
 */
function openingOf(
  window: FeatureWindow,
  loop: readonly LandmarkPoint[],
  eye: number,
  corners: readonly [LandmarkPoint, LandmarkPoint],
): { opening: Float32Array; core: Float32Array } {
  const { outWidth: width, outHeight: height } = window.region;
  const outline = toWindow(window, loop);
  const beyond = distancesTo(outline, { width, height, unit: eye });
  const middle = outline.reduce((sum, [, y]) => sum + y / outline.length, 0);
  const lower = (i: number) => Math.floor(i / width) > middle;
  const place = mapPlane(beyond, (distance, i) =>
    sigmoid(((lower(i) ? LOWER_SLACK : UPPER_SLACK) - distance) / LID_REACH),
  );
  const tones = sortedWhere(
    beyond.length,
    (i) => isAround(beyond[i]!),
    (i) => window.oklab[3 * i]!,
  );
  const usual = tones[tones.length >> 1] ?? 0;
  // Lashes are no skin, and no eye either: the dark ones about the eye teach neither.
  const like = likeness(window, place, {
    isFeature: (i) => beyond[i]! < -0.03,
    isGround: (i) => isAround(beyond[i]!) && window.oklab[3 * i]! > usual - LASH_DARKER,
    components: EYE_COLOURS,
    radius: 0.014 * eye,
  });
  const lid = toWindow(window, corners) as [LandmarkPoint, LandmarkPoint];
  const openAs = ([from, full]: readonly [number, number]) => {
    const open = mapPlane(
      like,
      (smooth, i) =>
        clampUnit((smooth - from) / (full - from)) *
        clampUnit(1 - (beyond[i]! - (lower(i) ? FARTHEST : FARTHEST_UP)) / 0.02),
    );
    const beyondLid = upperLidLine(open, width, lid);
    if (beyondLid)
      for (let i = 0; i < open.length; i++) if (open[i]! > 0) open[i]! *= clampUnit(0.5 - beyondLid(i));
    return open;
  };
  return {
    opening: openAs(SURELY_OPEN),
    core: mapPlane(openAs(HARDLY_OPEN), (value, i) => (lower(i) || beyond[i]! < EYE_CORE ? value : 0)),
  };
}
const isAround = (beyond: number) => beyond > 0.12 && beyond < 0.25;

/**
 * The corner's flesh and the lids' edges are redder than the whites: they are left out. In shade all
 * three coordinates are less by one factor, as they are sums of cube roots (Ottosson 2020, "A perceptual color space
 * for image processing"): colours are compared as if all were as light as the brightest.
 */
function keepWhite({ oklab }: FeatureWindow, whites: Float32Array): void {
  const lightness = (i: number) => oklab[3 * i]!;
  const bright = sortedWhere(whites.length, (i) => whites[i]! > 0.9, lightness);
  const white = bright[Math.floor(0.8 * bright.length)] ?? 0;
  if (white <= 0) return;
  const usual = (of: (i: number) => number) => {
    const values = sortedWhere(whites.length, (i) => whites[i]! > 0.9 && lightness(i) >= white, of);
    return values[values.length >> 1]!;
  };
  const [light, a, b] = [usual(lightness), usual((i) => oklab[3 * i + 1]!), usual((i) => oklab[3 * i + 2]!)];
  const departure = (i: number) => {
    const shade = lightness(i) / light;
    return Math.hypot(oklab[3 * i + 1]! - shade * a, oklab[3 * i + 2]! - shade * b);
  };
  const free = WHITE_CHROMA + usual(departure);
  for (let i = 0; i < whites.length; i++)
    if (whites[i]! > 0)
      whites[i]! *=
        clampUnit(1 - (departure(i) - free) / WHITE_FADE) *
        clampUnit((lightness(i) / white - LEAST_WHITE) / 0.2);
}
