import type { Triple } from '../colour/triple';
import { fingerprint } from '../document/fingerprint';
import { WHOLE_PICTURE } from '../document/schema';
import type { Area, Photo, Reading, Step } from '../document/schema';
import { doubtOfReading } from '../measure/readingDoubt';
import type { ReadingDoubt } from '../measure/readingDoubt';
import { meanLinear, patchRegion, trimPatch } from '../measure/reading';
import type { Pyramid } from '../raster/pyramid';
import type { Region } from '../raster/raster';
import { AreaMeasures } from './areaMeasures';
import { AreaResolver } from './areaResolver';
import { Cache } from './cache';
import { measureEdgeColours } from './edgeColours';
import type { EdgeColours } from './edgeColours';
import type { RenderKinds, StepInput } from './kinds';
import { RegionRenderer } from './regionRenderer';
import type { ResolvedArea, ResolvedPlan, ResolvedStep } from './resolved';

/** A reading's colours, linear sRGB, outliers dropped. */
export interface ReadingColours {
  readonly id: string;
  readonly now: Triple;
  readonly result: Triple;
  /** why it stands badly */
  readonly doubt: ReadingDoubt | undefined;
}

/** Ready-made coverage in place of areas' marks, by area id; size of the photo. */
export type Baked = ReadonlyMap<string, Uint8Array>;

/**
 * What steps found on other pictures and what holds here, by the step's id: one or two of them, with their shares.
 */
export type TakenMeasures = ReadonlyMap<
  string,
  readonly { readonly measures: unknown; readonly share: number }[]
>;

/** A patch of the photo: its centre and side, pixels. */
type Patch = Pick<Reading, 'x' | 'y' | 'size'>;

const NOTHING_BAKED: Baked = new Map();
const NOTHING_TAKEN: TakenMeasures = new Map();
/** A place belongs to an area that covers it by half at least, 0..255. */
const COVERED = 128;

/**
 * Turns a photo's document into what can be rendered: prepares areas, and measures for each step the
 * picture that reaches it. What did not change since the last call is not computed again.
 */
export class Resolver {
  /** prepares areas */
  readonly areas: AreaResolver;
  /** measures areas that were resolved here */
  readonly measures: AreaMeasures;
  readonly #renderer: RegionRenderer;
  readonly #steps = new Cache<{ readonly measures: unknown; readonly edge: EdgeColours | undefined }>();

