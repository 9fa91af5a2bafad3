import { clampUnit } from '#core/math/clamp';
import { resizePlane } from '#core/segment/planes';
import { colourModel, colourModelDistance } from '#core/segment/colourModel';
import { rasteriseSelection, selectByStrokes } from '#core/segment/edgeSelection';
import type { EdgeStroke } from '#core/segment/edgeSelection';
import { prepareGuide, smoothedAlong } from '#core/raster/guidedFilter';
import { guideOfLinear } from '#core/raster/guidedEvaluate';
import type { Pyramid } from '#core/raster/pyramid';
import { wholeRegion } from '#core/raster/raster';
import type { LinearRaster, Region } from '#core/raster/raster';
import { sampleRegion } from '#core/raster/sampleRegion';
import { paintStroke } from '#core/raster/strokePath';
import { portrait, truthMask } from '../tests/fixtures/truth';
import type { Sitter } from '../tests/fixtures/truth';
import { softIou } from '../tests/references/measures';
import { openCv } from '../tests/references/openCv';
import { oklab } from './planes';
import type { Row } from './report';

const TASKS: readonly {
  readonly sitter: Sitter;
  readonly part: string;
  readonly masks: readonly string[];
}[] = [
  { sitter: 'marit', part: 'face', masks: ['skin_face'] },
  { sitter: 'linnea', part: 'face', masks: ['skin_face'] },
  { sitter: 'adaeze', part: 'skin', masks: ['skin_face', 'skin_body'] },
  { sitter: 'jonas', part: 'clothes', masks: ['clothes'] },
  { sitter: 'adaeze', part: 'hair', masks: ['hair'] },
  { sitter: 'linnea', part: 'hair', masks: ['hair'] },
];
const LONG_SIDE = 512;
const RADIUS = 10;
const ROWS = 6;
const BESIDE = 40;
const TOLERANCE = 0.5;

/** One photo at the solvers' size, with the same strokes for all: +1 adds, -1 removes. */
interface Task {
  readonly pyramid: Pyramid;
  readonly region: Region;
  readonly source: LinearRaster;
  readonly strokes: readonly EdgeStroke[];
  readonly seeds: Int8Array;
}
type Solver = (task: Task) => Promise<Float32Array> | Float32Array;

/**
 * The same short strokes, in the part and on either side of it in six rows, given to several solvers; soft
 * IoU and time.
 */
export async function solverAccuracy(): Promise<Row[]> {
  const solvers: Readonly<Record<string, Solver>> = {
    'nearer by geodesic distance (ours)': geodesic,
    'graph cut (OpenCV, Rother 2004)': graphCut,
    'random walker (Grady 2006)': randomWalker,
    'closed-form matting (Levin 2008)': closedForm,
    'colours alone, smoothed along edges': coloursAlone,
  };
  const ious = new Map<string, number[]>();
  const seconds = new Map<string, number>();
  const rows: Row[] = [];
  for (const { sitter, part, masks } of TASKS) {
    const task = await taskOf(await portrait(sitter, 'photo'), await truthMask(sitter, ...masks));
    const line: string[] = [];
    for (const [name, solve] of Object.entries(solvers)) {
      const begin = performance.now();
      const mask = await solve(task.task);
      seconds.set(name, (seconds.get(name) ?? 0) + (performance.now() - begin) / 1000);
      const iou = softIou(
        Uint8Array.from(mask, (value) => Math.round(255 * clampUnit(value))),
        task.truth,
      );
      ious.set(name, [...(ious.get(name) ?? []), iou]);
      line.push(`${iou.toFixed(2)}`);
    }
    rows.push({
      what: `${sitter}, ${part}, short strokes: ${line.join(', ')}`,
      value: Math.max(...line.map(Number)),
      unit: 'the best',
      must: '',
    });
  }
  return [
    ...rows,
    ...Object.keys(solvers).map((name) => ({
      what: `short strokes solved by ${name}: soft IoU, mean (${(seconds.get(name)! / TASKS.length).toFixed(2)} s each)`,
      value: ious.get(name)!.reduce((sum, value) => sum + value / TASKS.length, 0),
      unit: '',
      must: '',
    })),
  ];
}

