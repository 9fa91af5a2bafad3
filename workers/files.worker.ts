import { decodeCoveragePng } from '#core/formats/coveragePng';
import { embeddedPreview } from '#core/formats/embeddedPreview';
import { findJpegDamage } from '#core/formats/jpegDamage';
import { writeOpenRaster } from '#core/formats/openRaster';
import { zipFiles } from '#core/formats/zipFiles';
import { packSitting, unpackSitting } from '#core/formats/sittingFile';
import { DocumentError } from '#core/errors';
import { KINDS } from '#kinds/registry.gen';
import type { FilesExchanges } from './protocol';
import { nameOf } from './nameOf';
import { serve } from './serve';

const JPEG_BEGINS = [0xff, 0xd8, 0xff];
/** A grey picture never takes more than this many bytes a pixel, whatever its packing. */
const MOST_BYTES_A_PIXEL = 2;
const MOST_HEADER_BYTES = 4_000_000;

const bytesOf = async (file: Blob) => new Uint8Array(await file.arrayBuffer());

serve<FilesExchanges>({
  name: async ({ file }) => nameOf(new Uint8Array(await file.arrayBuffer())),
  damage: async ({ file }) => {
    const bytes = await bytesOf(file);
    return JPEG_BEGINS.every((value, i) => bytes[i] === value) ? findJpegDamage(bytes) : undefined;
  },
  preview: async ({ file }) => {
    const picture = embeddedPreview(await bytesOf(file));
    return picture && new Blob([picture as Uint8Array<ArrayBuffer>], { type: 'image/jpeg' });
  },
  coverage: async ({ file, width, height }) => {
    if (file.size > MOST_BYTES_A_PIXEL * width * height + MOST_HEADER_BYTES)
      throw new DocumentError('coverage', '', 'too large a file');
    return decodeCoveragePng(await bytesOf(file), width, height);
  },
  pack: async ({ sitting, plates, photos }) => {
    const files = new Map<string, Uint8Array>();
    for (const [id, file] of photos) files.set(id, await bytesOf(file));
    return new Blob([packSitting({ sitting, plates, photos: files }) as Uint8Array<ArrayBuffer>], {
      type: 'application/zip',
    });
  },
  zip: async ({ files }) => {
    const pieces: Blob[] = [];
    const readers = [...files].map(([name, file]) => [name, () => bytesOf(file)] as const);
    for await (const piece of zipFiles(readers)) pieces.push(new Blob([piece]));
    return new Blob(pieces, { type: 'application/zip' });
  },
  layers: async ({ size, layers, merged, thumbnail }) => {
    const all = await Promise.all(
      layers.map(async ({ name, png, visible }) => ({ name, png: await bytesOf(png), visible })),
    );
    const file = writeOpenRaster(size, all, await bytesOf(merged), await bytesOf(thumbnail));
    return new Blob([file], { type: 'image/openraster' });
  },
  unpack: async ({ file }) => unpackSitting(await bytesOf(file), KINDS),
});
