import { pixelCentre } from '../raster/raster';
import type { Region } from '../raster/raster';
import { faceToImage } from './faceFrame';
import type { FaceFrame } from './faceFrame';
import type { LandmarkPoint } from './faceLandmarks';

/** How far something may lie from the bridge of the nose, face widths. */
export interface FaceWidths {
  readonly aside: number;
  readonly up: number;
  readonly down: number;
}

/** An upright part of the photo that holds what may belong to a sitter, whole pixels of the photo. */
export interface Reach extends Pick<Region, 'x' | 'y' | 'width' | 'height'> {
  /** of the part as it was before others were left out of it; its scale goes by that, photo pixels */
  readonly longSide: number;
}

/** What lies within reach of a face, which may be tilted. */
export function reachOf(
  { width, height }: { readonly width: number; readonly height: number },
  frame: FaceFrame,
  { aside, up, down }: FaceWidths,
): Reach {
  const corners = [-aside, aside].flatMap((u) => [-up, down].map((v) => faceToImage(frame, [u, v])));
  const xs = corners.map(([x]) => x);
  const ys = corners.map(([, y]) => y);
  const x = Math.max(0, Math.floor(Math.min(...xs)));
  const y = Math.max(0, Math.floor(Math.min(...ys)));
  const across = Math.min(width, Math.ceil(Math.max(...xs))) - x;
  const deep = Math.min(height, Math.ceil(Math.max(...ys))) - y;
  return { x, y, width: across, height: deep, longSide: Math.max(across, deep) };
}

/** Cells along each side of a part, of which each is asked whose it is. */
const CELLS = 48;

/** Of a part what holds all that may be this sitter's, and a cell more; all of it where nothing is. */
export function narrowed(reach: Reach, isOwn: (point: LandmarkPoint) => boolean): Reach {
  const { x, y, width, height } = reach;
  const cells = { x, y, width, height, outWidth: Math.min(CELLS, width), outHeight: Math.min(CELLS, height) };
  let [left, right, top, bottom] = [Infinity, -1, Infinity, -1];
  for (let row = 0; row < cells.outHeight; row++)
    for (let column = 0; column < cells.outWidth; column++) {
      if (!isOwn(pixelCentre(cells, column, row))) continue;
      left = Math.min(left, column - 1);
      right = Math.max(right, column + 2);
      top = Math.min(top, row - 1);
      bottom = Math.max(bottom, row + 2);
    }
  if (right < 0) return reach;
  const [from, to] = spanOf(left, right, cells.outWidth, width);
  const [above, below] = spanOf(top, bottom, cells.outHeight, height);
  return { ...reach, x: x + from, y: y + above, width: to - from, height: below - above };
}

/** Cells from one to before another as pixels from one to before another. */
function spanOf(from: number, to: number, cells: number, pixels: number): [number, number] {
  const pixelOf = (cell: number) => (Math.min(cells, Math.max(0, cell)) * pixels) / cells;
  return [Math.floor(pixelOf(from)), Math.ceil(pixelOf(to))];
}

/** A part at the photo's scale, or at that at which its long side would be so many pixels if that is less. */
export function regionOf({ x, y, width, height, longSide }: Reach, longest: number): Region {
  const scale = Math.min(1, longest / longSide);
  const scaled = (side: number) => Math.max(1, Math.round(side * scale));
  return { x, y, width, height, outWidth: scaled(width), outHeight: scaled(height) };
}
