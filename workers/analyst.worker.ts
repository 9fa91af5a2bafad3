import { PhotoFileError } from '#core/errors';
import type { Photo } from '#core/document/schema';
import { DOCUMENT_VERSION, WHOLE_PICTURE } from '#core/document/schema';
import { encodeCoveragePng } from '#core/formats/coveragePng';
import { findFamilies } from '#core/measure/families';
import { measureHistogram } from '#core/measure/histogram';
import { measurePartColours } from '#core/measure/partColours';
import { placeReadings } from '#core/measure/placing';
import type { Plate } from '#core/raster/plate';
import { checkPhoto } from '#core/render/checkPhoto';
import { inspectPhotoFile } from '#core/formats/inspectPhotoFile';
import { convertPngPixels, readPngColour } from '#core/formats/pngColour';
import { buildPyramid } from '#core/raster/pyramid';
import { wholeRegion } from '#core/raster/raster';
import { sampleRegion } from '#core/raster/sampleRegion';
import { encodePixels } from '#core/render/encodePixels';
import type { ResolvedArea } from '#core/render/resolved';
import { Resolver } from '#core/render/resolver';
import { KINDS } from '#kinds/registry.gen';
import type { AnalystExchanges, OpenedPhoto, ResolvedAreas } from './protocol';
import { serve } from './serve';

let resolver: Resolver | undefined;
/** The photo that colours are taken from. */
let lender: { readonly resolver: Resolver; readonly photo: Photo } | undefined;
/** Areas that the renderers hold. */
let known = new Set<string>();
let sheet: OffscreenCanvasRenderingContext2D | undefined;

function current(): Resolver {
  if (!resolver) throw new RangeError('no photo is in use');
  return resolver;
}

function lending(): { readonly resolver: Resolver; readonly photo: Photo } {
  if (!lender) throw new RangeError('no photo lends its colours');
  return lender;
}

/** Pixels that all workers read without a copy, where the page may share memory. */
function allocate(bytes: number): Uint8Array {
  return new Uint8Array(self.crossOriginIsolated ? new SharedArrayBuffer(bytes) : new ArrayBuffer(bytes));
}

serve<AnalystExchanges>({
  open: ({ name, file }) => open(name, file),
  thumb: ({ pyramid, longSide }) => {
    const region = wholeRegion(pyramid.width, pyramid.height, longSide);
    const { outWidth: width, outHeight: height } = region;
    const pixels = new Uint8ClampedArray(width * height * 4);
    encodePixels(sampleRegion(pyramid, region).data, pixels);
    const context = context2d(new OffscreenCanvas(width, height));
    context.putImageData(new ImageData(pixels, width), 0, 0);
    return context.canvas.convertToBlob({ type: 'image/jpeg', quality: 0.85 });
  },
  use: ({ pyramid }) => {
    resolver = new Resolver(pyramid, KINDS);
    known = new Set();
    lender = undefined;
    return undefined;
  },
  plates: ({ plates }) => {
    for (const [name, plate] of plates) current().learnPlate(name, plate);
    return undefined;
  },
  areas: ({ photo, ids }) => areas(photo, ids),
  plan: ({ photo }) => current().plan(photo),
  readings: ({ photo }) => current().readings(photo, current().plan(photo)),
  ladder: ({ photo, areaId, after }) =>
    current().ladder(areaOf(photo, areaId), after ? current().plan(photo) : []),
  areaColours: ({ photo, areaId }) => {
    const area = areaOf(photo, areaId);
    return {
      box: current().measuringRegion(area),
      share: current().share(area),
      before: current().mean(area, []),
      after: current().mean(area, current().plan(photo)),
    };
  },
  palette: ({ photo, areaId }) => {
    const input = current().input(areaOf(photo, areaId), []);
    return { families: findFamilies(input), histogram: measureHistogram(input) };
  },
  patch: ({ photo, x, y, size }) => current().patchColours({ x, y, size }, current().plan(photo)),
  placed: ({ photo, areaId }) => placeReadings(current().input(areaOf(photo, areaId), [])),
  lend: ({ name, file, photo, plates, longSide }) => lend(name, file, photo, plates, longSide),
  lentPart: ({ areaId }) => {
    const { resolver: from, photo } = lending();
    const area = photo.areas.find(({ id }) => id === areaId);
    return area && measurePartColours(from.input(from.area(area, photo), from.plan(photo)));
  },
  lentPatch: ({ x, y, size }) =>
    lending().resolver.patchColours({ x, y, size }, lending().resolver.plan(lending().photo))?.result,
  check: ({ photo }) => checkPhoto(current(), photo),
  areasAt: ({ photo, x, y }) => current().areasAt(photo, x, y),
  heldPlates: () => current().plates,
  coveragePng: ({ photo, areaId }) =>
    encodeCoveragePng(current().fullCoverage(areaOf(photo, areaId)), photo.width, photo.height),
  planFile: ({ photo }) => {
    const coverage = photo.areas.map((area) => {
      const png = encodeCoveragePng(
        current().fullCoverage(current().area(area, photo)),
        photo.width,
        photo.height,
      );
      return [area.id, base64(png)] as const;
    });
    return { schema: DOCUMENT_VERSION, photo, coverage: Object.fromEntries(coverage) };
  },
  sheet: ({ width, height }) => void (sheet = context2d(new OffscreenCanvas(width, height))),
  strip: ({ data, row, width }) => void sheet!.putImageData(new ImageData(data, width), 0, row),
  write: async ({ type, quality }) => {
    const canvas = sheet!.canvas;
    sheet = undefined;
    return canvas.convertToBlob({ type, quality });
  },
});

