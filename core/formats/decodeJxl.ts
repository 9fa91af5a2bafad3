import { PhotoFileError } from '../errors';
import type { Pixels } from '../raster/turnUpright';

/** A decoder of JPEG XL: sRGB with opacity, 8 bits, upright. */
export interface JxlDecoder {
  decode(bytes: Uint8Array): {
    readonly width: number;
    readonly height: number;
    readonly data: Uint8ClampedArray;
  } | null;
}

/**
 * The pixels of a JPEG XL, what is transparent laid on white.
 * @throws {PhotoFileError} undecodable
 */
export async function decodeJxl(
  name: string,
  bytes: Uint8Array,
  start: () => Promise<JxlDecoder>,
  allocate: (bytes: number) => Uint8Array = (count) => new Uint8Array(count),
): Promise<Pixels<Uint8Array>> {
  const decoder = await start();
  let picture: ReturnType<JxlDecoder['decode']> = null;
  try {
    picture = decoder.decode(bytes);
  } catch {
    // It says no more than that.
  }
  if (!picture) throw new PhotoFileError(name, 'undecodable');
  const { width, height, data } = picture;
  const out = allocate(data.length);
  for (let i = 0; i < data.length; i += 4) {
    const opacity = data[i + 3]! / 255;
    for (let c = 0; c < 3; c++) out[i + c] = Math.round(data[i + c]! * opacity + 255 * (1 - opacity));
    out[i + 3] = 255;
  }
  return { width, height, data: out };
}
