import type { Area, Photo } from '../document/schema';
import { checkSkin } from '../measure/check';
import type { Finding } from '../measure/check';
import type { LightFinding } from '../measure/light/findLight';
import { partCast } from '../measure/partCast';
import type { CastFinding } from '../measure/partCast';
import { partTint } from '../measure/partTint';
import type { TintFinding } from '../measure/partTint';
import type { Resolver } from './resolver';

/** What check found, and the areas that it is about. */
export interface PhotoFinding {
  readonly finding: Finding | LightFinding | TintFinding | CastFinding;
  /** of the photo; undefined for skin that belongs to nobody, and for what is of the whole picture */
  readonly sitterId: string | undefined;
  /** undefined for what is of the whole picture */
  readonly skinId: string | undefined;
  readonly faceId: string | undefined;
  /** the area of the part that a tint or a cast is of */
  readonly partId?: string;
  readonly neckAndLimbsId: string | undefined;
}

/**
 * Judges the skin of every sitter as the plan leaves it.
 * @param baked ready-made coverage by area id
 */
export function checkPhoto(
  resolver: Resolver,
  photo: Photo,
  baked: ReadonlyMap<string, Uint8Array> = new Map(),
): PhotoFinding[] {
  const plan = resolver.plan(photo, baked);
  const owners = [
    ...new Set(
      photo.areas.filter(({ part }) => part === 'skin' || part === 'face').map(({ sitter }) => sitter),
    ),
  ];
  return owners.flatMap((owner) => {
    const of = (part: Area['part']) =>
      photo.areas.find((area) => area.part === part && area.sitter === owner && area.marks.length > 0);
    const face = of('face');
    const neck = of('neck-limbs');
    const skin = of('skin') ?? face;
    const sitter = photo.sitters.find(({ id }) => id === owner);
    if (!skin) return [];
    const input = (area: Area | undefined) =>
      area && resolver.measures.input(resolver.area(area, photo, baked.get(area.id)), plan);
    const findings = checkSkin({
      skin: input(skin)!,
      before:
        plan.length > 0
          ? resolver.measures.input(resolver.area(skin, photo, baked.get(skin.id)), [])
          : undefined,
      face: input(face),
      neckAndLimbs: input(neck),
      faceBox: sitter?.face,
      corridor: photo.corridors.find((entry) => entry.sitter === owner),
      lightKnown: of('whites') !== undefined,
    });
    const about = {
      sitterId: sitter?.id,
      skinId: skin.id,
      faceId: face?.id,
      neckAndLimbsId: neck?.id,
    };
    const tints = (['whites', 'teeth'] as const).flatMap((part) => {
      const area = of(part);
      const finding = area && partTint(part, input(area)!);
      return finding ? [{ ...about, finding, partId: area.id }] : [];
    });
    const casts = (['lips', 'brows', 'hair'] as const).flatMap((part) => {
      const area = of(part);
      const finding = area && partCast(part, input(area)!, input(face ?? skin)!);
      return finding ? [{ ...about, finding, partId: area.id }] : [];
    });
    return [...findings.map((finding) => ({ ...about, finding })), ...tints, ...casts];
  });
}
