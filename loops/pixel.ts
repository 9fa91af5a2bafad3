/**
 * A pixel is three f32. It is read whole with one number of what follows, and written alone: what is written
 * must not reach into what is read next, or the processor would wait for it.
 */
export function storePixel(at: usize, pixel: v128): void {
  v128.store64_lane(at, pixel, 0);
  v128.store32_lane(at, pixel, 2, 8);
}
