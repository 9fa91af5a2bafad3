import { randomUUID } from 'node:crypto';
import { putPeople } from '#kinds/people/putPeople';
import { areaNameOf } from '#core/document/partNames';
import type { Photo } from '#core/document/schema';
import type { Plate } from '#core/raster/plate';
import type { Pyramid } from '#core/raster/pyramid';
import { withLikenesses } from '#core/segment/sitterLikeness';
import { foundEntries } from '#core/segment/foundEntries';
import { tfNetworks } from '../networks/tfNetworks';
import { networkFiles } from './networkFiles';
import { findInThreads } from './sitterCrew';

const networks = tfNetworks(networkFiles);

/** How people are looked for in a file. */
export interface FindPlace {
  readonly onProgress?: (share: number) => void;
  /** sitters that may be worked out at a time; one where it is not given */
  readonly threads?: number;
  /** whether it is wanted what tells them from others */
  readonly tellsApart?: boolean;
}

/**
 * Finds people and puts them into a photo's document.
 * @returns the document, and the coverage that its marks name
 * @throws {NetworksMissingError}
 */
export async function findInto(
  photo: Photo,
  pyramid: Pyramid,
  { onProgress = () => undefined, threads = 1, tellsApart = false }: FindPlace,
): Promise<{ photo: Photo; plates: ReadonlyMap<string, Plate> }> {
  const parts = await findInThreads(pyramid, networks, { onProgress, threads });
  const people = tellsApart ? await withLikenesses(pyramid, parts, networks) : parts;
  const { sitters, background, plates } = foundEntries(people, randomUUID);
  return { photo: putPeople(photo, sitters, background, { newId: randomUUID, nameOf: areaNameOf }), plates };
}
