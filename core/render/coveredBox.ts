import { wholeRegion } from '../raster/raster';
import type { Coverage8Raster, Region } from '../raster/raster';

/**
 * The rectangle of the photo that holds all that is covered, a pixel of the look wider on every side.
 * @param coverage over the whole photo, looked at from afar
 * @param whole the region that it was made for
 * @param longSide of the region that is returned, in its own pixels, at most
 * @returns undefined when nothing is covered
 */
export function coveredBox(
  { width, height, data }: Coverage8Raster,
  whole: Region,
  longSide: number,
): Region | undefined {
  let left = width;
  let right = -1;
  let top = height;
  let bottom = -1;
  for (let i = 0; i < data.length; i++) {
    if (data[i] === 0) continue;
    const column = i % width;
    const row = (i - column) / width;
    left = Math.min(left, column);
    right = Math.max(right, column);
    top = Math.min(top, row);
    bottom = row;
  }
  if (right < 0) return undefined;
  const step = whole.width / width;
  const x = Math.max(0, Math.floor((left - 1) * step));
  const y = Math.max(0, Math.floor((top - 1) * step));
  const box = wholeRegion(
    Math.min(whole.width, Math.ceil((right + 2) * step)) - x,
    Math.min(whole.height, Math.ceil((bottom + 2) * step)) - y,
    longSide,
  );
  return { ...box, x, y };
}
