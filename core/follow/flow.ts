import { boxMeansTwice } from '../raster/boxMeans';
import { readField } from '../raster/field';
import type { Field } from '../raster/field';
import { guideOfLinear } from '../raster/guidedEvaluate';
import { mapPlane } from '../raster/mapPlane';
import { wholeRegion } from '../raster/raster';
import type { LinearRaster } from '../raster/raster';

/** A frame as motion is looked for in it: what differs from its surroundings, each level half of the one before. */
export interface FlowFrame {
  readonly levels: readonly FlowLevel[];
}

interface FlowLevel {
  readonly width: number;
  readonly height: number;
  /** interleaved red, green, blue less their means nearby, about -0.5..0.5 */
  readonly data: Float32Array;
}

const CHANNELS = 3;
/** Halving stops where the shorter side would be less. */
const LEAST_SIDE = 24;
/** Pixels, twice over, of the surroundings from which detail differs: light that changes over more is none. */
const SURROUNDINGS = 14;
/** Pixels on each side, twice over, within which everything moves alike. */
const WINDOW = 2;
/** Pixels on each side, twice over, within which places that show no motion go with those that do. */
const NEIGHBOURS = 3;
const ROUNDS = 2;
/** A difference of this size, in units of detail, counts half: something else may be seen there. */
const OTHER = 0.2;
/** So much steepness, squared, tells as much of motion as is left to the neighbours. */
const FLAT = 5e-5;
/** Steepness that every place has, so that none is without an answer. */
const LEAST_STEEP = 2e-5;
/** What even the flattest place counts among its neighbours. */
const LEAST_SURE = 1e-6;

/** @param frame made small: 200 to 400 pixels on its longer side */
export function flowFrame(frame: LinearRaster): FlowFrame {
  const levels: FlowLevel[] = [];
  let level: FlowLevel = { ...frame, data: mapPlane(frame.data, guideOfLinear) };
  for (;;) {
    levels.push(detailOf(level));
    if (Math.min(level.width, level.height) < 2 * LEAST_SIDE) return { levels };
    level = halved(level);
  }
}

function detailOf({ width, height, data }: FlowLevel): FlowLevel {
  const means = boxMeansTwice(data, { channels: CHANNELS, width, height, radius: SURROUNDINGS });
  return { width, height, data: mapPlane(data, (value, i) => value - means[i]!) };
}

function halved({ width, height, data }: FlowLevel): FlowLevel {
  const half = { width: Math.ceil(width / 2), height: Math.ceil(height / 2) };
  const out = new Float32Array(CHANNELS * half.width * half.height);
  for (let row = 0, o = 0; row < half.height; row++) {
    const top = 2 * row * width;
    const bottom = Math.min(2 * row + 1, height - 1) * width;
    for (let column = 0; column < half.width; column++) {
      const left = 2 * column;
      const right = Math.min(left + 1, width - 1);
      for (let c = 0; c < CHANNELS; c++)
        out[o++] =
          (data[CHANNELS * (top + left) + c]! +
            data[CHANNELS * (top + right) + c]! +
            data[CHANNELS * (bottom + left) + c]! +
            data[CHANNELS * (bottom + right) + c]!) /
          4;
    }
  }
  return { ...half, data: out };
}

/**
 * Where each place of one frame lies in another: windows are moved until they agree, from coarse to fine; what is
 * even goes with what is about it, what is seen in one of the frames alone counts little. Frames that are the same
 * give no motion at all.
 * @param there of the same size
 * @returns shifts in pixels of the frames' first level, interleaved across and down
 * @see Lucas and Kanade 1981, "An iterative image registration technique with an application to stereo vision";
 * Bouguet 2001, "Pyramidal implementation of the affine Lucas Kanade feature tracker";
 * Black and Anandan 1996, "The robust estimation of multiple motions", for weights that fall with what is missing
 */
export function flowBetween(here: FlowFrame, there: FlowFrame): Float32Array {
  let flow: Float32Array | undefined;
  for (let n = here.levels.length - 1; n >= 0; n--) {
    const level = here.levels[n]!;
    flow = flow
      ? enlarged(flow, here.levels[n + 1]!, level)
      : new Float32Array(2 * level.width * level.height);
    refine(level, there.levels[n]!, flow);
  }
  return flow!;
}

/** Shifts of a level at the next finer one. */
function enlarged(flow: Float32Array, from: FlowLevel, { width, height }: FlowLevel): Float32Array {
  const field: Field = { region: wholeRegion(from.width, from.height), channels: 2, data: flow };
  const out = new Float32Array(2 * width * height);
  const shift = new Float32Array(2);
  for (let row = 0, i = 0; row < height; row++)
    for (let column = 0; column < width; column++, i += 2) {
      readField(field, (column + 0.5) / 2, (row + 0.5) / 2, shift);
      out[i] = 2 * shift[0]!;
      out[i + 1] = 2 * shift[1]!;
    }
  return out;
}

