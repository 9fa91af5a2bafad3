import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { z } from 'zod';
import type { Kinds } from '../document/kinds';
import { parseJson, parseWith } from '../document/parse';
import { salvageSitting } from '../document/salvage';
import type { Salvaged } from '../document/salvage';
import type { Sitting } from '../document/schema';
import { filesOf } from '../document/filesOf';
import { DocumentError } from '../errors';
import type { Plate } from '../raster/plate';
import { decodeCoveragePng, encodeCoveragePng } from './coveragePng';

/** A whole sitting in one file: the document, the coverage that its marks name, and the photos' files. */
export interface SittingFile {
  readonly sitting: Sitting;
  /** by name */
  readonly plates: ReadonlyMap<string, Plate>;
  /** by the photo's id, clips of shots by theirs; some may be missing */
  readonly photos: ReadonlyMap<string, Uint8Array>;
}

/** A sitting as it was read from a file, and what did not fit. */
export interface ReadSittingFile extends SittingFile {
  readonly setAside: Salvaged['setAside'];
}

const DOCUMENT = 'sitting.json';
const PLATE_LIST = 'plates.json';
/** Of all that a file unpacks to; a small file that promises more is refused. */
const MOST_BYTES = 4_000_000_000;

const size = z.number().int().min(1).max(65_535);
const plateListSchema = z.array(
  z.strictObject({
    name: z.string().min(1).max(64),
    file: z.string().regex(/^plates\/\d+\.png$/),
    region: z.strictObject({
      x: z.number(),
      y: z.number(),
      width: z.number().positive(),
      height: z.number().positive(),
      outWidth: size,
      outHeight: size,
    }),
  }),
);

/** A zip archive (APPNOTE 6.3.3); photos and coverage are packed already and stored as they are. */
export function packSitting({ sitting, plates, photos }: SittingFile): Uint8Array {
  const listed = [...plates].map(([name, { region }], n) => ({ name, file: `plates/${n}.png`, region }));
  const files: Record<string, [Uint8Array, { level: 0 | 6 }]> = {
    [DOCUMENT]: [strToU8(JSON.stringify(sitting)), { level: 6 }],
    [PLATE_LIST]: [strToU8(JSON.stringify(listed)), { level: 6 }],
  };
  for (const { name, file, region } of listed) {
    files[file] = [
      encodeCoveragePng(plates.get(name)!.coverage8, region.outWidth, region.outHeight),
      { level: 0 },
    ];
  }
  for (const [id, bytes] of photos) files[`photos/${id}`] = [bytes, { level: 0 }];
  return zipSync(files);
}

/**
 * Reads what {@link packSitting} wrote. What does not fit is left out and told.
 * @throws {DocumentError} not-a-sitting, from-the-future, invalid
 */
export function unpackSitting(bytes: Uint8Array, kinds: Kinds): ReadSittingFile {
  const files = unzip(bytes);
  const document = files[DOCUMENT];
  if (!document) throw new DocumentError('not-a-sitting');
  const { sitting, setAside } = salvageSitting(parseJson(strFromU8(document)), kinds);
  const plates = new Map<string, Plate>();
  const list = files[PLATE_LIST] ? parseWith(plateListSchema, parseJson(strFromU8(files[PLATE_LIST]))) : [];
  for (const { name, file, region } of list) {
    if (files[file])
      plates.set(name, {
        region,
        coverage8: decodeCoveragePng(files[file], region.outWidth, region.outHeight),
      });
  }
  const photos = new Map<string, Uint8Array>();
  for (const { id } of filesOf(sitting)) if (files[`photos/${id}`]) photos.set(id, files[`photos/${id}`]!);
  return { sitting, setAside, plates, photos };
}

function unzip(bytes: Uint8Array): Record<string, Uint8Array> {
  let total = 0;
  try {
    return unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        total += originalSize;
        if (total > MOST_BYTES) throw new DocumentError('not-a-sitting');
        return (
          name === DOCUMENT || name === PLATE_LIST || name.startsWith('plates/') || name.startsWith('photos/')
        );
      },
    });
  } catch {
    throw new DocumentError('not-a-sitting');
  }
}
