import { refuseSize } from './inspectPhotoFile';
import type { Samples } from './onWhite';

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

/**
 * Develops what a camera's sensor saw, upright.
 * @returns samples of 16 bits in Rec. 2020 (`rec2020Space`)
 * @throws {PhotoFileError} when it is too large; whatever the decoder throws
 */
export function developRaw(name: string, bytes: Uint8Array, decoder: RawDecoder): Samples {
  // It takes what it is given for its own.
  decoder.open(bytes.slice(), SETTINGS);
  const size = decoder.metadata(false);
  if (size) refuseSize(name, size);
  const picture = decoder.imageData();
  if (picture?.colors !== 3 || picture.bits !== 16) throw new RangeError('no picture of three colours');
  const { width, height, data } = picture;
  return { width, height, data, channels: 3 };
}
