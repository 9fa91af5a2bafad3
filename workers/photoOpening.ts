import { PhotoFileError } from '#core/errors';
import { decodePhoto } from '#core/formats/decodePhoto';
import { isSeenAsSrgb, photoRaster, readPhoto } from '#core/formats/photoReading';
import type { PhotoReading } from '#core/formats/photoReading';
import { buildPyramid } from '#core/raster/pyramid';
import { wholeRegion } from '#core/raster/raster';
import type { Region } from '#core/raster/raster';
import { sampleRegion } from '#core/raster/sampleRegion';
import { strips } from '#core/raster/strips';
import type { Pixels } from '#core/raster/turnUpright';
import { encodePixels } from '#core/render/encodePixels';
import { startColourEngine } from './colourEngine';
import { nameOf } from './nameOf';
import { startJxlDecoder } from './jxlDecoder';
import { PhotoMemory } from './photoMemory';
import type { LookedPhoto, OpenedPhoto } from './protocol';
import { startRawDecoder } from './rawDecoder';

/** A canvas that is decoded into, pixels. */
const DECODED_STRIP_PIXELS = 8_000_000;
const JPEG_QUALITY = 0.85;

/** Pixels that all workers read without a copy, where the page may share memory. */
function allocate(bytes: number): Uint8Array {
  return new Uint8Array(self.crossOriginIsolated ? new SharedArrayBuffer(bytes) : new ArrayBuffer(bytes));
}

/** of photos that are looked at: the last one is not decoded again when it is opened */
const lookedAt = new PhotoMemory(allocate);
/** of photos that are worked on in turn */
const inTurn = new PhotoMemory(allocate);

/** Inspects, names and decodes a file. @throws {PhotoFileError} */
export async function open(name: string, file: Blob): Promise<OpenedPhoto> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  const sha256 = await nameOf(bytes);
  return lookedAt.take(sha256) ?? decodeFile(name, bytes, sha256, allocate);
}

/** The same in place of the one that was opened so before: nobody may look at that any more. */
export async function openNext(name: string, file: Blob): Promise<OpenedPhoto> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  return decodeInto(inTurn, name, bytes, await nameOf(bytes));
}

/** The same, and nothing of it is kept for later. */
export async function decodeAlone(name: string, file: Blob): Promise<OpenedPhoto> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  return decodeFile(name, bytes, await nameOf(bytes), allocate);
}

/**
 * What a photo is, and how it looks in small.
 * @param longSide of the small picture, pixels
 * @param opensNext its pixels are worked out as soon as this is said, as it is about to be opened
 */
export async function look(
  name: string,
  file: Blob,
  longSide: number,
  opensNext: boolean,
): Promise<LookedPhoto> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  const sha256 = await nameOf(bytes);
  const reading = readPhoto(name, bytes);
  if (reading.by === 'host' && isSeenAsSrgb(reading))
    return lookQuickly(name, { sha256, reading }, longSide, opensNext);
  const { type, pyramid } = await decodeInto(lookedAt, name, bytes, sha256);
  const { width, height } = pyramid;
  const region = wholeRegion(width, height, longSide);
  const thumb = await jpegOf(sampleRegion(pyramid, region).data, region);
  return { sha256, type, width, height, thumb };
}

/** The same of what the browser decodes and shows as it is: its pixels may wait. */
async function lookQuickly(
  name: string,
  { sha256, reading }: { readonly sha256: string; readonly reading: PhotoReading },
  longSide: number,
  opensNext: boolean,
): Promise<LookedPhoto> {
  const { type } = reading.facts;
  lookedAt.begin();
  const bitmap = await bitmapOf(reading).catch(() => {
    throw new PhotoFileError(name, 'undecodable');
  });
  const { width, height } = bitmap;
  const { outWidth, outHeight } = wholeRegion(width, height, longSide);
  const context = context2d(new OffscreenCanvas(outWidth, outHeight));
  context.fillStyle = '#ffffff';
  context.fillRect(0, 0, outWidth, outHeight);
  context.imageSmoothingQuality = 'high';
  context.drawImage(bitmap, 0, 0, outWidth, outHeight);
  const thumb = await context.canvas.convertToBlob({ type: 'image/jpeg', quality: JPEG_QUALITY });
  const place = (count: number) => lookedAt.allocate(count);
  lookedAt.keep({
    sha256,
    open: () => {
      const pixels = pixelsOf(bitmap, place);
      return { sha256, type, pyramid: buildPyramid(photoRaster(pixels, reading.colours), place) };
    },
    drop: () => bitmap.close(),
  });
  if (opensNext) setTimeout(workOutAhead);
  return { sha256, type, width, height, thumb };
}

