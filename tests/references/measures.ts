import { convertSrgbLinearToOklab } from '#core/colour/oklab';
import { ciede2000 } from '#core/colour/ciede2000';
import { cielabLightnessOfLuminance, convertSrgbLinearToCielabD50 } from '#core/colour/cielab';
import { luminanceOfSrgbLinear } from '#core/colour/luminance';
import type { Triple } from '#core/colour/triple';
import { maskSoften } from '#core/raster/maskSoften';
import type { LinearRaster } from '#core/raster/raster';

export function colourAt({ data }: LinearRaster, index: number): Triple {
  return [data[3 * index]!, data[3 * index + 1]!, data[3 * index + 2]!];
}

/** How many pixels differ in any channel where a mask covers nothing. */
export function changedOutside(first: LinearRaster, second: LinearRaster, mask8: Uint8Array): number {
  let changed = 0;
  mask8.forEach((value, i) => {
    if (value === 0 && [0, 1, 2].some((c) => first.data[3 * i + c] !== second.data[3 * i + c])) changed++;
  });
  return changed;
}

/** Mean ΔE00 between two pictures over a mask. */
export function meanDifference(first: LinearRaster, second: LinearRaster, mask8: Uint8Array): number {
  let sum = 0;
  let weight = 0;
  mask8.forEach((value, i) => {
    if (value === 0) return;
    sum +=
      value *
      ciede2000(
        convertSrgbLinearToCielabD50(colourAt(first, i)),
        convertSrgbLinearToCielabD50(colourAt(second, i)),
      );
    weight += value;
  });
  return sum / weight;
}

/** Correlation over a mask of L* minus its Gaussian, before and after: 1 where all texture is kept. */
export function textureCorrelation(
  before: LinearRaster,
  after: LinearRaster,
  mask8: Uint8Array,
  sigma: number,
): number {
  const first = detail(before, mask8, sigma);
  const second = detail(after, mask8, sigma);
  let n = 0;
  let a = 0;
  let b = 0;
  let aa = 0;
  let bb = 0;
  let ab = 0;
  mask8.forEach((value, i) => {
    if (value < 128) return;
    n++;
    a += first[i]!;
    b += second[i]!;
    aa += first[i]! ** 2;
    bb += second[i]! ** 2;
    ab += first[i]! * second[i]!;
  });
  return (n * ab - a * b) / Math.sqrt((n * aa - a * a) * (n * bb - b * b));
}

/**
 * The Gaussian looks at the mask alone (Knutsson and Westin 1993), so that nothing beside it counts as
 * texture.
 */
function detail(raster: LinearRaster, mask8: Uint8Array, sigma: number): Float32Array {
  const { width, height } = raster;
  const lightness = Float32Array.from({ length: width * height }, (_, i) =>
    cielabLightnessOfLuminance(Math.max(0, luminanceOfSrgbLinear(colourAt(raster, i)))),
  );
  const inside = Float32Array.from(mask8, (value) => (value < 128 ? 0 : 1));
  const smooth = lightness.map((value, i) => value * inside[i]!);
  const weight = inside.slice();
  maskSoften(smooth, width, height, sigma);
  maskSoften(weight, width, height, sigma);
  return lightness.map((value, i) => (inside[i] ? value - smooth[i]! / weight[i]! : 0));
}

/** Sum of minima over sum of maxima of two masks. */
export function softIou(first: Uint8Array, second: Uint8Array): number {
  let least = 0;
  let most = 0;
  first.forEach((value, i) => {
    least += Math.min(value, second[i]!);
    most += Math.max(value, second[i]!);
  });
  return least / most;
}

/** Departures of OKLab a/L and b/L from their mean: root of the mean square. */
export function oklabSpread(pixels: Float32Array): number {
  const ratios = Array.from({ length: pixels.length / 3 }, (_, i) =>
    convertSrgbLinearToOklab([pixels[3 * i]!, pixels[3 * i + 1]!, pixels[3 * i + 2]!]),
  ).map(([l, a, b]) => [a / l, b / l] as const);
  const [meanA, meanB] = [0, 1].map(
    (c) => ratios.reduce((sum, ratio) => sum + ratio[c as 0 | 1], 0) / ratios.length,
  ) as [number, number];
  return Math.sqrt(
    ratios.reduce((sum, [a, b]) => sum + (a - meanA) ** 2 + (b - meanB) ** 2, 0) / ratios.length,
  );
}
