import { fingerprint } from '../document/fingerprint';
import type { Area, Part, Photo, Sitter } from '../document/schema';
import type { AreaInput } from '../measure/areaInput';
import { checkSkin } from '../measure/check';
import type { Finding } from '../measure/check';
import type { Corridor } from '../measure/corridor';
import type { LightFinding } from '../measure/light/findLight';
import { partCast } from '../measure/partCast';
import type { CastFinding } from '../measure/partCast';
import { partTint } from '../measure/partTint';
import type { TintFinding } from '../measure/partTint';
import { Cache } from './cache';
import type { ResolvedArea, ResolvedPlan } from './resolved';
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
  const sources = { resolver, photo, baked, plan };
  return owners.flatMap((owner) => checkOwner(sources, owner));
}

interface Sources {
  readonly resolver: Resolver;
  readonly photo: Photo;
  readonly baked: ReadonlyMap<string, Uint8Array>;
  readonly plan: ResolvedPlan;
}

/** What was found before, by what was looked at: mending looks several times at what did not change. */
const KNOWN = new WeakMap<Resolver, Cache<readonly PhotoFinding[]>>();

function checkOwner({ resolver, photo, baked, plan }: Sources, owner: string | null) {
  const areas = photo.areas.filter(({ sitter, marks }) => sitter === owner && marks.length > 0);
  const sitter = photo.sitters.find(({ id }) => id === owner);
  const corridor = photo.corridors.find((entry) => entry.sitter === owner);
  const resolved = areas.map((area) => [area, resolver.area(area, photo, baked.get(area.id))] as const);
  const key = fingerprint([
    plan.at(-1)?.key ?? '',
    resolved.map(([{ id, part }, { key: covers }]) => [id, part, covers]),
    owner,
    sitter?.face ?? null,
    corridor ?? null,
  ]);
  const known = KNOWN.get(resolver) ?? new Cache<readonly PhotoFinding[]>();
  KNOWN.set(resolver, known);
  return known.get(key, () => {
    const inputs = new Map<ResolvedArea, AreaInput>();
    return findingsOf({
      plan,
      owner: sitter && { id: sitter.id, face: sitter.face },
      corridor,
      of: (part) => resolved.find(([area]) => area.part === part),
      input: (area) => {
        const input = inputs.get(area) ?? resolver.measures.input(area, plan);
        inputs.set(area, input);
        return input;
      },
      before: (area) => resolver.measures.input(area, []),
    });
  });
}

/** One sitter's areas, and what they show. */
interface Looked {
  readonly plan: ResolvedPlan;
  readonly owner: Pick<Sitter, 'id' | 'face'> | undefined;
  readonly corridor: Corridor | undefined;
  readonly of: (part: Part) => readonly [Area, ResolvedArea] | undefined;
  /** as the plan leaves it, and as the photo is */
  readonly input: (area: ResolvedArea) => AreaInput;
  readonly before: (area: ResolvedArea) => AreaInput;
}

function findingsOf({ plan, owner, corridor, of, input, before }: Looked): readonly PhotoFinding[] {
  const [face, neck] = [of('face'), of('neck-limbs')];
  const skin = of('skin') ?? face;
  if (!skin) return [];
  const findings = checkSkin({
    skin: input(skin[1]),
    before: plan.length > 0 ? before(skin[1]) : undefined,
    face: face && input(face[1]),
    neckAndLimbs: neck && input(neck[1]),
    faceBox: owner?.face,
    corridor,
    lightKnown: of('whites') !== undefined,
  });
  const about = {
    sitterId: owner?.id,
    skinId: skin[0].id,
    faceId: face?.[0].id,
    neckAndLimbsId: neck?.[0].id,
  };
  const tints = (['whites', 'teeth'] as const).flatMap((part) => {
    const area = of(part);
    const finding = area && partTint(part, input(area[1]));
    return finding ? [{ ...about, finding, partId: area[0].id }] : [];
  });
  const casts = (['lips', 'brows', 'hair'] as const).flatMap((part) => {
    const area = of(part);
    const finding = area && partCast(part, input(area[1]), input((face ?? skin)[1]));
    return finding ? [{ ...about, finding, partId: area[0].id }] : [];
  });
  return [...findings.map((finding) => ({ ...about, finding })), ...tints, ...casts];
}
