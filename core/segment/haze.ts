import { clampUnit } from '../math/clamp';
import { boxMeansTwice } from '../raster/boxMeans';
import { isAnywhere, mapPlane } from '../raster/mapPlane';
import type { Region } from '../raster/raster';
import type { HeadClasses } from './classShares';
import type { HeadGrid } from './headGrid';
import { cellsOf } from './planes';
import { HAZE, HAZES } from './strandParameters';
import { setHair } from './strandPlanes';
import type { StrandPlanes } from './strandPlanes';
import { GROUNDS } from './strandShares';

/**
 * Skin and cloth are whole: where none is sure about a place, mixed colours only look like them, and are of
 * the ground beside.
 */
export function dropHaze(
  grid: HeadGrid,
  coarse: Float32Array,
  { skin, clothes, background, others }: HeadClasses,
  { name, region }: { readonly name: 'skin' | 'clothes'; readonly region: Region },
): void {
  const kept = keptShares(grid, coarse, { haze: HAZES[name], region });
  const own = name === 'skin' ? skin : clothes;
  const other = name === 'skin' ? clothes : skin;
  for (let i = 0; i < own.length; i++) {
    const dropped = own[i]! * (1 - kept(i));
    if (dropped === 0) continue;
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
export function dropHairHaze(
  grid: HeadGrid,
  coarse: Float32Array,
  planes: StrandPlanes,
  region: Region,
): void {
  const kept = keptShares(grid, coarse, { haze: HAZES.hair, region });
  const background = planes.grounds[GROUNDS.findIndex(({ name }) => name === 'background')]!;
  for (let i = 0; i < planes.hair.length; i++) {
    const share = kept(i);
    if (share < 1 && planes.hair[i]! > 0) setHair(i, share * planes.hair[i]!, planes, background);
  }
}

/** What share of a class a pixel keeps, by how much of it is sure about the place; all where it is sure nowhere. */
function keptShares(
  { region: { outWidth: columns, outHeight: rows, width }, frame }: HeadGrid,
  coarse: Float32Array,
  { haze, region }: { readonly haze: (typeof HAZES)['skin' | 'hair']; readonly region: Region },
): (i: number) => number {
  const reach = Math.max(1, Math.round((haze.reach * frame.unit * columns) / width));
  const cells = cellsOf(region, columns, rows);
  const isSure = mapPlane(coarse, (share) => Number(share > haze.sure));
  if (!isAnywhere(isSure)) return () => 1;
  const sure = boxMeansTwice(isSure, { channels: 1, width: columns, height: rows, radius: reach });
  return (i) => clampUnit(sure[cells[i]!]! / HAZE);
}