async function taskOf(pyramid: Pyramid, truth8: Uint8Array): Promise<{ task: Task; truth: Uint8Array }> {
  const { width, height } = pyramid;
  const region = wholeRegion(width, height, LONG_SIDE);
  const source = sampleRegion(pyramid, region);
  const strokes: EdgeStroke[] = [];
  const rows = insideRows(truth8, width, height);
  const draw = (takes: boolean, x: number, y: number) => {
    // Never where it would be wrong: a part may be beside itself, or end at the frame.
    if (
      x >= RADIUS &&
      x < width - RADIUS &&
      (takes ? truth8[y * width + Math.round(x)]! > 250 : clear(truth8, width, x, y))
    )
      strokes.push({
        takes,
        radius: RADIUS,
        points: [
          [x - 1, y, 0.5],
          [x + 1, y, 0.5],
        ],
      });
  };
  for (let n = 0; n < ROWS; n++) {
    const { y, runs } = rows[Math.floor(((n + 0.5) / ROWS) * rows.length)]!;
    for (const [from, to] of runs) {
      draw(true, (from + to) / 2, y);
      draw(false, from - BESIDE, y);
      draw(false, to + BESIDE, y);
    }
  }
  const seeds = new Int8Array(region.outWidth * region.outHeight);
  const scale = region.outWidth / width;
  for (const { points, radius, takes } of strokes) {
    const touched = new Float32Array(seeds.length);
    const size = { width: region.outWidth, height: region.outHeight };
    paintStroke(
      points.map(([x, y, pressure]) => [x * scale, y * scale, pressure] as const),
      size,
      touched,
      { reach: radius * scale, value: () => 1 },
    );
    touched.forEach((value, index) => value > 0 && (seeds[index] = takes ? 1 : -1));
  }
  const truth = resizePlane(Float32Array.from(truth8), {
    width,
    height,
    newWidth: region.outWidth,
    newHeight: region.outHeight,
  });
  return {
    task: { pyramid, region, source, strokes, seeds },
    truth: Uint8Array.from(truth, (value) => Math.round(value)),
  };
}

/** Whether nothing of a part is within a stroke's radius of a place. */
function clear(truth8: Uint8Array, width: number, x: number, y: number): boolean {
  for (let row = Math.max(0, y - RADIUS); row <= y + RADIUS; row++)
    for (let column = Math.round(x) - RADIUS; column <= x + RADIUS; column++)
      if (truth8[row * width + column]! > 12) return false;
  return true;
}

/** Rows that cross the part broadly, with the runs of each. */
function insideRows(
  truth8: Uint8Array,
  width: number,
  height: number,
): { y: number; runs: [number, number][] }[] {
  const rows: { y: number; runs: [number, number][] }[] = [];
  for (let y = 0; y < height; y++) {
    const runs: [number, number][] = [];
    for (let x = 0, from = -1; x <= width; x++) {
      const inside = x < width && truth8[y * width + x]! > 250;
      if (inside && from < 0) from = x;
      if (!inside && from >= 0) {
        if (x - from > 3 * RADIUS) runs.push([from, x]);
        from = -1;
      }
    }
    if (runs.length > 0) rows.push({ y, runs });
  }
  return rows;
}

const geodesic: Solver = ({ pyramid, region, source, strokes }) => {
  const selection = selectByStrokes(
    pyramid,
    strokes,
    TOLERANCE,
    (part) => new Float32Array(part.outWidth * part.outHeight),
  );
  const out = new Float32Array(region.outWidth * region.outHeight);
  if (selection) rasteriseSelection(selection, region, source, out);
  return out;
};

const graphCut: Solver = async ({ source, seeds }) => {
  const { cv } = await openCv();
  const { width, height, data } = source;
  const rgba = new Uint8ClampedArray(width * height * 4).fill(255);
  for (let i = 0; i < width * height; i++)
    for (let channel = 0; channel < 3; channel++)
      rgba[4 * i + channel] = 255 * Math.sqrt(Math.max(0, data[3 * i + channel]!));
  const four = cv.matFromImageData({ width, height, data: rgba });
  const three = new cv.Mat();
  const background = new cv.Mat();
  const foreground = new cv.Mat();
  cv.cvtColor(four, three, cv.COLOR_RGBA2RGB);
  const mask = cv.matFromArray(
    height,
    width,
    cv.CV_8UC1,
    Array.from(seeds, (seed) => [cv.GC_BGD, cv.GC_PR_BGD, cv.GC_FGD][Math.sign(seed) + 1]!),
  );
  cv.grabCut(three, mask, new cv.Rect(0, 0, 1, 1), background, foreground, 5, cv.GC_INIT_WITH_MASK);
  const out = Float32Array.from(mask.data as Uint8Array, (value) => value % 2);
  for (const mat of [four, three, background, foreground, mask]) mat.delete();
  return out;
};

