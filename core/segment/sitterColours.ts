import type { Triple } from '../colour/triple';
import { areaMean } from '../measure/areaMean';
import type { Pyramid } from '../raster/pyramid';
import { sampleRegion } from '../raster/sampleRegion';
import type { FoundPart } from './found';

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
  // What is covered in part shows something else too.
  const coverage = new Uint8Array(small.outWidth * small.outHeight);
  for (let row = 0, i = 0; row < small.outHeight; row++) {
    const y = Math.floor(((row + 0.5) * region.outHeight) / small.outHeight);
    for (let column = 0; column < small.outWidth; column++, i++) {
      const x = Math.floor(((column + 0.5) * region.outWidth) / small.outWidth);
      coverage[i] = coverage8[y * region.outWidth + x]! < LEAST_COVERAGE8 ? 0 : 255;
    }
  }
  if (coverage.reduce((sum, value) => sum + value / 255, 0) < LEAST_PIXELS) return undefined;
  const size = { width: small.outWidth, height: small.outHeight };
  return areaMean(sampleRegion(pyramid, small), { space: 'coverage8', ...size, data: coverage });
}
