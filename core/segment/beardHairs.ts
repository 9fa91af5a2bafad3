import { clampUnit } from '../math/clamp';
import { isAnywhere } from '../raster/mapPlane';
import type { LinearRaster, Region } from '../raster/raster';
import type { HeadClasses } from './classShares';
import type { HeadGrid } from './headGrid';
import { LINE_CHANNELS, NO_CLASS, classColours, lineDoubt, mixingLines, placeOn } from './mixingLines';
import { cellsOf } from './planes';
import { COLOUR_REACH, PURE } from './strandParameters';

/**
 * Parts a beard from the skin that shows between its hairs: each of its pixels is beard by where its colour lies
 * between the skin's and the beard's colours near it, and skin for the rest.
 * @param small the head at the size at which colours run smoothly
 * @param classes changed: what a beard loses its skin gains
 * @param fine the photo's pixels, linear sRGB, as many as the classes have
 * @see Levin, Lischinski, Weiss 2008 for mixed pixels on local lines of colour
 */
export function partBeardHairs(
  small: HeadGrid,
  { beard, skin }: HeadClasses,
  { region, fine }: { readonly region: Region; readonly fine: LinearRaster },
): void {
  if (!isAnywhere(beard)) return;
  const labels = Uint8Array.from(beard, (share, i) => {
    if (share > PURE) return BEARD;
    return skin[i]! > PURE ? SKIN : NO_CLASS;
  });
  const columns = Math.ceil(small.region.outWidth / 2);
  const rows = Math.ceil(small.region.outHeight / 2);
  const unit = (small.frame.unit * columns) / small.region.width;
  const [ofBeard, ofSkin] = classColours(fine, labels, {
    classes: 2,
    trust: () => 1,
    columns,
    rows,
    radius: COLOUR_REACH * unit,
  });
  const lines = new Float32Array(columns * rows * LINE_CHANNELS);
  mixingLines(ofBeard!, ofSkin!, lines, lineDoubt(small.frame, region));
  const cells = cellsOf(region, columns, rows);
  for (let i = 0; i < beard.length; i++) {
    const line = cells[i]! * LINE_CHANNELS;
    if (beard[i] === 0 || lines[line + 4] === Infinity) continue;
    const kept = beard[i]! * clampUnit(placeOn(lines, line, fine.data, i));
    skin[i]! += beard[i]! - kept;
    beard[i] = kept;
  }
}
const BEARD = 0;
const SKIN = 1;
