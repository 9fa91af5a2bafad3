import { makePhotoSchema } from '#core/document/schema';
import type { Photo } from '#core/document/schema';
import type { Plate } from '#core/raster/plate';
import { KINDS } from '#kinds/registry.gen';
import type { FollowedAt } from '#workers/client';
import { database } from './database';
import type { FollowedRow } from './database';
import { packPlate, unpackPlate } from './plateStorage';

const photoSchema = makePhotoSchema(KINDS);

/** Which frame was followed from which key frame, and as what. */
export type FollowedFacts = Pick<FollowedRow, 'n' | 'key' | 'as' | 'notes'> & { readonly isCut: boolean };

/** Keeps a frame that was followed. @throws what the browser refuses */
export async function storeFollowed(
  { clip, key, as }: Pick<FollowedRow, 'clip' | 'key' | 'as'>,
  { n, photo, plates, notes }: FollowedAt,
): Promise<void> {
  const packed = await Promise.all([...plates].map(([name, plate]) => packPlate(name, plate)));
  await database().followed.put({ clip, key, n, as, photo, plates: packed, notes });
}

/** What was followed through a shot, without areas. */
export async function followedFacts(clip: string): Promise<readonly FollowedFacts[]> {
  const facts: FollowedFacts[] = [];
  await database()
    .followed.where('clip')
    .equals(clip)
    .each(({ n, key, as, notes, photo }) => facts.push({ n, key, as, notes, isCut: photo === undefined }));
  return facts;
}

/** A frame as it was followed; undefined when it is not there, does not fit, or lies beyond a cut. */
export async function loadFollowed(
  clip: string,
  key: string,
  n: number,
): Promise<{ readonly photo: Photo; readonly plates: ReadonlyMap<string, Plate> } | undefined> {
  const row = await database().followed.get([clip, key, n]);
  const parsed = photoSchema.safeParse(row?.photo);
  if (!row || !parsed.success) return undefined;
  const plates = new Map<string, Plate>();
  for (const entry of row.plates) {
    const plate = await unpackPlate(entry);
    if (plate) plates.set(entry.name, plate);
  }
  return { photo: parsed.data, plates };
}

/** Keeps what became of a frame, in small. */
export async function storeShotPicture(clip: string, n: number, as: string, picture: Blob): Promise<void> {
  await database().shotPictures.put({ clip, n, as, picture });
}

/** What became of a shot's frames, in small. */
export async function shotPictures(clip: string) {
  return database().shotPictures.where('clip').equals(clip).toArray();
}
