import { isSkin } from '../document/partNames';
import type { Area, Part, Photo } from '../document/schema';
import { neckApart } from '../measure/neckApart';
import { placeReadings } from '../measure/placing';
import type { ReadingPlaces } from '../measure/placing';
import type { Coverage8Raster, Region } from '../raster/raster';
import type { Resolver } from './resolver';

/** Skin beside these is in their shade, wrinkled, or half theirs. */
const KEPT_OFF: readonly Part[] = [
  'hair',
  'beard',
  'brows',
  'irises',
  'whites',
  'lips',
  'glasses',
  'jewellery',
  'hat',
  'clothes',
];
/**
 * Places for the readings of an area of a photo. On skin they keep off what lies on and about it, and on all
 * of the skin off neck and limbs that are in another light than the face.
 */
export function placeOnArea(resolver: Resolver, photo: Photo, area: Area): ReadingPlaces {
  const input = resolver.measures.input(resolver.area(area, photo), []);
  if (!isSkin(area.part)) return placeReadings(input);
  const off = photo.areas.filter(
    ({ part, sitter }) =>
      sitter === area.sitter &&
      (KEPT_OFF.includes(part) ||
        (part === 'neck-limbs' && area.part === 'skin' && standsApart(resolver, photo, sitter))),
  );
  return placeReadings(input, {
    face: photo.sitters.find(({ id }) => id === area.sitter)?.face,
    others: joined(resolver, photo, off, input.region),
  });
}

/** Whether a sitter's neck and limbs are in another light than the face. */
function standsApart(resolver: Resolver, photo: Photo, sitter: string | null): boolean {
  const of = (wanted: Part) => {
    const area = photo.areas.find((entry) => entry.part === wanted && entry.sitter === sitter);
    return area && resolver.measures.input(resolver.area(area, photo), []);
  };
  const [face, neck] = [of('face'), of('neck-limbs')];
  return face !== undefined && neck !== undefined && neckApart(face, neck) !== undefined;
}

/** What areas cover of a region together. */
function joined(
  resolver: Resolver,
  photo: Photo,
  areas: readonly Area[],
  region: Region,
): Coverage8Raster | undefined {
  const covers = areas.map((area) =>
    resolver.measures.renderer.coverage(resolver.area(area, photo).key, region),
  );
  const [first] = covers;
  return (
    first && {
      ...first,
      data: first.data.map((_, i) => Math.max(...covers.map(({ data }) => data[i]!))),
    }
  );
}
