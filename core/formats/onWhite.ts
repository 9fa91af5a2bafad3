import type { Pixels } from '../raster/turnUpright';

/** Decoded samples of a picture, one to four to a pixel, interleaved. */
export interface Samples {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array | Uint16Array;
  readonly channels: number;
}

/** Makes room for the pixels of a photo, so that a host can share it between threads. */
export type Allocate = (bytes: number) => Uint8Array;

/** One to four samples a pixel as opaque RGBA; the second of two and the fourth of four are opacity. */
export function onWhite(
  { width, height, data, channels }: Samples,
  allocate: Allocate,
): Pixels<Uint8Array | Uint16Array> {
  const count = 4 * width * height;
  const isDeep = data.BYTES_PER_ELEMENT === 2;
  const bytes = allocate(count * data.BYTES_PER_ELEMENT);
  const out = isDeep ? new Uint16Array(bytes.buffer, bytes.byteOffset, count) : bytes;
  const most = isDeep ? 65_535 : 255;
  const colours = channels >= 3 ? 3 : 1;
  for (let i = 0, o = 0; o < count; i += channels, o += 4) {
    const opacity = channels % 2 === 0 ? data[i + colours]! / most : 1;
    for (let c = 0; c < 3; c++) {
      const code = data[i + (colours === 3 ? c : 0)]!;
      out[o + c] = opacity === 1 ? code : Math.round(code * opacity + most * (1 - opacity));
    }
    out[o + 3] = most;
  }
  return { width, height, data: out };
}
