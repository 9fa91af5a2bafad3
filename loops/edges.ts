/** The part's own colour in pixels along its edge: core/render/edgeColours.ts, a row of a region at a time. */
import { storePixel } from './pixel';

/** Two neighbouring cells' colours at a place between them. @param right by how many bytes the second one lies behind */
function between(cell: usize, right: usize, share: v128): v128 {
  const one = v128.load(cell);
  return f32x4.add(one, f32x4.mul(share, f32x4.sub(v128.load(cell + right), one)));
}

/** The sum of three products. */
function dot(p: v128, q: v128): f32 {
  const products = f32x4.mul(p, q);
  return f32x4.extract_lane(products, 0) + f32x4.extract_lane(products, 1) + f32x4.extract_lane(products, 2);
}

/**
 * @param pixels covered ones, one behind the other; overwritten from the n-th on
 * @param places which pixels of the run they are, i32 @param coverage a byte for each pixel of the run
 * @param end the first place that lies in the next row
 * @param top six f32 a cell, as `EdgeColours` has them, and room for two f32 more @param bottom of the row below
 * @param down how far the row lies from the one towards the other, 0..1
 * @param from where the run's first pixel lies along a row, in cells @param step from a pixel to the next
 * @param last the last cell
 * @returns the first pixel of the next row
 */
export function cleanEdges(
  pixels: usize,
  places: usize,
  coverage: usize,
  n: i32,
  count: i32,
  end: i32,
  top: usize,
  bottom: usize,
  down: f32,
  from: f64,
  step: f64,
  last: i32,
): i32 {
  const below = f32x4.splat(down);
  const nothing = f32x4.splat(0);
  for (; n < count; n++) {
    const place = load<i32>(places + ((<usize>n) << 2));
    if (place >= end) break;
    const value = load<u8>(coverage + place);
    if (value == 255) continue;
    const across = min<f64>(max<f64>(from + step * <f64>place, 0), <f64>last);
    const column = <i32>across;
    const share = f32x4.splat(<f32>(across - <f64>column));
    const cell = <usize>column * 24;
    const right: usize = column < last ? 24 : 0;
    const upper = between(top + cell, right, share);
    const lower = between(bottom + cell, right, share);
    const difference = f32x4.add(upper, f32x4.mul(below, f32x4.sub(lower, upper)));
    const ownUpper = between(top + cell + 12, right, share);
    const ownLower = between(bottom + cell + 12, right, share);
    const own = f32x4.add(ownUpper, f32x4.mul(below, f32x4.sub(ownLower, ownUpper)));
    const at = pixels + <usize>n * 12;
    const mixed = v128.load(at);
    const alpha: f32 = <f32>value / 255;
    const length = dot(difference, difference);
    const along = dot(f32x4.sub(own, mixed), difference);
    const behind: f32 = length > 0 ? min<f32>(max<f32>(along / length, 0), 1 - alpha) : 0;
    const whole = f32x4.div(f32x4.max(mixed, nothing), f32x4.splat(alpha));
    const cleaned = f32x4.add(mixed, f32x4.mul(f32x4.splat(behind), difference));
    storePixel(at, f32x4.min(whole, f32x4.max(cleaned, nothing)));
  }
  return n;
}
