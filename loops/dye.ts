/** kinds/adjust/recolour/pigment.ts, the channels of a pixel and its luminance at a time. Places in bytes. */
import { expOf, logOf } from './logarithm';
import { storePixel } from './pixel';

/**
 * Dyes bodies.
 * @param pixels three f32 each, and room for one f32 more; overwritten
 * @param numbers twenty f32: weights of luminance; logarithms of the part's mean body and of its luminance;
 *   exponents; shares of the pattern that luminance gives; the dyed body's mean, each of three and one more
 */
export function dyeBodies(pixels: usize, count: i32, numbers: usize): void {
  const weights = v128.load(numbers);
  const means = v128.load(numbers, 16);
  const exponents = v128.load(numbers, 32);
  const shared = v128.load(numbers, 48);
  const own = f32x4.sub(f32x4.splat(1), shared);
  const factors = v128.load(numbers, 64);
  const zero = f32x4.splat(0);
  const least = f32x4.splat(1e-6);
  for (let i = 0; i < count; i++, pixels += 12) {
    const body = f32x4.max(v128.load(pixels), zero);
    const parts = f32x4.mul(body, weights);
    const luminance =
      f32x4.extract_lane(parts, 0) + f32x4.extract_lane(parts, 1) + f32x4.extract_lane(parts, 2);
    const logs = f32x4.sub(logOf(f32x4.add(f32x4.replace_lane(body, 3, luminance), least)), means);
    const light = f32x4.splat(f32x4.extract_lane(logs, 3));
    const pattern = f32x4.add(f32x4.mul(own, logs), f32x4.mul(shared, light));
    const dyed = f32x4.mul(factors, expOf(f32x4.mul(exponents, pattern)));
    storePixel(pixels, dyed);
  }
}
