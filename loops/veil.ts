/** kinds/adjust/veil/compute.ts, the channels of a pixel at a time. Places in bytes. */
import { expOf } from './logarithm';
import { storePixel } from './pixel';

/**
 * Takes a veil off. What is darker than it runs softly into black.
 * @param xs @param ys where each pixel lies in the photo, f32
 * @param numbers twelve f32: the veil's middle x and y, -1/2 by its reach squared, the most that runs into black;
 *   what it adds everywhere; what it adds at its middle, each of three and one more
 */
export function takeOffVeil(pixels: usize, count: i32, xs: usize, ys: usize, numbers: usize): void {
  const middleX = load<f32>(numbers);
  const middleY = load<f32>(numbers, 4);
  const narrow = load<f32>(numbers, 8);
  const most = f32x4.splat(load<f32>(numbers, 12));
  const base = v128.load(numbers, 16);
  const peak = v128.load(numbers, 32);
  const zero = f32x4.splat(0);
  const one = f32x4.splat(1);
  for (let i = 0; i < count; i++, pixels += 12, xs += 4, ys += 4) {
    const across = load<f32>(xs) - middleX;
    const down = load<f32>(ys) - middleY;
    const share = expOf(f32x4.splat(narrow * (across * across + down * down)));
    const added = f32x4.add(base, f32x4.mul(share, peak));
    const seen = v128.load(pixels);
    const left = f32x4.sub(seen, added);
    const toe = f32x4.min(most, added);
    const dark = f32x4.lt(left, toe);
    if (!(i32x4.bitmask(dark) & 7)) {
      storePixel(pixels, left);
      continue;
    }
    const soft = f32x4.min(seen, f32x4.mul(toe, expOf(f32x4.sub(f32x4.div(left, toe), one))));
    const below = v128.bitselect(soft, seen, f32x4.gt(seen, zero));
    storePixel(pixels, v128.bitselect(below, left, dark));
  }
}
