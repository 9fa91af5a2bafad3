import { clamp, clampUnit } from '../math/clamp';
import { boxMeansTwice } from '../raster/boxMeans';
import { isAnywhere } from '../raster/mapPlane';
import type { LinearRaster, Region } from '../raster/raster';
import type { HeadClasses } from './classShares';
import type { HeadGrid } from './headGrid';
import { LINE_CHANNELS, NO_CLASS, classColours, lineDoubt, mixingLines, placeOn } from './mixingLines';
import { cellsOf } from './planes';
import {
  BEARD_REACH,
  BEARD_SPREAD,
  BEARD_TOLD_MORE,
  BEYOND_LINE,
  COLOUR_REACH,
  LEAST_REST,
  LEAST_SPREAD,
  PURE,
} from './strandParameters';

/**
 * Parts a beard from the skin that shows between its hairs. How dense it is about a place the parser says; which of
 * the pixels there are hair, and which skin, how far each lies from the skin's colour towards the beard's, beside
 * those about it. So the skin between hairs, which lies in their shade, is still skin, and a dense beard, however it
 * shines, is all beard.
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
  const places = placesFromSkin(small, { beard, skin }, { region, fine });
  const { shares } = small.parsed;
  const cells = cellsOf(region, small.region.outWidth, small.region.outHeight);
  const weighed = new Float32Array(CHANNELS * beard.length);
  for (let i = 0, o = 0; i < beard.length; i++, o += CHANNELS) {
    const place = places[i]!;
    if (Number.isNaN(place)) continue;
    const weight = beard[i]!;
    const told = shares.beard[cells[i]!]!;
    weighed[o] = weight;
    weighed[o + 1] = weight * place;
    weighed[o + 2] = weight * place * place;
    weighed[o + 3] = (weight * told) / Math.max(LEAST_REST, told + BEARD_TOLD_MORE * shares.skin[cells[i]!]!);
  }
  const about = boxMeansTwice(weighed, {
    channels: CHANNELS,
    width: region.outWidth,
    height: region.outHeight,
    radius: Math.ceil((BEARD_REACH * small.frame.unit * region.outWidth) / region.width),
  });
  for (let i = 0, o = 0; i < beard.length; i++, o += CHANNELS) {
    if (Number.isNaN(places[i]!) || !(about[o]! > 0)) continue;
    const mean = about[o + 1]! / about[o]!;
    const variance = Math.max(LEAST_SPREAD, about[o + 2]! / about[o]! - mean * mean);
    const density = clampUnit(about[o + 3]! / about[o]!);
    // At least as steep as the line itself, which single hairs that a pixel holds whole follow.
    const contrast = Math.max(density, Math.sqrt((BEARD_SPREAD * density * (1 - density)) / variance));
    const kept = beard[i]! * clampUnit(density + contrast * (places[i]! - mean));
    skin[i]! += beard[i]! - kept;
    beard[i] = kept;
  }
}

/** What is averaged about a place: the beard, the places of its pixels, their squares, and how dense it is told to be. */
const CHANNELS = 4;

/** How far the colour of each pixel of a beard lies from the skin's (0) to the beard's (1) near it; else NaN. */
function placesFromSkin(
  small: HeadGrid,
  { beard, skin }: Pick<HeadClasses, 'beard' | 'skin'>,
  { region, fine }: { readonly region: Region; readonly fine: LinearRaster },
): Float32Array {
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
  return beard.map((share, i) => {
    const line = cells[i]! * LINE_CHANNELS;
    if (share === 0 || lines[line + 4] === Infinity) return NaN;
    return clamp(placeOn(lines, line, fine.data, i), -BEYOND_LINE, 1 + BEYOND_LINE);
  });
}
const BEARD = 0;
const SKIN = 1;