/** What goes wrong is said when the photo is opened. */
function workOutAhead(): void {
  try {
    lookedAt.workOut();
  } catch {
    lookedAt.begin();
  }
}

async function decodeInto(
  memory: PhotoMemory,
  name: string,
  bytes: Uint8Array<ArrayBuffer>,
  sha256: string,
): Promise<OpenedPhoto> {
  memory.begin();
  const opened = await decodeFile(name, bytes, sha256, (count) => memory.allocate(count));
  memory.keep({ sha256, open: () => opened });
  memory.workOut();
  return opened;
}

type Allocate = (bytes: number) => Uint8Array;

async function decodeFile(
  name: string,
  bytes: Uint8Array<ArrayBuffer>,
  sha256: string,
  place: Allocate,
): Promise<OpenedPhoto> {
  const reading = readPhoto(name, bytes);
  const pixels = await decodePhoto(name, reading, {
    decode: async (inner) => pixelsOf(await bitmapOf(inner), place),
    startRaw: startRawDecoder,
    startJxl: startJxlDecoder,
    startEngine: startColourEngine,
    allocate: place,
  });
  const { type } = reading.facts;
  return { sha256, type, pyramid: buildPyramid(photoRaster(pixels, reading.colours), place) };
}

function bitmapOf({ file, facts, colours }: PhotoReading): Promise<ImageBitmap> {
  const blob = new Blob([file as Uint8Array<ArrayBuffer>], { type: facts.type });
  return createImageBitmap(blob, { colorSpaceConversion: colours ? 'none' : 'default' });
}

/** A picture's pixels; it is closed. */
function pixelsOf(bitmap: ImageBitmap, place: Allocate): Pixels<Uint8Array> {
  const { width, height } = bitmap;
  const data = place(width * height * 4);
  let context: OffscreenCanvasRenderingContext2D | undefined;
  for (const { y, outHeight: rows } of strips(width, height, DECODED_STRIP_PIXELS)) {
    // The first strip is the highest.
    context ??= context2d(new OffscreenCanvas(width, rows));
    // What is transparent lies on white.
    context.fillStyle = '#ffffff';
    context.fillRect(0, 0, width, rows);
    context.drawImage(bitmap, 0, y, width, rows, 0, 0, width, rows);
    data.set(context.getImageData(0, 0, width, rows).data, y * width * 4);
  }
  bitmap.close();
  return { width, height, data };
}

/** Pixels in linear light as a JPEG of the size of their region. */
export function jpegOf(
  linear: Float32Array,
  { outWidth, outHeight }: Region,
  quality = JPEG_QUALITY,
): Promise<Blob> {
  const pixels = new Uint8ClampedArray(outWidth * outHeight * 4);
  encodePixels(linear, pixels);
  const context = context2d(new OffscreenCanvas(outWidth, outHeight));
  context.putImageData(new ImageData(pixels, outWidth), 0, 0);
  return context.canvas.convertToBlob({ type: 'image/jpeg', quality });
}

function context2d(canvas: OffscreenCanvas): OffscreenCanvasRenderingContext2D {
  const context = canvas.getContext('2d', { alpha: false, willReadFrequently: true });
  if (!context) throw new RangeError(`no canvas of ${canvas.width} x ${canvas.height}`);
  return context;
}
