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
  readonly planes: readonly [Float32Array, Float32Array, Float32Array];
  readonly means: readonly [Float32Array, Float32Array, Float32Array];
  /** interleaved rr, rg, rb, gg, gb, bb */
  readonly inverse: Float32Array;
}

/**
 * @param guide interleaved r, g, b about 0..1
 * @param radius of the window in pixels
 * @param epsilon smoothness, in squared units of the guide
 */
export function prepareGuide(
  guide: Float32Array,
  {
    width,
    height,
    radius,
    epsilon,
  }: { readonly width: number; readonly height: number; readonly radius: number; readonly epsilon: number },
): PreparedGuide {
  const count = width * height;
  const planes = splitPlanes(guide, count);
  const [r, g, b] = planes;
  const mean = (plane: Float32Array) => boxMean(plane, width, height, radius);
  const means = [mean(r), mean(g), mean(b)] as const;
  const [meanR, meanG, meanB] = means;
  const rr = mean(product(r, r));
  const rg = mean(product(r, g));
  const rb = mean(product(r, b));
  const gg = mean(product(g, g));
  const gb = mean(product(g, b));
  const bb = mean(product(b, b));
  const inverse = new Float32Array(count * 6);
  for (let i = 0, o = 0; i < count; i++, o += 6) {
    const mr = meanR[i]!;
    const mg = meanG[i]!;
    const mb = meanB[i]!;
    const xx = rr[i]! - mr * mr + epsilon;
    const xy = rg[i]! - mr * mg;
    const xz = rb[i]! - mr * mb;
    const yy = gg[i]! - mg * mg + epsilon;
    const yz = gb[i]! - mg * mb;
    const zz = bb[i]! - mb * mb + epsilon;
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
  return { width, height, radius, planes, means, inverse };
}

/**
 * Fits a mask as a local linear function of a colour guide, so that it takes the guide's edges and can
 * be evaluated at any finer resolution.
 * @param mask 0..1, of the guide's size
 * @see He, Sun, Tang 2013, "Guided image filtering"; He and Sun 2015, "Fast guided filter"
 */
export function guidedCoefficients(
  { width, height, radius, planes: [r, g, b], means: [meanR, meanG, meanB], inverse }: PreparedGuide,
  mask: Float32Array,
): GuidedCoefficients {
  const products = new Float32Array(mask.length * 4);
  for (let i = 0, o = 0; i < mask.length; i++, o += 4) {
    const value = mask[i]!;
    if (value === 0) continue;
    products[o] = r[i]! * value;
    products[o + 1] = g[i]! * value;
    products[o + 2] = b[i]! * value;
    products[o + 3] = value;
  }
  const fits = boxMeans(products, { channels: 4, width, height, radius });
  for (let i = 0, o = 0, q = 0; i < mask.length; i++, o += 4, q += 6) {
    const mm = fits[o + 3]!;
    if (mm === 0) continue;
    const mr = meanR[i]!;
    const mg = meanG[i]!;
    const mb = meanB[i]!;
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
  return { width, height, data: boxMeans(fits, { channels: 4, width, height, radius }, products) };
}

function splitPlanes(
  interleaved: Float32Array,
  count: number,
): readonly [Float32Array, Float32Array, Float32Array] {
  const first = new Float32Array(count);
  const second = new Float32Array(count);
  const third = new Float32Array(count);
  for (let i = 0, p = 0; i < count; i++, p += 3) {
    first[i] = interleaved[p]!;
    second[i] = interleaved[p + 1]!;
    third[i] = interleaved[p + 2]!;
  }
  return [first, second, third];
}

function product(first: Float32Array, second: Float32Array): Float32Array {
  const out = new Float32Array(first.length);
  for (let i = 0; i < out.length; i++) out[i] = first[i]! * second[i]!;
  return out;
}

function boxMean(plane: Float32Array, width: number, height: number, radius: number): Float32Array {
  return boxMeans(plane, { channels: 1, width, height, radius });
}