function context2d(canvas: OffscreenCanvas): OffscreenCanvasRenderingContext2D {
  const context = canvas.getContext('2d', { alpha: false, willReadFrequently: true });
  if (!context) throw new RangeError(`no canvas of ${canvas.width} x ${canvas.height}`);
  return context;
}

async function open(name: string, file: Blob): Promise<OpenedPhoto> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  const { type } = inspectPhotoFile(name, bytes);
  const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', bytes));
  const sha256 = Array.from(digest, (byte) => byte.toString(16).padStart(2, '0')).join('');
  const reading = readPngColour(bytes);
  const bitmap = await createImageBitmap(new Blob([reading?.file ?? bytes], { type })).catch(() => {
    throw new PhotoFileError(name, 'undecodable');
  });
  const { width, height } = bitmap;
  const data = allocate(width * height * 4);
  const rows = Math.min(height, Math.max(1, Math.floor(8_000_000 / width)));
  const context = context2d(new OffscreenCanvas(width, rows));
  for (let row = 0; row < height; row += rows) {
    const count = Math.min(rows, height - row);
    // What is transparent lies on white.
    context.fillStyle = '#ffffff';
    context.fillRect(0, 0, width, count);
    context.drawImage(bitmap, 0, row, width, count, 0, 0, width, count);
    data.set(context.getImageData(0, 0, width, count).data, row * width * 4);
  }
  bitmap.close();
  if (reading?.colour) convertPngPixels(data, reading.colour);
  return { sha256, type, pyramid: buildPyramid({ space: 'srgb8', width, height, data }, allocate) };
}

async function lend(
  name: string,
  file: Blob | undefined,
  photo: Photo,
  plates: ReadonlyMap<string, Plate>,
  longSide: number,
): Promise<ImageBitmap> {
  if (!file) lender = { resolver: current(), photo };
  else if (lender?.photo.id === photo.id && lender.resolver !== resolver)
    lender = { resolver: lender.resolver, photo };
  else lender = { resolver: new Resolver((await open(name, file)).pyramid, KINDS), photo };
  for (const [plate, coverage] of plates) lender.resolver.learnPlate(plate, coverage);
  const region = wholeRegion(photo.width, photo.height, longSide);
  const pixels = new Uint8ClampedArray(region.outWidth * region.outHeight * 4);
  encodePixels(lender.resolver.render(lender.resolver.plan(photo), region), pixels);
  return createImageBitmap(new ImageData(pixels, region.outWidth));
}

function areas(photo: Photo, ids: readonly string[]): ResolvedAreas {
  const resolved = [WHOLE_PICTURE, ...photo.areas]
    .filter(({ id }) => ids.includes(id))
    .map((area) => [area.id, current().area(area, photo)] as const);
  const newAreas = resolved.map(([, area]) => area).filter(({ key }) => !known.has(key));
  known = new Set(resolved.map(([, area]) => area.key));
  return { newAreas, keys: Object.fromEntries(resolved.map(([id, area]) => [id, area.key])) };
}

function areaOf(photo: Photo, areaId: string): ResolvedArea {
  const area = photo.areas.find(({ id }) => id === areaId);
  if (!area) throw new RangeError(`there is no area ${areaId}`);
  return current().area(area, photo);
}

function base64(bytes: Uint8Array): string {
  let text = '';
  for (let at = 0; at < bytes.length; at += 0x8000)
    text += String.fromCharCode(...bytes.subarray(at, at + 0x8000));
  return btoa(text);
}
