import { randomUUID } from 'node:crypto';
import { putPeople } from '#kinds/people/putPeople';
import { areaNameOf } from '#core/document/partNames';
import type { Photo } from '#core/document/schema';
import type { Plate } from '#core/raster/plate';
import type { Pyramid } from '#core/raster/pyramid';
import { findParts } from '#core/segment/findParts';
import { withLikenesses } from '#core/segment/sitterLikeness';
import { foundEntries } from '#core/segment/foundEntries';
import { tfNetworks } from '../networks/tfNetworks';
import { networkFiles } from './networkFiles';

const networks = tfNetworks(networkFiles);

/**
 * Finds people and puts them into a photo's document.
 * @param tellsApart whether it is wanted what tells them from others
 * @returns the document, and the coverage that its marks name
 * @throws {NetworksMissingError}
 */
export async function findInto(
  photo: Photo,
  pyramid: Pyramid,
  onProgress: (share: number) => void,
  tellsApart = false,
): Promise<{ photo: Photo; plates: ReadonlyMap<string, Plate> }> {
  const parts = await findParts(pyramid, networks, { onProgress });
  const people = tellsApart ? await withLikenesses(pyramid, parts, networks) : parts;
  const { sitters, background, plates } = foundEntries(people, randomUUID);
  return { photo: putPeople(photo, sitters, background, { newId: randomUUID, nameOf: areaNameOf }), plates };
}
