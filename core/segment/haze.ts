import { clampUnit } from '../math/clamp';
import { boxMeansTwice } from '../raster/boxMeans';
import { isAnywhere, mapPlane } from '../raster/mapPlane';
import type { HeadClasses } from './classShares';
import type { HeadGrid } from './headGrid';
import { HAZE } from './strandParameters';
import type { HAZES } from './strandParameters';
import { setHair } from './strandPlanes';
import type { StrandPlanes } from './strandPlanes';
import { GROUNDS } from './strandShares';

/** What share of a class the pixels keep: by the cell in which each lies, and that of each cell. */
export interface KeptShares {
  readonly cells: Int32Array;
  readonly kept: Float32Array;
}

/**
 * Skin and cloth are whole: where none is sure about a place, mixed colours only look like them, and are of
 * the ground beside.
 */
export function dropHaze(
  name: 'skin' | 'clothes',
  { skin, clothes, background, others }: HeadClasses,
  { cells, kept }: KeptShares,
): void {
  const own = name === 'skin' ? skin : clothes;
  const other = name === 'skin' ? clothes : skin;
  for (let i = 0; i < own.length; i++) {
    const share = kept[cells[i]!]!;
    if (share === 1 || own[i] === 0) continue;
    const dropped = own[i]! * (1 - share);
    own[i]! -= dropped;
    const ground = background[i]! > other[i]! ? background : other;
    const to = others[i]! > ground[i]! ? others : ground;
    to[i]! += dropped;
  }
}

/**
 * Hair hangs together: where none is sure about a place, grain and the mixed colours of other edges only look like
 * it, and what else is there shares them.
 */
export function dropHairHaze(planes: StrandPlanes, { cells, kept }: KeptShares): void {
  const background = planes.grounds[GROUNDS.findIndex(({ name }) => name === 'background')]!;
  for (let i = 0; i < cells.length; i++) {
    const share = kept[cells[i]!]!;
    if (share < 1 && planes.hair[i]! > 0) setHair(i, share * planes.hair[i]!, planes, background);
  }
}

/** What share of a class each cell keeps, by how much of it is sure about the place; all where it is sure nowhere. */
export function keptShares(
  { region: { outWidth: columns, outHeight: rows, width }, frame }: HeadGrid,
  coarse: Float32Array,
  { sure, reach }: (typeof HAZES)['skin' | 'hair'],
): Float32Array {
  const isSure = mapPlane(coarse, (share) => Number(share > sure));
  if (!isAnywhere(isSure)) return isSure.fill(1);
  const radius = Math.max(1, Math.round((reach * frame.unit * columns) / width));
  const about = boxMeansTwice(isSure, { channels: 1, width: columns, height: rows, radius });
  return mapPlane(about, (share) => clampUnit(share / HAZE));
}
