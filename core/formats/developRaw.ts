import { PhotoFileError } from '../errors';
import type { Pixels } from '../raster/turnUpright';
import { refuseSize } from './inspectPhotoFile';

/** A decoder of cameras' files, LibRaw or one that is called as it is. */
export interface RawDecoder {
  open(bytes: Uint8Array, settings: Readonly<Record<string, unknown>>): void;
  metadata(full: boolean): { readonly width: number; readonly height: number } | undefined;
  imageData():
    | {
        readonly width: number;
        readonly height: number;
        readonly colors: number;
        readonly bits: number;
        readonly data: Uint8Array | Uint16Array;
      }
    | undefined;
}

/**
 * The camera's white balance, highlights kept where a channel is full (so that white lies below the top by as
 * much as the balance lifts a channel), no brightening, Rec. 2020 with its own curve.
 */
const SETTINGS = {
  useCameraWb: true,
  highlight: 2,
  noAutoBright: true,
  adjustMaximumThr: 0,
  outputColor: 8,
  outputBps: 16,
};
const DEEPEST = 65_535;

/**
 * Develops what a camera's sensor saw, upright.
 * @returns RGBA of 16 bits in Rec. 2020 (`rec2020Space`)
 * @throws {PhotoFileError} undecodable, or too large
 */
export async function developRaw(
  name: string,
  bytes: Uint8Array,
  start: () => Promise<RawDecoder>,
  allocate: (bytes: number) => Uint8Array = (count) => new Uint8Array(count),
): Promise<Pixels<Uint16Array>> {
  const decoder = await start();
  const picture = decode(name, bytes, decoder);
  const { width, height, data } = picture;
  const room = allocate(8 * width * height);
  const out = new Uint16Array(room.buffer, room.byteOffset, 4 * width * height);
  for (let p = 0, o = 0; o < out.length; p += 3, o += 4) {
    out[o] = data[p]!;
    out[o + 1] = data[p + 1]!;
    out[o + 2] = data[p + 2]!;
    out[o + 3] = DEEPEST;
  }
  return { width, height, data: out };
}

function decode(name: string, bytes: Uint8Array, decoder: RawDecoder) {
  try {
    // It takes what it is given for its own.
    decoder.open(bytes.slice(), SETTINGS);
    const size = decoder.metadata(false);
    if (size) refuseSize(name, size);
    const picture = decoder.imageData();
    if (picture?.colors !== 3 || picture.bits !== 16) throw new RangeError('no picture of three colours');
    return picture;
  } catch (error) {
    throw error instanceof PhotoFileError ? error : new PhotoFileError(name, 'undecodable');
  }
}
