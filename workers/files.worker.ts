import { decodeCoveragePng } from '#core/formats/coveragePng';
import { findJpegDamage } from '#core/formats/jpegDamage';
import { packSitting, unpackSitting } from '#core/formats/sittingFile';
import { DocumentError } from '#core/errors';
import { KINDS } from '#kinds/registry.gen';
import type { FilesExchanges } from './protocol';
import { serve } from './serve';

const JPEG_BEGINS = [0xff, 0xd8, 0xff];
/** A grey picture never takes more than this many bytes a pixel, whatever its packing. */
const MOST_BYTES_A_PIXEL = 2;
const MOST_HEADER_BYTES = 4_000_000;

const bytesOf = async (file: Blob) => new Uint8Array(await file.arrayBuffer());

serve<FilesExchanges>({
  damage: async ({ file }) => {
    const bytes = await bytesOf(file);
    return JPEG_BEGINS.every((value, i) => bytes[i] === value) ? findJpegDamage(bytes) : undefined;
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
  unpack: async ({ file }) => unpackSitting(await bytesOf(file), KINDS),
});
