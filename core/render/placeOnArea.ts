import { convertSrgbLinearToOklab } from '../colour/oklab';
import type { Area, Part, Photo } from '../document/schema';
import { placeReadings } from '../measure/placing';
import type { ReadingPlaces } from '../measure/placing';
import { readTrend } from '../measure/trend';
import type { Coverage8Raster, Region } from '../raster/raster';
import type { Resolver } from './resolver';

const SKIN: readonly Part[] = ['skin', 'face', 'neck-limbs'];
/** Skin beside these is in their shade, wrinkled, or half theirs. */
const KEPT_OFF: readonly Part[] = ['hair', 'brows', 'irises', 'whites', 'lips', 'clothes'];
/**
 * Neck and limbs that differ so much from the face of the same lightness, OKLab a and b, are in another
 * light. On 38 neutral sitters up to 0.0106, 33 of them below this; in mixed light 0.006 to 0.02.
 */
const APART = 0.0065;

/**
 * Places for the readings of an area of a photo. On skin they keep off what lies on and about it, and on all
 * of the skin off neck and limbs that are in another light than the face.
 */
export function placeOnArea(resolver: Resolver, photo: Photo, area: Area): ReadingPlaces {
  const input = resolver.measures.input(resolver.area(area, photo), []);
  if (!SKIN.includes(area.part)) return placeReadings(input);
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

/** Whether a sitter's neck and limbs have other colours than the face at their lightness. */
function standsApart(resolver: Resolver, photo: Photo, sitter: string | null): boolean {
  const of = (wanted: Part) => {
    const area = photo.areas.find((entry) => entry.part === wanted && entry.sitter === sitter);
    return area && resolver.area(area, photo);
  };
  const [face, neck] = [of('face'), of('neck-limbs')];
  const mean = neck && resolver.measures.mean(neck, []);
  const [own, other] = [face && resolver.measures.trend(face), neck && resolver.measures.trend(neck)];
  if (!mean || !own || !other) return false;
  const lightness = convertSrgbLinearToOklab(mean)[0];
  const here = { a: 0, b: 0 };
  const there = { a: 0, b: 0 };
  readTrend(own, lightness, here);
  readTrend(other, lightness, there);
  return Math.hypot(here.a - there.a, here.b - there.b) > APART;
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
