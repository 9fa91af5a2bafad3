import { MOST_CODE16, srgbSpace } from '../colour/rgbSpace';
import type { RgbSpace } from '../colour/rgbSpace';
import { SRGB8_OF_LINEAR, SRGB8_STEPS, encodeSrgb } from '../colour/transfer';
import { codesOf } from './raster';
import type { PhotoRaster } from './raster';

/** A photo and its halvings; level 0 is the photo, level n has a scale of 2^-n. */
export interface Pyramid {
  readonly width: number;
  readonly height: number;
  readonly levels: readonly PhotoRaster[];
}

/** Halving stops at this long side. */
const SMALLEST_LONG_SIDE = 1024;

/**
 * Halves a photo in linear light until it is small.
 * @param photo level 0; kept, not copied
 * @param allocate makes the pixels of a level, so that a host can share them between threads
 */
export function buildPyramid(
  photo: PhotoRaster,
  allocate: (bytes: number) => Uint8Array = (bytes) => new Uint8Array(bytes),
): Pyramid {
  const levels = [photo];
  let level: PhotoRaster = photo;
  while (Math.max(level.width, level.height) / 2 >= SMALLEST_LONG_SIDE) {
    level = halve(level, allocate);
    levels.push(level);
  }
  return { width: photo.width, height: photo.height, levels };
}

/** How light is written down again: a code by light in steps, and how many steps there are from black to white. */
interface CodeTable {
  readonly codes: Uint8Array | Uint16Array;
  readonly steps: number;
}

const SRGB8: CodeTable = { codes: SRGB8_OF_LINEAR, steps: SRGB8_STEPS };
/** Codes of 16 bits lie within half a code of where they belong but in the deepest shade. */
const STEPS16 = 1 << 16;
let srgb16: CodeTable | undefined;
const srgb16Table = (): CodeTable =>
  (srgb16 ??= {
    codes: Uint16Array.from({ length: STEPS16 + 1 }, (_, i) =>
      Math.round(MOST_CODE16 * encodeSrgb(Math.min(1, (i + 0.5) / STEPS16))),
    ),
    steps: STEPS16,
  });

/** Half the size; a photo in a space of its own keeps its primaries and gets the curve of sRGB, in 16 bits. */
function halve(photo: PhotoRaster, allocate: (bytes: number) => Uint8Array): PhotoRaster {
  const width = Math.ceil(photo.width / 2);
  const height = Math.ceil(photo.height / 2);
  const count = width * height * 4;
  if (photo.space === 'srgb8') {
    const data = allocate(count);
    meanOfFour(photo, data, SRGB8, 255);
    return { space: 'srgb8', width, height, data };
  }
  const bytes = allocate(2 * count);
  const data = new Uint16Array(bytes.buffer, bytes.byteOffset, count);
  meanOfFour(photo, data, srgb16Table(), MOST_CODE16);
  return { space: 'deep', width, height, data, colours: halvedColours(photo.colours) };
}

/** Each pixel of the half is the mean of four in linear light. @param opaque the code of full opacity */
function meanOfFour(
  photo: PhotoRaster,
  out: Uint8Array | Uint16Array,
  { codes, steps }: CodeTable,
  opaque: number,
): void {
  const { width, height, data } = photo;
  const [red, green, blue] = codesOf(photo).light;
  const quarter = steps / 4;
  for (let top = 0, o = 0; top < height; top += 2) {
    const bottom = Math.min(top + 1, height - 1);
    for (let left = 0; left < width; left += 2, o += 4) {
      const right = Math.min(left + 1, width - 1);
      const p = (top * width + left) * 4;
      const q = (top * width + right) * 4;
      const r = (bottom * width + left) * 4;
      const s = (bottom * width + right) * 4;
      out[o] = codes[(quarter * (red[data[p]!]! + red[data[q]!]! + red[data[r]!]! + red[data[s]!]!)) | 0]!;
      out[o + 1] =
        codes[
          (quarter *
            (green[data[p + 1]!]! + green[data[q + 1]!]! + green[data[r + 1]!]! + green[data[s + 1]!]!)) |
            0
        ]!;
      out[o + 2] =
        codes[
          (quarter *
            (blue[data[p + 2]!]! + blue[data[q + 2]!]! + blue[data[r + 2]!]! + blue[data[s + 2]!]!)) |
            0
        ]!;
      out[o + 3] = opaque;
    }
  }
}

const halvedSpaces = new WeakMap<RgbSpace, RgbSpace>();

function halvedColours(colours: RgbSpace): RgbSpace {
  const { light } = srgbSpace();
  if (colours.light === light) return colours;
  let space = halvedSpaces.get(colours);
  if (!space) halvedSpaces.set(colours, (space = { ...colours, light }));
  return space;
}
