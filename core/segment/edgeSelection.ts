import { clamp, clampUnit } from '../math/clamp';
import { convertSrgbLinearToOklab } from '../colour/oklab';
import { guidedCoefficients, prepareGuide } from '../raster/guidedFilter';
import { evaluateGuided, guideOfLinear } from '../raster/guidedEvaluate';
import type { GuidedCoefficients, PreparedGuide } from '../raster/guidedFilter';
import type { Pyramid } from '../raster/pyramid';
import type { LinearRaster, Region } from '../raster/raster';
import { sampleRegion } from '../raster/sampleRegion';
import { paintStroke } from '../raster/strokePath';
import type { StrokePoint } from '../raster/strokePath';
import { colourModel, colourModelDistance } from './colourModel';
import type { ColourModel } from './colourModel';
import { geodesicDistance } from './geodesic';
import {
  ALONE_LONG_SIDE,
  COLOUR_STEP,
  CONTEST_SHARPNESS,
  CONTRARY_PRICE,
  ENTRY_COST,
  FIRM_FROM,
  LATTICE,
  LEAST_CONTRARY,
  LIGHTNESS_STEP,
  MODEL_PRICE,
  MODEL_REACH,
  MOST_GRIDS,
  STROKE_GUIDE_EPSILON,
  STROKE_GUIDE_RADIUS,
  STROKE_LONG_SIDE,
  STROKE_SURE,
} from './strokeParameters';

/** A rough line over the photo; `takes` adds what it touches, otherwise takes it away. */
export interface EdgeStroke {
  readonly takes: boolean;
  /** in pixels of the photo */
  readonly radius: number;
  readonly points: readonly StrokePoint[];
}

/** What the strokes selected: a mask that follows the photo's edges at any resolution. */
export interface EdgeSelection {
  /** the part of the photo that was solved; coverage outside is 0 */
  readonly window: Region;
  readonly coefficients: GuidedCoefficients;
}

/** What strokes correct: coverage 0..1 of the area as it is, over a region. */
export type AreaSoFar = (region: Region) => Float32Array;

/**
 * Takes the whole of what the adding strokes touch, up to its edges; removing strokes take away.
 * Every stroke counts each time, so the answer learns from all of them; and from what the area surely holds
 * or leaves out so far, as far as that looks other than what the strokes touch.
 * @param tolerance 0..1; more crosses softer edges
 * @param before undefined when strokes count alone
 * @returns undefined when no stroke adds
 */
export function selectByStrokes(
  pyramid: Pyramid,
  strokes: readonly EdgeStroke[],
  tolerance: number,
  before?: AreaSoFar,
): EdgeSelection | undefined {
  if (!strokes.some((stroke) => stroke.takes && stroke.points.length > 0)) return undefined;
  const longSide = before ? STROKE_LONG_SIDE : ALONE_LONG_SIDE;
  let window = strokesWindow(pyramid, strokes, longSide);
  let solved = solveWindow(pyramid, window, { strokes, tolerance, before });
  while (touchesInnerBorder(solved, window, pyramid)) {
    window = widen(pyramid, window, longSide);
    solved = solveWindow(pyramid, window, { strokes, tolerance, before });
  }
  const { guide } = gridOf(pyramid, window);
  return { window, coefficients: guidedCoefficients(guide, solved) };
}

/** Coverage 0..1 of a selection over a region; the guide is the photo's own pixels there. */
export function rasteriseSelection(
  { window, coefficients }: EdgeSelection,
  region: Region,
  source: LinearRaster,
  out: Float32Array,
): void {
  evaluateGuided([{ coefficients, out }], { window, region, source, firmFrom: FIRM_FROM });
}

function strokesWindow(pyramid: Pyramid, strokes: readonly EdgeStroke[], longSide: number): Region {
  let left = Infinity;
  let top = Infinity;
  let right = -Infinity;
  let bottom = -Infinity;
  for (const { points, radius } of strokes) {
    for (const [x, y] of points) {
      left = Math.min(left, x - radius);
      right = Math.max(right, x + radius);
      top = Math.min(top, y - radius);
      bottom = Math.max(bottom, y + radius);
    }
  }
  const margin = Math.max(64, right - left, bottom - top);
  return windowRegion(pyramid, longSide, {
    left: left - margin,
    top: top - margin,
    right: right + margin,
    bottom: bottom + margin,
  });
}

