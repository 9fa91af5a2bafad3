import { regionOfRuns } from '../raster/raster';
import type { Coverage8Raster, PixelRun, Region } from '../raster/raster';

/**
 * The rectangle of the photo that holds all that is covered. It lies on a grid of whole pixels that
 * begins at the photo's corner, so that what is measured at a place does not depend on where the rectangle begins.
 * @param coverage over the whole photo, looked at from afar
 * @param whole the region that it was made for
 * @param longSide of the covered rectangle, in pixels that come out, at most
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
  // A pixel of the look wider on every side: from afar, what is covered faintly is not seen.
  const [from, to] = [whole.width / width, whole.height / height];
  const [columns, rows] = [(right - left + 3) * from, (bottom - top + 3) * to];
  const step = Math.ceil(Math.max(columns, rows) / longSide);
  const across = cellsOf((left - 1) * from, columns, whole.width, step);
  const down = cellsOf((top - 1) * to, rows, whole.height, step);
  return regionOfRuns(across, down);
}

/**
 * The same rectangle with a margin, inside the photo.
 * @param margin in pixels that come out
 */
export function widenedBox(
  box: Region,
  { width, height }: Pick<Region, 'width' | 'height'>,
  margin: number,
): Region {
  const step = Math.round(Math.max(box.width / box.outWidth, box.height / box.outHeight));
  return regionOfRuns(
    cellsOf(box.x - margin * step, box.width + 2 * margin * step, width, step),
    cellsOf(box.y - margin * step, box.height + 2 * margin * step, height, step),
  );
}

/** The cells of a line that hold a piece of it; what is left over at the line's end is left out. */
function cellsOf(from: number, length: number, line: number, step: number): PixelRun {
  const cells = Math.max(1, Math.floor(line / step));
  const first = Math.min(cells - 1, Math.max(0, Math.floor(from / step)));
  const last = Math.min(cells, Math.ceil((from + length) / step));
  const count = Math.max(1, last - first);
  return { start: first * step, length: Math.min(line, count * step), count };
}
