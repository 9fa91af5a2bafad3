import { mapPlane } from '../raster/mapPlane';
import { clampUnit } from '../math/clamp';
import type { Pyramid } from '../raster/pyramid';
import { EYE_LOOPS } from './landmarkGroups';
import type { FaceLandmarks } from './faceLandmarks';
import { featurePlane } from './featureParser';
import type { FeatureAnswer, FeatureAnswers } from './featureParser';
import { featureWindow, toWindow } from './featureWindow';
import type { FeatureWindow } from './featureWindow';
import { fitIris } from './irisFit';
import { likeness } from './likeness';
import { sortedWhere } from './planes';
import {
  EYE_COLOURS,
  EYE_ENLARGED,
  EYE_LONG_SIDE,
  EYE_SMOOTH,
  HALF_CLOSED,
  LEAST_SURE,
  LEAST_WHITE,
  OPEN_FROM,
  SURELY_NONE,
  SURELY_ONE,
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

/** Iris and whites of both eyes: where the feature parser sees them, to the edges that their colours show. */
export function eyesParts(
  pyramid: Pyramid,
  landmarks: FaceLandmarks,
  answers: FeatureAnswers,
): Readonly<Partial<Record<'right' | 'left', EyeParts>>> {
  const right = eyeParts(pyramid, landmarks, 'right', answers.right);
  const left = eyeParts(pyramid, landmarks, 'left', answers.left);
  return { ...(right && { right }), ...(left && { left }) };
}

function eyeParts(
  pyramid: Pyramid,
  { points }: FaceLandmarks,
  side: 'right' | 'left',
  answer: FeatureAnswer,
): EyeParts | undefined {
  const loop = EYE_LOOPS[side].map((index) => points[index]!);
  const eye = Math.max(...loop.map(([x, y]) => Math.hypot(x - loop[0]![0], y - loop[0]![1])));
  const window = featureWindow(pyramid, loop, {
    margin: 0.25 * eye,
    longSide: EYE_LONG_SIDE,
    mostEnlarged: EYE_ENLARGED,
  });
  if (!window) return undefined;
  const opening = openingOf(window, answer, eye * window.scale);
  const iris = new Float32Array(opening.length);
  const whites = new Float32Array(opening.length);
  const fit = fitIris(answer);
  if (!fit) return { window, opening, iris, whites, unsure: 'half-closed' };
  const { outWidth: width } = window.region;
  const [x, y] = toWindow(window, [fit.middle])[0]!;
  const [radius, pupilRadius] = [fit.radius * window.scale, fit.pupilRadius * window.scale];
  for (let i = 0; i < opening.length; i++) {
    const distance = Math.hypot((i % width) + 0.5 - x, Math.floor(i / width) + 0.5 - y);
    const disc = clampUnit(radius - distance + 0.5);
    iris[i] = opening[i]! * disc * (1 - clampUnit(pupilRadius - distance + 0.5));
    whites[i] = opening[i]! * (1 - disc);
  }
  keepWhite(window, whites);
  const tall = opening.reduce((sum, value) => sum + value, 0) / (eye * window.scale) ** 2;
  return { window, opening, iris, whites, unsure: doubtOf(tall, fit.sure) };
}

function doubtOf(tall: number, sure: number): EyeParts['unsure'] {
  if (tall < HALF_CLOSED) return 'half-closed';
  return sure < LEAST_SURE ? 'weak-edge' : undefined;
}

/** The opening between the lids. @param eye its width, pixels of the window */
function openingOf(window: FeatureWindow, answer: FeatureAnswer, eye: number): Float32Array {
  const open = featurePlane(answer, window.region, 'iris', 'pupil', 'white');
  const like = likeness(window, open, {
    isFeature: (i) => open[i]! > SURELY_ONE,
    isGround: (i) => open[i]! < SURELY_NONE,
    components: EYE_COLOURS,
    radius: EYE_SMOOTH * eye,
  });
  return mapPlane(like, (smooth) => clampUnit((smooth - OPEN_FROM) / (1 - 2 * OPEN_FROM)));
}

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