/** Twice the size about the same centre; in the end the whole photo, which has no inner border. */
function widen(pyramid: Pyramid, { x, y, width, height }: Region, longSide: number): Region {
  return windowRegion(pyramid, longSide, {
    left: x - width / 2,
    top: y - height / 2,
    right: x + 1.5 * width,
    bottom: y + 1.5 * height,
  });
}

/** Windows begin and end on a coarse lattice, so that a longer stroke seldom asks for another one. */
function windowRegion(
  pyramid: Pyramid,
  longSide: number,
  {
    left,
    top,
    right,
    bottom,
  }: { readonly left: number; readonly top: number; readonly right: number; readonly bottom: number },
): Region {
  const step = Math.max(32, Math.ceil(Math.max(pyramid.width, pyramid.height) / LATTICE));
  const down = (at: number) => Math.floor(at / step) * step;
  const up = (at: number) => Math.ceil(at / step) * step;
  const x = clamp(down(left), 0, pyramid.width - 1);
  const y = clamp(down(top), 0, pyramid.height - 1);
  const width = Math.max(1, Math.min(pyramid.width, up(right)) - x);
  const height = Math.max(1, Math.min(pyramid.height, up(bottom)) - y);
  const scale = Math.min(1, longSide / Math.max(width, height));
  return {
    x,
    y,
    width,
    height,
    outWidth: Math.max(1, Math.round(width * scale)),
    outHeight: Math.max(1, Math.round(height * scale)),
  };
}

/** The mask 0..1 over the grid of a window. */
function solveWindow(
  pyramid: Pyramid,
  window: Region,
  {
    strokes,
    tolerance,
    before,
  }: {
    readonly strokes: readonly EdgeStroke[];
    readonly tolerance: number;
    readonly before?: AreaSoFar | undefined;
  },
): Float32Array {
  const { outWidth: width, outHeight: height } = window;
  const { features } = gridOf(pyramid, window);
  const limit = 0.25 + 9 * tolerance * tolerance;
  const adds = seedsOf(strokes, true, window);
  const removes = seedsOf(strokes, false, window);
  const own = colourModel(features, adds, 1);
  const contrary = before && contraryModel(before(window), features, { adds, removes, own });
  const away =
    removes.length > 0
      ? geodesicDistance(removes, entryCost(colourModel(features, removes, 1), features), features, {
          width,
          height,
          limit,
        })
      : undefined;
  const near = geodesicDistance(adds, entryCost(own, features, contrary), features, { width, height, limit });
  const mask = new Float32Array(width * height);
  for (let i = 0; i < mask.length; i++) {
    if (near[i] === Infinity) continue;
    const within = 0.5 + 2 * (limit - near[i]!);
    const nearer =
      away && away[i] !== Infinity
        ? 0.5 + CONTEST_SHARPNESS * ((away[i]! - near[i]!) / (away[i]! + near[i]! + 1e-6))
        : 1;
    mask[i] = clampUnit(Math.min(within, nearer));
  }
  for (const index of removes) mask[index] = 0;
  return mask;
}

/** What the solver sees of a window: it depends on the photo alone, and the next stroke asks again. */
interface Grid {
  readonly key: string;
  readonly features: Float32Array;
  readonly guide: PreparedGuide;
}
const GRIDS = new WeakMap<Pyramid, Grid[]>();

function gridOf(pyramid: Pyramid, window: Region): Grid {
  const known = GRIDS.get(pyramid) ?? [];
  const key = `${window.x},${window.y},${window.width},${window.height},${window.outWidth}`;
  let grid = known.find((entry) => entry.key === key);
  if (!grid) {
    const source = sampleRegion(pyramid, window);
    grid = {
      key,
      features: edgeFeatures(source),
      guide: prepareGuide(source.data.map(guideOfLinear), {
        width: source.width,
        height: source.height,
        radius: STROKE_GUIDE_RADIUS,
        epsilon: STROKE_GUIDE_EPSILON,
      }),
    };
  }
  GRIDS.set(pyramid, [grid, ...known.filter((entry) => entry !== grid)].slice(0, MOST_GRIDS));
  return grid;
}

