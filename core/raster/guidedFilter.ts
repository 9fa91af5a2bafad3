import { floatsAt, loopRoom } from '../loops/compiledLoops';
import { boxMeans } from './boxMeans';

/** Per pixel of a grid: mask = red * r + green * g + blue * b + offset, for a guide r, g, b. */
export interface GuidedCoefficients {
  readonly width: number;
  readonly height: number;
  /** interleaved red, green, blue, offset */
  readonly data: Float32Array;
}

/** What the filter needs of the guide alone: its means and the inverse of its covariance in each window. */
export interface PreparedGuide {
  readonly width: number;
  readonly height: number;
  readonly radius: number;
  /** interleaved red, green, blue */
  readonly guide: Float32Array;
  readonly means: Float32Array;
  /** interleaved rr, rg, rb, gg, gb, bb */
  readonly inverse: Float32Array;
}

/** Size and smoothing of a guided filter. */
export interface GuidedWindow {
  readonly width: number;
  readonly height: number;
  /** of the window in pixels */
  readonly radius: number;
  /** smoothness, in squared units of the guide */
  readonly epsilon: number;
}

/** @param guide interleaved r, g, b about 0..1 */
export function prepareGuide(guide: Float32Array, window: GuidedWindow): PreparedGuide {
  const { width, height, radius, epsilon } = window;
  const bytes = guide.byteLength;
  const room = loopRoom(bytes, 2 * bytes, 8 * 6 * width, bytes, 2 * bytes);
  if (!room) return preparePlainly(guide, window);
  const { loops, places } = room;
  floatsAt(loops, places[0]!, guide.length).set(guide);
  loops.prepareGuide(...places, width, height, radius, epsilon);
  const means = floatsAt(loops, places[3]!, guide.length).slice();
  const inverse = floatsAt(loops, places[4]!, 2 * guide.length).slice();
  return { width, height, radius, guide, means, inverse };
}

function preparePlainly(
  guide: Float32Array,
  { width, height, radius, epsilon }: GuidedWindow,
): PreparedGuide {
  const means = boxMeans(guide, { channels: 3, width, height, radius });
  const products = new Float32Array(2 * guide.length);
  for (let p = 0, o = 0; p < guide.length; p += 3, o += 6) {
    const r = guide[p]!;
    const g = guide[p + 1]!;
    const b = guide[p + 2]!;
    products[o] = r * r;
    products[o + 1] = r * g;
    products[o + 2] = r * b;
    products[o + 3] = g * g;
    products[o + 4] = g * b;
    products[o + 5] = b * b;
  }
  const inverse = boxMeans(products, { channels: 6, width, height, radius });
  for (let p = 0, o = 0; p < guide.length; p += 3, o += 6) {
    const mr = means[p]!;
    const mg = means[p + 1]!;
    const mb = means[p + 2]!;
    const xx = inverse[o]! - mr * mr + epsilon;
    const xy = inverse[o + 1]! - mr * mg;
    const xz = inverse[o + 2]! - mr * mb;
    const yy = inverse[o + 3]! - mg * mg + epsilon;
    const yz = inverse[o + 4]! - mg * mb;
    const zz = inverse[o + 5]! - mb * mb + epsilon;
    // adjugateSymmetric3, written out: an array for every pixel takes 15 % longer.
    const first = yy * zz - yz * yz;
    const second = xz * yz - xy * zz;
    const third = xy * yz - xz * yy;
    const scale = 1 / (xx * first + xy * second + xz * third);
    inverse[o] = first * scale;
    inverse[o + 1] = second * scale;
    inverse[o + 2] = third * scale;
    inverse[o + 3] = (xx * zz - xz * xz) * scale;
    inverse[o + 4] = (xy * xz - xx * yz) * scale;
    inverse[o + 5] = (xx * yy - xy * xy) * scale;
  }
  return { width, height, radius, guide, means, inverse };
}

/**
 * Fits a mask as a local linear function of a colour guide, so that it takes the guide's edges and can
 * be evaluated at any finer resolution.
 * @param mask 0..1, of the guide's size
 * @see He, Sun, Tang 2013, "Guided image filtering"; He and Sun 2015, "Fast guided filter"
 */
export function guidedCoefficients(prepared: PreparedGuide, mask: Float32Array): GuidedCoefficients {
  const { width, height, radius, guide, means, inverse } = prepared;
  const bytes = mask.byteLength;
  const room = loopRoom(bytes, 3 * bytes, 3 * bytes, 6 * bytes, 4 * bytes, 8 * 4 * width, 4 * bytes);
  if (!room) return fitPlainly(prepared, mask);
  const { loops, places } = room;
  [mask, guide, means, inverse].forEach((data, n) => floatsAt(loops, places[n]!, data.length).set(data));
  loops.fitGuided(...places, width, height, radius);
  return { width, height, data: floatsAt(loops, places[6]!, 4 * mask.length).slice() };
}

function fitPlainly(
  { width, height, radius, guide, means, inverse }: PreparedGuide,
  mask: Float32Array,
): GuidedCoefficients {
  const products = new Float32Array(mask.length * 4);
  for (let i = 0, p = 0, o = 0; i < mask.length; i++, p += 3, o += 4) {
    const value = mask[i]!;
    if (value === 0) continue;
    products[o] = guide[p]! * value;
    products[o + 1] = guide[p + 1]! * value;
    products[o + 2] = guide[p + 2]! * value;
    products[o + 3] = value;
  }
  const fits = boxMeans(products, { channels: 4, width, height, radius });
  for (let o = 0, p = 0, q = 0; o < fits.length; o += 4, p += 3, q += 6) {
    const mm = fits[o + 3]!;
    if (mm === 0) continue;
    const mr = means[p]!;
    const mg = means[p + 1]!;
    const mb = means[p + 2]!;
    const x = fits[o]! - mr * mm;
    const y = fits[o + 1]! - mg * mm;
    const z = fits[o + 2]! - mb * mm;
    const red = inverse[q]! * x + inverse[q + 1]! * y + inverse[q + 2]! * z;
    const green = inverse[q + 1]! * x + inverse[q + 3]! * y + inverse[q + 4]! * z;
    const blue = inverse[q + 2]! * x + inverse[q + 4]! * y + inverse[q + 5]! * z;
    fits[o] = red;
    fits[o + 1] = green;
    fits[o + 2] = blue;
    fits[o + 3] = mm - red * mr - green * mg - blue * mb;
  }
  return { width, height, data: boxMeans(fits, { channels: 4, width, height, radius }) };
}

/** A mask carried along the edges of its guide. @returns about 0..1, not clipped */
export function smoothedAlong(prepared: PreparedGuide, mask: Float32Array): Float32Array {
  const { guide } = prepared;
  const { data } = guidedCoefficients(prepared, mask);
  const out = new Float32Array(mask.length);
  for (let i = 0, o = 0, p = 0; i < out.length; i++, o += 4, p += 3)
    out[i] =
      data[o]! * guide[p]! + data[o + 1]! * guide[p + 1]! + data[o + 2]! * guide[p + 2]! + data[o + 3]!;
  return out;
}
