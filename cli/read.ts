import { convertSrgbLinearToCielabD50 } from '#core/colour/cielab';
import { mapIntoSrgbGamut } from '#core/colour/gamut';
import { convertSrgbEncodedToHsv } from '#core/colour/hsv';
import { encodeSrgb } from '#core/colour/transfer';
import type { Triple } from '#core/colour/triple';
import { meanLinear, patchRegion, trimPatch } from '#core/measure/reading';
import { sampleRegion } from '#core/raster/sampleRegion';
import type { ReadCommand } from './arguments';
import { openPhotoFile } from './photoFile';

/** One patch of one photo in numbers. */
export interface PatchNumbers {
  readonly x: number;
  readonly y: number;
  readonly size: number;
  /** degrees, null for grey; saturation and value 0..1 */
  readonly hsv: { readonly hue: number | null; readonly saturation: number; readonly value: number };
  readonly rgb8: Triple;
  readonly cielabD50: Triple;
}

/** @throws {PhotoFileError} and {RangeError} for a patch beside the photo */
export async function readPhoto(path: string, at: ReadCommand['at']): Promise<PatchNumbers[]> {
  const { pyramid } = await openPhotoFile(path);
  return at.map((patch) => {
    const region = patchRegion(patch, pyramid);
    if (!region) throw new RangeError(`the patch at ${patch.x}, ${patch.y} lies beside the photo, which has ${pyramid.width} × ${pyramid.height} pixels`);
    const mean = meanLinear(trimPatch(sampleRegion(pyramid, region).data));
    const encoded = mapIntoSrgbGamut(mean).map(encodeSrgb) as unknown as Triple, { hueDegrees, saturation, value } = convertSrgbEncodedToHsv(encoded);
    return {
      ...patch,
      hsv: { hue: hueDegrees ?? null, saturation, value },
      rgb8: encoded.map((channel) => Math.round(255 * channel)) as unknown as Triple,
      cielabD50: convertSrgbLinearToCielabD50(mean),
    };
  });
}

export function sayPatch({ x, y, size, hsv, rgb8, cielabD50 }: PatchNumbers): string {
  const hue = hsv.hue === null ? 'no hue' : `${hsv.hue.toFixed(1)}°`;
  return `  ${x}, ${y} (${size} px)  HSV ${hue} ${Math.round(100 * hsv.saturation)} ${Math.round(100 * hsv.value)}  RGB ${rgb8.join(' ')}  Lab ${cielabD50.map((value) => value.toFixed(1)).join(' ')}`;
}