function entryCost(
  own: ColourModel,
  features: Float32Array,
  contrary?: ColourModel,
): (index: number) => number {
  return (index) => {
    const distance = colourModelDistance(own, features, index);
    const beyond = distance - MODEL_REACH;
    if (beyond <= 0) return ENTRY_COST;
    const nearer = contrary ? Math.max(0, distance - colourModelDistance(contrary, features, index)) : 0;
    return ENTRY_COST + MODEL_PRICE * beyond * beyond + CONTRARY_PRICE * nearer * nearer;
  };
}

/**
 * Colours of what is not meant: under removing strokes, and what the area surely leaves out where strokes
 * correct what it misses, or surely holds where they correct what it took; less what looks like the strokes.
 */
function contraryModel(
  soFar: Float32Array,
  features: Float32Array,
  {
    adds,
    removes,
    own,
  }: { readonly adds: readonly number[]; readonly removes: readonly number[]; readonly own: ColourModel },
): ColourModel | undefined {
  const missed = adds.reduce((sum, index) => sum + soFar[index]!, 0) < adds.length / 2;
  const sure: number[] = [...removes];
  // An area that holds nothing yet says nothing of what it leaves out.
  if (soFar.some((value) => value > 0.5))
    for (let i = 0; i < soFar.length; i++)
      if ((missed ? soFar[i]! : 1 - soFar[i]!) < STROKE_SURE) sure.push(i);
  const unlike = sure.filter((index) => colourModelDistance(own, features, index) > MODEL_REACH);
  return unlike.length >= LEAST_CONTRARY ? colourModel(features, unlike, 1) : undefined;
}

/** OKLab of a lightly smoothed picture, in units of one edge. */
function edgeFeatures({ width, height, data }: LinearRaster): Float32Array {
  const smooth = binomial(binomial(data, 3, 3 * width), 3 * width, 3 * width * height);
  const features = new Float32Array(width * height * 3);
  for (let p = 0; p < smooth.length; p += 3) {
    const [lightness, a, b] = convertSrgbLinearToOklab([smooth[p]!, smooth[p + 1]!, smooth[p + 2]!]);
    features[p] = lightness / LIGHTNESS_STEP;
    features[p + 1] = a / COLOUR_STEP;
    features[p + 2] = b / COLOUR_STEP;
  }
  return features;
}

/** Weights 1, 2, 1 over values `stride` apart; every `line` values the row or raster ends. */
function binomial(data: Float32Array, stride: number, line: number): Float32Array {
  const out = new Float32Array(data.length);
  for (let i = 0; i < data.length; i++) {
    const inLine = i % line;
    const before = inLine >= stride ? i - stride : i;
    const after = inLine + stride < line ? i + stride : i;
    out[i] = 0.25 * (data[before]! + 2 * data[i]! + data[after]!);
  }
  return out;
}

function seedsOf(strokes: readonly EdgeStroke[], takes: boolean, window: Region): number[] {
  const { outWidth: width, outHeight: height } = window;
  const scale = width / window.width;
  const last = new Int8Array(width * height);
  const touched = new Float32Array(width * height);
  for (const stroke of strokes) {
    const points = stroke.points.map(([x, y, pressure]): StrokePoint => [
      (x - window.x) * scale,
      (y - window.y) * scale,
      pressure,
    ]);
    if (points.length === 0) continue;
    touched.fill(0);
    paintStroke(points, { width, height }, touched, {
      reach: Math.max(0.75, stroke.radius * scale),
      value: () => 1,
    });
    for (let i = 0; i < last.length; i++) if (touched[i]! > 0) last[i] = stroke.takes ? 1 : -1;
  }
  const seeds: number[] = [];
  last.forEach((side, index) => side === (takes ? 1 : -1) && seeds.push(index));
  return seeds;
}

/** Whether the selection runs out of the window where the photo goes on. */
function touchesInnerBorder(
  mask: Float32Array,
  { x, y, width, height, outWidth, outHeight }: Region,
  pyramid: Pyramid,
): boolean {
  const any = (start: number, stride: number, count: number) => {
    for (let i = 0; i < count; i++) if (mask[start + i * stride]! > 0.5) return true;
    return false;
  };
  return (
    (y > 0 && any(0, 1, outWidth)) ||
    (y + height < pyramid.height && any((outHeight - 1) * outWidth, 1, outWidth)) ||
    (x > 0 && any(0, outWidth, outHeight)) ||
    (x + width < pyramid.width && any(outWidth - 1, outWidth, outHeight))
  );
}
