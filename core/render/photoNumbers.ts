import type { Triple } from '../colour/triple';
import { RUNGS } from '../document/schema';
import type { Area, Part, Photo, Rung } from '../document/schema';
import { meanLinear } from '../measure/reading';
import { SET_PARTS } from '../measure/setParts';
import { rungSamples } from '../measure/rungs';
import type { ResolvedPlan } from './resolved';
import type { Baked, Resolver } from './resolver';

/** The mean colour of each rung, linear sRGB. */
export type RungColours = Readonly<Record<Rung, Triple>>;

/** What one part of a photo shows. */
export interface PartNumbers {
  /** of the photo; null for what is nobody's */
  readonly sitter: string | null;
  readonly part: Part;
  readonly areaId: string;
  /** as the photo is */
  readonly before: RungColours;
  /** as the steps on the whole picture leave it */
  readonly lit: RungColours;
  /** as the whole plan leaves it */
  readonly after: RungColours;
}

/**
 * Measures the parts of a photo by which it is compared with the others of its set.
 * @param options.baked ready-made coverage by area id
 * @param options.known what was measured of it under another plan: only what the plan leaves is measured anew
 */
export function photoNumbers(
  resolver: Resolver,
  photo: Photo,
  { baked = new Map(), known = [] }: { readonly baked?: Baked; readonly known?: readonly PartNumbers[] } = {},
): PartNumbers[] {
  const whole = photo.plan.filter(({ areaId }) => areaId === null);
  const lighting = resolver.plan({ ...photo, plan: whole }, baked);
  const plan = whole.length === photo.plan.length ? lighting : resolver.plan(photo, baked);
  return photo.areas
    .filter(({ part, marks }) => SET_PARTS.some((name) => name === part) && marks.length > 0)
    .flatMap((area) => {
      const old = known.find(({ areaId }) => areaId === area.id);
      const before = old?.before ?? rungColours(resolver, photo, { area, plan: [], baked });
      if (!before) return [];
      if (old) {
        const after = rungColours(resolver, photo, { area, plan, baked });
        return after ? [{ ...old, after }] : [];
      }
      const lit =
        lighting.length > 0 ? rungColours(resolver, photo, { area, plan: lighting, baked }) : before;
      const after = plan === lighting ? lit : rungColours(resolver, photo, { area, plan, baked });
      const { sitter, part, id: areaId } = area;
      return lit && after ? [{ sitter, part, areaId, before, lit, after }] : [];
    });
}

/** @returns undefined where the area covers next to nothing */
function rungColours(
  resolver: Resolver,
  photo: Photo,
  { area, plan, baked }: { readonly area: Area; readonly plan: ResolvedPlan; readonly baked: Baked },
): RungColours | undefined {
  const resolved = resolver.area(area, photo, baked.get(area.id));
  const { pixels, coverage } = resolver.measures.input(resolved, plan);
  const samples = rungSamples(pixels, coverage);
  if (RUNGS.some((rung) => samples[rung].length === 0)) return undefined;
  return {
    light: meanLinear(samples.light),
    middle: meanLinear(samples.middle),
    shade: meanLinear(samples.shade),
  };
}
