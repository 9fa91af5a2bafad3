import type { Triple } from '../colour/triple';
import type { Pyramid } from '../raster/pyramid';
import { sampleRegion } from '../raster/sampleRegion';
import type { FoundPart } from './findParts';

/** Of what is looked at, each side at most so many pixels. */
const MOST_SIDE = 160;
/** Coverage that counts as the part alone, 0..255. */
const LEAST_COVERAGE8 = 217;
/** A part of fewer pixels, at the size at which it is looked at, says nothing. */
const LEAST_PIXELS = 40;

/**
 * How light hair and clothes are against the sitter's own skin, per channel: the cube root of the ratio of linear
 * light. Light that falls on all of them alike, and exposure, cancel out (von Kries).
 * @returns null for what is not there
 */
export function sitterColours(
  pyramid: Pyramid,
  parts: readonly FoundPart[],
): { readonly hair: Triple | null; readonly clothes: Triple | null } {
  const meanOf = (name: FoundPart['part']) => {
    const part = parts.find((each) => each.part === name);
    return part && partMean(pyramid, part);
  };
  const skin = meanOf('face');
  const against = (mean: Triple | undefined) =>
    skin && mean
      ? (mean.map((value, c) => Math.cbrt(value / Math.max(1e-4, skin[c]!))) as unknown as Triple)
      : null;
  return { hair: against(meanOf('hair')), clothes: against(meanOf('clothes')) };
}

function partMean(pyramid: Pyramid, { region, coverage8 }: FoundPart): Triple | undefined {
  const shrink = Math.min(1, MOST_SIDE / Math.max(region.outWidth, region.outHeight));
  const small = {
    ...region,
    outWidth: Math.max(1, Math.round(region.outWidth * shrink)),
    outHeight: Math.max(1, Math.round(region.outHeight * shrink)),
  };
  const { data } = sampleRegion(pyramid, small);
  const sum = [0, 0, 0];
  let count = 0;
  for (let row = 0, i = 0; row < small.outHeight; row++) {
    const y = Math.floor(((row + 0.5) * region.outHeight) / small.outHeight);
    for (let column = 0; column < small.outWidth; column++, i++) {
      const x = Math.floor(((column + 0.5) * region.outWidth) / small.outWidth);
      if (coverage8[y * region.outWidth + x]! < LEAST_COVERAGE8) continue;
      count++;
      for (let c = 0; c < 3; c++) sum[c]! += data[3 * i + c]!;
    }
  }
  return count < LEAST_PIXELS ? undefined : (sum.map((value) => value / count) as unknown as Triple);
}
