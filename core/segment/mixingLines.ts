import { adjugateSymmetric3 } from '../math/symmetric3';
import type { Symmetric3 } from '../math/symmetric3';
import type { Triple } from '../colour/triple';
import { boxMeansTwice } from '../raster/boxMeans';
import type { LinearRaster, Region } from '../raster/raster';
import type { FaceFrame } from './faceFrame';
import { LINE_DOUBT, LINE_NOISE, LINE_PRESENCE } from './strandParameters';

/**
 * Of a class near a cell: its mean weight, means of red, green and blue, and of their six products of two.
 */
export const CLASS_CHANNELS = 10;
/** A direction in linear red, green and blue, what it gives for the ground, and the spreads along it. */
export const LINE_CHANNELS = 6;

/** No class has a pixel for sure. */
export const NO_CLASS = 255;

/**
 * Colours of every class near each cell of a coarse grid: means over a window that see only pixels which
 * surely belong to it (normalised convolution, Knutsson and Westin 1993); where there are none near, over
 * ever wider windows. Sums run over the finer raster's own pixels, so that what spreads within a cell counts.
 * @param fine interleaved linear sRGB @param labels class of each of its pixels, or NO_CLASS
 * @param trust 0..1, what a pixel of a class counts in a cell
 * @param radius of the first window, cells; each next one is three times as wide
 * @returns per class, CLASS_CHANNELS per cell
 */
export function classColours(
  fine: LinearRaster,
  labels: Uint8Array,
  {
    classes,
    trust,
    columns,
    rows,
    radius,
  }: {
    readonly classes: number;
    readonly trust: (name: number, cell: number) => number;
    readonly columns: number;
    readonly rows: number;
    readonly radius: number;
  },
): Float32Array[] {
  const sums = sumsOfClasses(fine, labels, { classes, columns, rows });
  const share = (columns * rows) / labels.length;
  return sums.map((sum, name) => {
    for (let cell = 0, o = 0; cell < columns * rows; cell++) {
      const scale = share * trust(name, cell);
      for (let channel = 0; channel < CLASS_CHANNELS; channel++, o++) sum[o]! *= scale;
    }
    return meansNear(sum, columns, rows, radius);
  });
}

function sumsOfClasses(
  { width, height, data }: LinearRaster,
  labels: Uint8Array,
  { classes, columns, rows }: { readonly classes: number; readonly columns: number; readonly rows: number },
): Float32Array[] {
  const sums = Array.from({ length: classes }, () => new Float32Array(columns * rows * CLASS_CHANNELS));
  const columnOf = Int32Array.from(
    { length: width },
    (_, x) => CLASS_CHANNELS * Math.floor((x * columns) / width),
  );
  for (let y = 0, i = 0; y < height; y++) {
    const first = CLASS_CHANNELS * columns * Math.floor((y * rows) / height);
    for (let x = 0; x < width; x++, i++) {
      const name = labels[i]!;
      if (name === NO_CLASS) continue;
      const sum = sums[name]!;
      const o = first + columnOf[x]!;
      const red = data[3 * i]!;
      const green = data[3 * i + 1]!;
      const blue = data[3 * i + 2]!;
      sum[o]! += 1;
      sum[o + 1]! += red;
      sum[o + 2]! += green;
      sum[o + 3]! += blue;
      sum[o + 4]! += red * red;
      sum[o + 5]! += red * green;
      sum[o + 6]! += red * blue;
      sum[o + 7]! += green * green;
      sum[o + 8]! += green * blue;
      sum[o + 9]! += blue * blue;
    }
  }
  return sums;
}

function meansNear(sums: Float32Array, columns: number, rows: number, radius: number): Float32Array {
  const out = new Float32Array(sums.length);
  // A class that is nowhere has no colours, however wide the window.
  if (!sums.some((sum) => sum > 0)) return out;
  for (let reach = Math.max(1, radius); ; reach *= 3) {
    const box = Math.round(reach);
    const means = boxMeansTwice(sums, {
      channels: CLASS_CHANNELS,
      width: columns,
      height: rows,
      radius: box,
    });
    const last = reach > Math.max(columns, rows);
    let lacking = 0;
    for (let o = 0; o < out.length; o += CLASS_CHANNELS) {
      if (out[o] !== 0) continue;
      const presence = means[o]!;
      if (presence < LINE_PRESENCE && !(last && presence > 0)) {
        lacking++;
        continue;
      }
      out[o] = presence;
      for (let channel = 1; channel < CLASS_CHANNELS; channel++)
        out[o + channel] = means[o + channel]! / presence;
    }
    if (lacking === 0 || last) return out;
  }
}