  /** @param taken measures from elsewhere in place of this photo's own */
  constructor(
    readonly pyramid: Pyramid,
    readonly kinds: RenderKinds,
    readonly taken: TakenMeasures = NOTHING_TAKEN,
  ) {
    this.#renderer = new RegionRenderer(pyramid, kinds);
    this.areas = new AreaResolver(pyramid, kinds);
    this.measures = new AreaMeasures(pyramid, this.#renderer);
  }

  /**
   * An area that can be measured and rendered here.
   * @param of the photo whose areas its marks may name
   * @param baked ready-made coverage in place of the area's marks; size of the photo
   */
  area(area: Area, of: Pick<Photo, 'areas'>, baked?: Uint8Array): ResolvedArea {
    const resolved = this.areas.resolve(area, of, baked);
    this.#renderer.learnArea(resolved);
    return resolved;
  }

  /** @returns the steps that are on; strength 0 counts as off */
  plan(photo: Photo, baked: Baked = NOTHING_BAKED): ResolvedPlan {
    const resolved: ResolvedStep[] = [];
    for (const step of photo.plan) {
      const area = step.areaId === null ? WHOLE_PICTURE : photo.areas.find(({ id }) => id === step.areaId);
      if (!step.on || step.strength === 0 || !area) continue;
      const likeId = this.kinds.adjusts.get(step.kind)!.like?.(step.parameters);
      const other = photo.areas.find(({ id }) => id === likeId);
      const stands = {
        area: this.area(area, photo, baked.get(area.id)),
        like: other && this.area(other, photo, baked.get(other.id)),
        readings: photo.readings.filter((reading) => reading.areaId === step.areaId),
      };
      resolved.push(this.#step(step, stands, resolved));
    }
    return resolved;
  }

  /** A plan, and all areas that its steps name: whoever renders needs nothing else. */
  work(
    photo: Photo,
    baked: Baked = NOTHING_BAKED,
  ): { readonly plan: ResolvedPlan; readonly areas: readonly ResolvedArea[] } {
    const used = new Set(photo.plan.map(({ areaId }) => areaId));
    const areas = [WHOLE_PICTURE, ...photo.areas.filter(({ id }) => used.has(id))];
    return {
      plan: this.plan(photo, baked),
      areas: areas.map((area) => this.area(area, photo, baked.get(area.id))),
    };
  }

  /** What the readings show, as the photo is and as a plan leaves it. */
  readings(photo: Photo, plan: ResolvedPlan, baked: Baked = NOTHING_BAKED): ReadingColours[] {
    return photo.readings.flatMap((reading) => {
      const now = this.#samples(reading, []);
      const result = this.#samples(reading, plan);
      if (!now || !result) return [];
      const doubt = this.#doubt(photo, reading, now, baked);
      return [{ id: reading.id, now: meanLinear(now), result: meanLinear(result), doubt }];
    });
  }

  /** A region with a plan, interleaved linear sRGB. */
  render(plan: ResolvedPlan, region: Region): Float32Array {
    return this.#renderer.render(plan, region).data;
  }

  /** Means of a patch as the photo is and as a plan leaves it, linear sRGB; undefined beside the photo. */
  patchColours(patch: Patch, plan: ResolvedPlan): { now: Triple; result: Triple } | undefined {
    const now = this.#samples(patch, []);
    const result = this.#samples(patch, plan);
    return now && result && { now: meanLinear(now), result: meanLinear(result) };
  }

  /** Ids of the areas that cover a point of the photo by half at least, the most covering first. */
  areasAt(photo: Photo, x: number, y: number): string[] {
    if (x < 0 || y < 0 || x >= photo.width || y >= photo.height) return [];
    const region = { x: Math.floor(x), y: Math.floor(y), width: 1, height: 1, outWidth: 1, outHeight: 1 };
    return photo.areas
      .map((area) => ({
        id: area.id,
        value: this.#renderer.coverage(this.area(area, photo).key, region).data[0]!,
      }))
      .filter(({ value }) => value >= COVERED)
      .sort((p, q) => q.value - p.value)
      .map(({ id }) => id);
  }

  #step(
    step: Step,
    {
      area,
      like,
      readings,
    }: { area: ResolvedArea; like: ResolvedArea | undefined; readings: readonly Reading[] },
    before: ResolvedPlan,
  ): ResolvedStep {
    const reached = before.at(-1)?.key ?? '';
    const kind = this.kinds.adjusts.get(step.kind)!;
    const looksAt = kind.measuredBy?.map((name) => step.parameters[name]!) ?? [];
    const [taken, other] = this.taken.get(step.id) ?? [];
    const measuresKey = fingerprint([reached, step.kind, area.key, like?.key, readings, looksAt]);
    const { measures, edge } = this.#steps.get(measuresKey, () => {
      const input: StepInput = {
        ...this.measures.input(area, before),
        ...(like && { like: this.measures.input(like, before) }),
        readings: readings.flatMap((reading) => {
          const samples = this.#samples(reading, before);
          return samples ? [{ rung: reading.rung, samples }] : [];
        }),
      };
      return {
        measures: taken ? taken.measures : kind.measure(input, step.parameters),
        edge: kind.cleansEdges ? measureEdgeColours(input) : undefined,
      };
    });
    return {
      id: step.id,
      key: fingerprint([measuresKey, step.parameters, step.strength]),
      kind: step.kind,
      parameters: step.parameters,
      strength: step.strength,
      areaKey: area.key,
      measures,
      goesOver: taken &&
        other && { measures: other.measures, share: other.share / (taken.share + other.share) },
      edge,
    };
  }

  #doubt(photo: Photo, reading: Reading, samples: Float32Array, baked: Baked): ReadingDoubt | undefined {
    const area = photo.areas.find(({ id }) => id === reading.areaId);
    const region = patchRegion(reading, this.pyramid);
    if (!area || !region) return { is: 'beside' };
    const resolved = this.area(area, photo, baked.get(area.id));
    const { data } = this.#renderer.coverage(resolved.key, region);
    const covered = data.reduce((sum, value) => sum + value, 0) / (255 * data.length);
    return doubtOfReading(samples, covered, this.measures.trend(resolved));
  }

  /** The pixels of a patch after a plan, outliers dropped; undefined beside the photo. */
  #samples(patch: Patch, plan: ResolvedPlan): Float32Array | undefined {
    const region = patchRegion(patch, this.pyramid);
    return region && trimPatch(this.#renderer.render(plan, region).data);
  }
}
