import { WHOLE_PICTURE } from '../document/schema';
import type { Part, Photo } from '../document/schema';
import { fingerprint } from '../document/fingerprint';
import { findLight } from '../measure/light/findLight';
import type { LightFinding } from '../measure/light/findLight';
import { sampleLight } from '../measure/light/lightSamples';
import type { LightSamples } from '../measure/light/lightSamples';
import type { Baked, Resolver } from './resolver';

/**
 * What a photo's parts show of its light, as the steps on the whole picture leave it.
 * @param baked ready-made coverage by area id
 */
export function photoLight(resolver: Resolver, photo: Photo, baked: Baked = new Map()): LightSamples {
  const plan = resolver.plan({ ...photo, plan: photo.plan.filter(({ areaId }) => areaId === null) }, baked);
  const input = (part: Part, sitter: string | null) => {
    const area = photo.areas.find(
      (entry) => entry.part === part && entry.sitter === sitter && entry.marks.length > 0,
    );
    return area && resolver.measures.input(resolver.area(area, photo, baked.get(area.id)), plan);
  };
  const owners = [
    ...photo.sitters.map(({ id, face }) => ({ id, faceWidth: face.width })),
    { id: null, faceWidth: Math.min(photo.width, photo.height) / 3 },
  ];
  const sitters = owners.map(({ id, faceWidth }) => ({
    faceWidth,
    face: input('face', id) ?? input('skin', id),
    body: input('neck-limbs', id),
    whites: input('whites', id),
    irises: input('irises', id),
    teeth: input('teeth', id),
    brows: input('brows', id),
    hair: input('hair', id),
  }));
  const grounds = owners
    .flatMap(({ id }) => [input('clothes', id), input('background', id)])
    .filter((area) => area !== undefined);
  const whole = resolver.measures.input(resolver.area(WHOLE_PICTURE, photo), plan);
  return sampleLight(photo, sitters, grounds, whole);
}

/** Judges the light of a photo; asked again for the same areas and steps on the whole picture it knows. */
export class LightJudge {
  #key = '';
  #found: readonly LightFinding[] = [];

  constructor(readonly resolver: Resolver) {}

  /** @param baked ready-made coverage by area id */
  look(photo: Photo, baked?: Baked): readonly LightFinding[] {
    const key = fingerprint([
      photo.id,
      photo.sitters,
      photo.areas,
      photo.plan.filter(({ areaId }) => areaId === null),
    ]);
    if (key !== this.#key) {
      this.#found = findLight(photoLight(this.resolver, photo, baked), Math.hypot(photo.width, photo.height));
      this.#key = key;
    }
    return this.#found;
  }
}
