import { makePhotoSchema } from '#core/document/schema';
import type { Photo } from '#core/document/schema';
import { unsharedField } from '#core/raster/field';
import type { Plate } from '#core/raster/plate';
import { KINDS } from '#kinds/registry.gen';
import type { Following } from '#kinds/shot/followShot';
import type { FollowedAt } from '#workers/client';
import { database } from './database';
import type { FollowedRow } from './database';
import { packPlate, unpackPlate } from './plateStorage';

const photoSchema = makePhotoSchema(KINDS);

/** Which frame was followed from which key frame, and as what. */
export type FollowedFacts = Pick<FollowedRow, 'n' | 'key' | 'as' | 'notes'> & { readonly isCut: boolean };

/** Keeps a frame that was followed, and from where to go on. @throws what the browser refuses */
export async function storeFollowed(
  { clip, key, as }: Pick<FollowedRow, 'clip' | 'key' | 'as'>,
  { n, photo, plates, notes, state }: FollowedAt,
  side: 'before' | 'after',
): Promise<void> {
  const packed = await Promise.all([...plates].map(([name, plate]) => packPlate(name, plate)));
  await database().followed.put({ clip, key, n, as, photo, plates: packed, notes });
  if (!state) return;
  const { found, hand, ...rest } = state;
  const parts = await Promise.all(
    [...found].map(
      async ([name, own]) => [name, await Promise.all(own.map((plate) => packPlate(name, plate)))] as const,
    ),
  );
  const own = { ...rest, hand: { onward: unsharedField(hand.onward), back: unsharedField(hand.back) } };
  await database().followStates.put({ clip, key, side, as, state: own, found: parts });
}

/** From where following a key frame can be gone on with, on either side of it. */
export async function followStates(clip: string, key: string, as: string): Promise<FollowStates> {
  const names = (['before', 'after'] as const).map((side): [string, string, string] => [clip, key, side]);
  const rows = await database().followStates.bulkGet(names);
  const states = rows.map(async (row) => {
    if (row?.as !== as) return [];
    const parts = await Promise.all(
      row.found.map(async ([name, packed]) => [name, await Promise.all(packed.map(unpackPlate))] as const),
    );
    // What does not fit any more is followed anew.
    const isWhole = parts.every(([, plates]) => plates.every((plate) => plate !== undefined));
    return isWhole ? [[row.side, { ...row.state, found: new Map(parts) }]] : [];
  });
  return Object.fromEntries((await Promise.all(states)).flat());
}
type FollowStates = NonNullable<Following['goOn']>;

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
