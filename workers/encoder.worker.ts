import startAvif from '@jsquash/avif/codec/enc/avif_enc.js';
import avifUrl from '@jsquash/avif/codec/enc/avif_enc.wasm?url';
import { defaultOptions as avifDefaults } from '@jsquash/avif/meta.js';
import startJpeg from '@jsquash/jpeg/codec/enc/mozjpeg_enc.js';
import jpegUrl from '@jsquash/jpeg/codec/enc/mozjpeg_enc.wasm?url';
import { defaultOptions as jpegDefaults } from '@jsquash/jpeg/meta.js';
import { displayP3Space, srgbSpace } from '#core/colour/rgbSpace';
import { readExtras } from '#core/formats/photoExtras';
import { readPhoto } from '#core/formats/photoReading';
import { writePng } from '#core/formats/pngFile';
import { writeTiff } from '#core/formats/tiffFile';
import { FORMAT_FACTS, placeExtras, writtenExtras } from '#core/formats/writtenFile';
import type { WrittenAs } from '#core/formats/writtenFile';
import type { PhotoExtras } from '#core/formats/photoExtras';
import type { CodedTarget } from '#core/render/codedRegion';
import type { EncoderExchanges } from './protocol';
import { serve } from './serve';

interface Sheet {
  readonly width: number;
  readonly height: number;
  readonly target: CodedTarget;
  readonly data: Uint8Array<ArrayBuffer> | Uint16Array<ArrayBuffer>;
}

let sheet: Sheet | undefined;

serve<EncoderExchanges>({
  sheet: ({ width, height, target }) => {
    const count = width * height * target.channels;
    sheet = {
      width,
      height,
      target,
      data: target.depth === 16 ? new Uint16Array(count) : new Uint8Array(count),
    };
    return undefined;
  },
  strip: ({ codes, row }) => {
    const { width, target, data } = sheet!;
    data.set(
      data instanceof Uint16Array ? new Uint16Array(codes) : new Uint8Array(codes),
      row * width * target.channels,
    );
    return undefined;
  },
  opacity: ({ opacity }) => {
    const { data } = sheet!;
    for (let i = 0; i < opacity.length; i++) data[4 * i + 3] = opacity[i]!;
    return undefined;
  },
  write: async ({ as, file, name }, onProgress) => {
    const pixels = sheet!;
    const bytes = new Uint8Array(await file.arrayBuffer());
    const spaces = {
      'own': readPhoto(name, bytes).colours,
      'srgb': srgbSpace(),
      'display-p3': displayP3Space(),
    };
    const written = spaces[pixels.target.space] ?? srgbSpace();
    const extras = writtenExtras(readExtras(bytes), written, { ...as, space: pixels.target.space }, pixels);
    const { type } = FORMAT_FACTS[as.format];
    return new Blob([await encode(pixels, as, extras, onProgress)], { type });
  },
});

async function encode(
  pixels: Sheet,
  as: WrittenAs,
  extras: PhotoExtras,
  onProgress: (share: number) => void,
): Promise<Uint8Array<ArrayBuffer>> {
  switch (as.format) {
    case 'png':
    case 'png16':
      return writePng({ ...pixels, channels: pixels.target.channels }, extras, onProgress);
    case 'tiff16':
      return writeTiff(pixels, extras);
    default: {
      const encoders = { jpeg: encodeJpeg, webp: encodeWebp, avif: encodeAvif };
      return placeExtras(await encoders[as.format](pixels, as), as.format, extras, pixels);
    }
  }
}

async function encodeJpeg(
  { data, width, height }: Sheet,
  { quality, fullChroma }: WrittenAs,
): Promise<Uint8Array> {
  const module = await startJpeg({ noInitialRun: true, locateFile: () => jpegUrl });
  return module.encode(data as Uint8Array<ArrayBuffer>, width, height, {
    ...jpegDefaults,
    quality,
    auto_subsample: false,
    chroma_subsample: fullChroma ? 1 : 2,
  });
}

async function encodeWebp({ data, width, height }: Sheet, { quality }: WrittenAs): Promise<Uint8Array> {
  const canvas = new OffscreenCanvas(width, height);
  const clamped = new Uint8ClampedArray(data.buffer);
  canvas.getContext('2d', { alpha: false })!.putImageData(new ImageData(clamped, width), 0, 0);
  const blob = await canvas.convertToBlob({ type: 'image/webp', quality: quality / 100 });
  return new Uint8Array(await blob.arrayBuffer());
}

/** A quick setting; finer ones take minutes for some percent. */
const AVIF_SPEED = 8;
const AVIF_FULL_CHROMA = 3;

async function encodeAvif({ data, width, height }: Sheet, { quality }: WrittenAs): Promise<Uint8Array> {
  const module = await startAvif({ noInitialRun: true, locateFile: () => avifUrl });
  const options = { ...avifDefaults, quality, speed: AVIF_SPEED, subsample: AVIF_FULL_CHROMA };
  return module.encode(data as Uint8Array<ArrayBuffer>, width, height, options)!;
}
