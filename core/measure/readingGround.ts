import { sharesOf } from '../raster/coverage8';
import type { Sitter } from '../document/schema';
import { halveArea } from '../raster/halveArea';
import { maskSoften } from '../raster/maskSoften';
import type { Coverage8Raster, Region } from '../raster/raster';

/** What is about an area that its readings keep off. */
export interface ReadingGround {
  /** hair, eyes, brows and lips over the area's region: their surroundings are in their shade or theirs */
  readonly others?: Coverage8Raster | undefined;
  /** of skin: where nose and cheeks, which flush and shine, lie */
  readonly face?: Sitter['face'] | undefined;
}

/** Ellipses in shares of the face's box: nose, and the cheeks to both sides of it. */
const FLUSHED = [
  { x: 0.5, y: 0.5, across: 0.15, down: 0.2 },
  { x: 0.22, y: 0.58, across: 0.15, down: 0.14 },
  { x: 0.78, y: 0.58, across: 0.15, down: 0.14 },
] as const;
/** Lids and what hair shades reach about as far from eyes and hair, in face widths. */
const REACH = 0.06;
/** Coverage that is left of what is so near. */
const TRACE = 0.08;

/**
 * Which pixels of a grid readings keep off.
 * @param grid the area's region, halved to at most so many pixels
 */
export function readingsKeepOff(
  { others, face }: ReadingGround,
  region: Region,
  grid: Region,
): (index: number) => boolean {
  const { outWidth: width, outHeight: height } = grid;
  const scale = grid.width / width;
  const near = others && softened(others, region, grid, (face ? REACH * face.width : 0) / scale);
  return (index) => {
    if (near && near[index]! > TRACE) return true;
    if (!face) return false;
    const u = (grid.x + ((index % width) + 0.5) * scale - face.x) / face.width;
    const v = (grid.y + (Math.floor(index / width) + 0.5) * (grid.height / height) - face.y) / face.height;
    return FLUSHED.some(({ x, y, across, down }) => ((u - x) / across) ** 2 + ((v - y) / down) ** 2 < 1);
  };
}

function softened({ data }: Coverage8Raster, region: Region, grid: Region, sigma: number): Float32Array {
  const halved = halveArea(
    {
      region,
      planes: [sharesOf(data)],
      weights: new Float32Array(data.length).fill(1),
    },
    grid.outWidth * grid.outHeight,
  ).planes[0]!;
  maskSoften(halved, grid.outWidth, grid.outHeight, Math.max(1, sigma));
  return halved;
}