/** Moves shifts of one level closer, in place. */
function refine(here: FlowLevel, there: FlowLevel, flow: Float32Array): void {
  const { width, height } = here;
  const slopes = slopesOf(here);
  const terms = new Float32Array(TERMS * width * height);
  const told = new Float32Array(3 * width * height);
  for (let round = 0; round < ROUNDS; round++) {
    gatherTerms({ here, there, slopes }, flow, terms);
    solveTerms(boxMeansTwice(terms, { channels: TERMS, width, height, radius: WINDOW }), flow, told);
    const around = boxMeansTwice(told, { channels: 3, width, height, radius: NEIGHBOURS });
    for (let i = 0, t = 0; i < flow.length; i += 2, t += 3) {
      const sure = told[t + 2]!;
      for (let c = 0; c < 2; c++) {
        const theirs = around[t + c]! / around[t + 2]!;
        flow[i + c] = theirs + sure * (told[t + c]! / sure - theirs);
      }
    }
  }
}

/** Slopes across and down of each channel, interleaved. */
function slopesOf({ width, height, data }: FlowLevel): Float32Array {
  const out = new Float32Array(2 * data.length);
  const line = CHANNELS * width;
  for (let row = 0, i = 0, o = 0; row < height; row++) {
    const up = row > 0 ? line : 0;
    const down = row < height - 1 ? line : 0;
    for (let column = 0; column < width; column++) {
      const left = column > 0 ? CHANNELS : 0;
      const right = column < width - 1 ? CHANNELS : 0;
      for (let c = 0; c < CHANNELS; c++, i++) {
        out[o++] = (data[i + right]! - data[i - left]!) / 2;
        out[o++] = (data[i + down]! - data[i - up]!) / 2;
      }
    }
  }
  return out;
}

/** Of each pixel: products of slopes (across, mixed, down) and of slopes with what is missing (across, down). */
const TERMS = 5;

function gatherTerms(
  {
    here,
    there,
    slopes,
  }: { readonly here: FlowLevel; readonly there: FlowLevel; readonly slopes: Float32Array },
  flow: Float32Array,
  terms: Float32Array,
): void {
  const { width, height, data } = here;
  const other = there.data;
  const line = CHANNELS * width;
  for (let row = 0, i = 0, p = 0, t = 0; row < height; row++)
    for (let column = 0; column < width; column++, i += 2, p += CHANNELS, t += TERMS) {
      const x = column + flow[i]!;
      const y = row + flow[i + 1]!;
      if (!(x >= 0 && y >= 0 && x <= width - 1 && y <= height - 1)) {
        terms.fill(0, t, t + TERMS);
        continue;
      }
      const left = Math.min(width - 2, x | 0);
      const top = Math.min(height - 2, y | 0);
      const u = x - left;
      const v = y - top;
      const at = CHANNELS * (top * width + left);
      let xx = 0;
      let xy = 0;
      let yy = 0;
      let xd = 0;
      let yd = 0;
      let off = 0;
      for (let c = 0; c < CHANNELS; c++) {
        const a = at + c;
        const upper = other[a]! + u * (other[a + CHANNELS]! - other[a]!);
        const lower = other[a + line]! + u * (other[a + line + CHANNELS]! - other[a + line]!);
        const missing = data[p + c]! - (upper + v * (lower - upper));
        const across = slopes[2 * (p + c)]!;
        const down = slopes[2 * (p + c) + 1]!;
        xx += across * across;
        xy += across * down;
        yy += down * down;
        xd += across * missing;
        yd += down * missing;
        off += missing * missing;
      }
      const weight = 1 / (1 + off / (OTHER * OTHER));
      terms[t] = weight * xx;
      terms[t + 1] = weight * xy;
      terms[t + 2] = weight * yy;
      terms[t + 3] = weight * xd;
      terms[t + 4] = weight * yd;
    }
}

/**
 * A step, one pixel long at most, for each window.
 * @param told receives the shift after it times how sure it is, and that
 */
function solveTerms(means: Float32Array, flow: Float32Array, told: Float32Array): void {
  for (let i = 0, t = 0, m = 0; i < flow.length; i += 2, t += 3, m += TERMS) {
    const xx = means[m]! + LEAST_STEEP;
    const xy = means[m + 1]!;
    const yy = means[m + 2]! + LEAST_STEEP;
    const determinant = xx * yy - xy * xy;
    const across = (yy * means[m + 3]! - xy * means[m + 4]!) / determinant;
    const down = (xx * means[m + 4]! - xy * means[m + 3]!) / determinant;
    const long = Math.max(1, Math.sqrt(across * across + down * down));
    // How steep it is in the direction in which it is least so: the lesser eigenvalue.
    const half = (xx + yy) / 2;
    const least = half - Math.sqrt(Math.max(0, half * half - determinant));
    const sure = least / (least + FLAT) + LEAST_SURE;
    told[t] = sure * (flow[i]! + across / long);
    told[t + 1] = sure * (flow[i + 1]! + down / long);
    told[t + 2] = sure;
  }
}
