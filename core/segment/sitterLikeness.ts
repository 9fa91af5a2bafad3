import { encodeFace } from '../document/likeness';
import type { Likeness } from '../document/schema';
import type { Pyramid } from '../raster/pyramid';
import { isRough } from './faceLandmarks';
import { faceLikeness } from './faceLikeness';
import { NetworksMissingError } from '../errors';
import type { FoundPeople, FoundSitter } from './found';
import type { FaceNetworks } from './networks';
import { sitterColours } from './sitterColours';

/**
 * People with what tells each from others; without it where the network for it is missing, and for those who are turned
 * so far away that the mesh is doubtful: what shows of these is not enough to tell who they are.
 */
export async function withLikenesses(
  pyramid: Pyramid,
  people: FoundPeople,
  networks: FaceNetworks,
): Promise<FoundPeople> {
  const sitters: FoundSitter[] = [];
  try {
    for (const sitter of people.sitters) {
      sitters.push(
        isRough(sitter.landmarks)
          ? sitter
          : { ...sitter, likeness: await sitterLikeness(pyramid, sitter, networks) },
      );
    }
  } catch (error) {
    if (error instanceof NetworksMissingError) return people;
    throw error;
  }
  return { ...people, sitters };
}

/**
 * What tells a found sitter from others, in this photo and in the next.
 * @throws {NetworksMissingError}
 */
async function sitterLikeness(
  pyramid: Pyramid,
  { landmarks, parts }: FoundSitter,
  networks: FaceNetworks,
): Promise<Likeness> {
  const face = await faceLikeness(pyramid, landmarks, networks);
  const round = (value: number) => Math.round(1e4 * value) / 1e4;
  const { hair, clothes } = sitterColours(pyramid, parts);
  const kept = (ratios: typeof hair) =>
    ratios && ([round(ratios[0]), round(ratios[1]), round(ratios[2])] as [number, number, number]);
  return { face: encodeFace(face), hair: kept(hair), clothes: kept(clothes) };
}
