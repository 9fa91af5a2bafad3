import type { Region } from './raster';

/** A strip is never lower than this, so that what looks beside it does not look at little else. */
const LEAST_ROWS = 16;

/**
 * A picture from top to bottom in full-width strips at its own size.
 * @param width of the picture, pixels
 * @param height of the picture, pixels
 * @param mostPixels of one strip; a strip has 16 rows at least
 */
export function* strips(width: number, height: number, mostPixels: number): Generator<Region> {
  const rows = Math.max(LEAST_ROWS, Math.floor(mostPixels / width));
  for (let y = 0; y < height; y += rows) {
    const count = Math.min(rows, height - y);
    yield { x: 0, y, width, height: count, outWidth: width, outHeight: count };
  }
}