const WALKER_BETA = 90;
const WALKER_LEAST = 1e-4;
const CLOSED_RADIUS = 1;
const CLOSED_EPSILON = 1e-5;
const CONSTRAINT = 100;
const ROUNDS = 200;
const SMALL = 1e-6;

/** Weights between neighbours by their difference in OKLab; seeds held. */
const randomWalker: Solver = ({ source: { width, height, data }, seeds }) => {
  const lab = oklab(data);
  const weight = (p: number, q: number) =>
    WALKER_LEAST +
    Math.exp(
      -WALKER_BETA *
        10 *
        ((lab[3 * p]! - lab[3 * q]!) ** 2 +
          (lab[3 * p + 1]! - lab[3 * q + 1]!) ** 2 +
          (lab[3 * p + 2]! - lab[3 * q + 2]!) ** 2),
    );
  const across = Float32Array.from(seeds, (_, i) => (i % width < width - 1 ? weight(i, i + 1) : 0));
  const down = Float32Array.from(seeds, (_, i) => (i + width < seeds.length ? weight(i, i + width) : 0));
  const laplacian = (x: Float32Array, out: Float32Array) => {
    out.fill(0);
    for (let i = 0; i < x.length; i++) {
      if (i % width < width - 1) {
        const flow = across[i]! * (x[i]! - x[i + 1]!);
        out[i]! += flow;
        out[i + 1]! -= flow;
      }
      if (i + width < x.length) {
        const flow = down[i]! * (x[i]! - x[i + width]!);
        out[i]! += flow;
        out[i + width]! -= flow;
      }
    }
  };
  return held(laplacian, seeds, height * width);
};

/** Its Laplacian applied as what the guided filter takes away (He, Sun, Tang 2013). */
const closedForm: Solver = ({ source: { width, height, data }, seeds }) => {
  const guide = prepareGuide(data.map(guideOfLinear), {
    width,
    height,
    radius: CLOSED_RADIUS,
    epsilon: CLOSED_EPSILON,
  });
  return held(
    (x, out) => smoothedAlong(guide, x).forEach((value, i) => (out[i] = x[i]! - value)),
    seeds,
    width * height,
  );
};

/** Solves (L + c S) x = c s by conjugate gradients (Hestenes and Stiefel 1952): s is 1 where strokes add. */
function held(
  laplacian: (x: Float32Array, out: Float32Array) => void,
  seeds: Int8Array,
  count: number,
): Float32Array {
  const x = Float32Array.from(seeds, (seed) => (seed > 0 ? 1 : 0));
  const residual = new Float32Array(count);
  const applied = new Float32Array(count);
  const apply = (values: Float32Array) => {
    laplacian(values, applied);
    for (let i = 0; i < count; i++) if (seeds[i]) applied[i]! += CONSTRAINT * values[i]!;
  };
  apply(x);
  for (let i = 0; i < count; i++) residual[i] = (seeds[i]! > 0 ? CONSTRAINT : 0) - applied[i]!;
  const direction = residual.slice();
  let energy = dot(residual, residual);
  for (let round = 0; round < ROUNDS && energy > SMALL; round++) {
    apply(direction);
    const step = energy / dot(direction, applied);
    for (let i = 0; i < count; i++) {
      x[i]! += step * direction[i]!;
      residual[i]! -= step * applied[i]!;
    }
    const next = dot(residual, residual);
    for (let i = 0; i < count; i++) direction[i] = residual[i]! + (next / energy) * direction[i]!;
    energy = next;
  }
  return x;
}

/** Which stroke's colours a pixel is nearer to, wherever it lies. */
const coloursAlone: Solver = ({ source: { width, height, data }, seeds }) => {
  const lab = oklab(data);
  const side = (sign: number) =>
    colourModel(
      lab,
      Array.from(seeds.keys()).filter((i) => seeds[i] === sign),
      0.01,
    );
  const adds = side(1);
  const removes = side(-1);
  const raw = Float32Array.from(
    seeds,
    (_, i) => 1 / (1 + Math.exp(colourModelDistance(adds, lab, i) - colourModelDistance(removes, lab, i))),
  );
  const guide = prepareGuide(data.map(guideOfLinear), { width, height, radius: 4, epsilon: 1e-4 });
  return smoothedAlong(guide, raw);
};

function dot(first: Float32Array, second: Float32Array): number {
  let sum = 0;
  for (let i = 0; i < first.length; i++) sum += first[i]! * second[i]!;
  return sum;
}