/**
 * In each cell the direction along which hair and ground differ most beside what either varies by itself.
 * The place of a colour c between ground (0) and hair (1) is then out[0..2]·c - out[3]; out[4] and out[5]
 * are the standard deviations of hair and ground along it. Where either is unknown the spreads are infinite.
 * @param hair, ground as `classColours` gives them @param out LINE_CHANNELS per cell, written
 * @param doubt how far colours may vary beyond what is seen of them, as a share of the light, 0..1
 * @see Fisher 1936, "The use of multiple measurements in taxonomic problems"; Friedman 1989, "Regularized
 * discriminant analysis", for the doubt
 */
export function mixingLines(hair: Float32Array, ground: Float32Array, out: Float32Array, doubt = 0): void {
  for (let o = 0, to = 0; o < hair.length; o += CLASS_CHANNELS, to += LINE_CHANNELS)
    mixingLine({ hair, ground, o }, { out, to }, doubt);
}

function mixingLine(
  { hair, ground, o }: { readonly hair: Float32Array; readonly ground: Float32Array; readonly o: number },
  { out, to }: { readonly out: Float32Array; readonly to: number },
  doubt: number,
): void {
  const fr = hair[o + 1]!;
  const fg = hair[o + 2]!;
  const fb = hair[o + 3]!;
  const gr = ground[o + 1]!;
  const gg = ground[o + 2]!;
  const gb = ground[o + 3]!;
  const dr = fr - gr;
  const dg = fg - gg;
  const db = fb - gb;
  const hrr = hair[o + 4]! - fr * fr;
  const hrg = hair[o + 5]! - fr * fg;
  const hrb = hair[o + 6]! - fr * fb;
  const hgg = hair[o + 7]! - fg * fg;
  const hgb = hair[o + 8]! - fg * fb;
  const hbb = hair[o + 9]! - fb * fb;
  const brr = ground[o + 4]! - gr * gr;
  const brg = ground[o + 5]! - gr * gg;
  const brb = ground[o + 6]! - gr * gb;
  const bgg = ground[o + 7]! - gg * gg;
  const bgb = ground[o + 8]! - gg * gb;
  const bbb = ground[o + 9]! - gb * gb;
  const unseen = (doubt * Math.max(fr + fg + fb, gr + gg + gb)) / 3;
  const least = LINE_NOISE + unseen * unseen;
  // The pooled covariance's inverse times the difference, up to a factor.
  const { adjugate } = adjugateSymmetric3([
    least + (hrr + brr) / 2,
    (hrg + brg) / 2,
    (hrb + brb) / 2,
    least + (hgg + bgg) / 2,
    (hgb + bgb) / 2,
    least + (hbb + bbb) / 2,
  ]);
  const wr = adjugate[0] * dr + adjugate[1] * dg + adjugate[2] * db;
  const wg = adjugate[1] * dr + adjugate[3] * dg + adjugate[4] * db;
  const wb = adjugate[2] * dr + adjugate[4] * dg + adjugate[5] * db;
  const along = wr * dr + wg * dg + wb * db;
  if (hair[o] === 0 || ground[o] === 0 || !(along > 0)) {
    out[to + 4] = out[to + 5] = Infinity;
    return;
  }
  out[to] = wr / along;
  out[to + 1] = wg / along;
  out[to + 2] = wb / along;
  out[to + 3] = (wr * gr + wg * gg + wb * gb) / along;
  out[to + 4] = spread([hrr, hrg, hrb, hgg, hgb, hbb], [wr, wg, wb]) / along;
  out[to + 5] = spread([brr, brg, brb, bgg, bgb, bbb], [wr, wg, wb]) / along;
}

/** How far colours near a head may vary beyond what is seen of them, as a share of the light. */
export function lineDoubt({ unit }: FaceFrame, { width, outWidth }: Region): number {
  return (LINE_DOUBT * width) / (unit * outWidth);
}

/** Variance of a place on the line at `o`, 0 ground to 1 hair: that of a mixture goes with its shares. */
export function mixedVariance(lines: Float32Array, o: number, share: number): number {
  const byHair = share * lines[o + 4]!;
  const byGround = (1 - share) * lines[o + 5]!;
  return byHair * byHair + byGround * byGround;
}

/** Where the colour of pixel `i` lies on the line at `o`: 0 ground, 1 hair. */
export function placeOn(lines: Float32Array, o: number, linear: Float32Array, i: number): number {
  return (
    lines[o]! * linear[3 * i]! +
    lines[o + 1]! * linear[3 * i + 1]! +
    lines[o + 2]! * linear[3 * i + 2]! -
    lines[o + 3]!
  );
}

/** The standard deviation of a covariance along a direction, noise included. */
function spread([rr, rg, rb, gg, gb, bb]: Symmetric3, [x, y, z]: Triple): number {
  return Math.sqrt(
    Math.max(
      0,
      (LINE_NOISE + rr) * x * x +
        (LINE_NOISE + gg) * y * y +
        (LINE_NOISE + bb) * z * z +
        2 * (rg * x * y + rb * x * z + gb * y * z),
    ),
  );
}
