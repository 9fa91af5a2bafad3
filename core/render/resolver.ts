import { fingerprint } from '../document/fingerprint';
import { WHOLE_PICTURE } from '../document/schema';
import type { Area, Mark, Photo, Reading, Step } from '../document/schema';
import type { AreaInput } from '../measure/areaInput';
import { areaMean } from '../measure/areaMean';
import { measureLadder } from '../measure/ladder';
import { doubtOfReading } from '../measure/readingDoubt';
import type { ReadingDoubt } from '../measure/readingDoubt';
import { measureTrend, oklabPlanes } from '../measure/trend';
import type { Trend } from '../measure/trend';
import type { Ladder } from '../measure/ladder';
import { meanLinear, patchRegion, trimPatch } from '../measure/reading';
import type { Triple } from '../colour/triple';
import type { Plate } from '../raster/plate';
import type { Pyramid } from '../raster/pyramid';
import { wholeRegion } from '../raster/raster';
import type { Region } from '../raster/raster';
import { sampleRegion } from '../raster/sampleRegion';
import { areaBounds, areaCoverage, combineMarks } from './areaCoverage';
import { Cache } from './cache';
import { coveredBox } from './coveredBox';
import type { CoverageSource } from './areaCoverage';
import { namedAreas } from './namedAreas';
import type { NamedAreas } from './namedAreas';
import { measureEdgeColours } from './edgeColours';
import type { EdgeColours } from './edgeColours';
import type { RenderKinds } from './kinds';
import { RegionRenderer } from './regionRenderer';
import type { ResolvedArea, ResolvedPlan, ResolvedStep } from './resolved';

/** Long side of the picture in which an area is looked for, and of the one in which it is measured. */
const SEEK_LONG_SIDE = 512;
const MEASURE_LONG_SIDE = 1024;
const MEAN_LONG_SIDE = 256;
const STRIP_ROWS = 256;

/** A reading's colours, linear sRGB, outliers dropped. */
export interface ReadingColours {
  readonly id: string;
  readonly now: Triple;
  readonly result: Triple;
  /** why it stands badly */
  readonly doubt: ReadingDoubt | undefined;
}

/**
 * Turns a photo's document into what can be rendered: prepares marks, and measures for each step the
 * picture that reaches it. What did not change since the last call is not computed again.
 */
export class Resolver {
  readonly #renderer: RegionRenderer;
  readonly #areas = new Cache<ResolvedArea>();
  readonly #marks = new Cache<unknown>();
  readonly #regions = new Cache<Region>();
  readonly #trends = new Cache<Trend | undefined>();
  readonly #measures = new Cache<{ readonly measures: unknown; readonly edge: EdgeColours | undefined }>();
  readonly #plates = new Map<string, Plate>();
  readonly #source: CoverageSource;

  constructor(
    readonly pyramid: Pyramid,
    readonly kinds: RenderKinds,
  ) {
    this.#source = { kinds, photo: pyramid, sample: (region) => sampleRegion(pyramid, region) };
    this.#renderer = new RegionRenderer(pyramid, kinds);
  }

  /** Ready-made coverage by its name. */
  get plates(): ReadonlyMap<string, Plate> {
    return this.#plates;
  }

  /** Makes ready-made coverage known by its name; marks name it. */
  learnPlate(name: string, plate: Plate): void {
    this.#plates.set(name, plate);
  }

  /**
   * @param of the photo whose areas its marks may name
   * @param baked ready-made coverage in place of the area's marks; size of the photo
   */
  area(area: Area, of: Pick<Photo, 'areas'>, baked?: Uint8Array): ResolvedArea {
    return this.#resolve(area, namedAreas(area, of.areas, this.kinds), baked, new Map());
  }

  /** @param done the areas that were resolved on the way: one that is named several times is resolved once */
  #resolve(
    area: Area,
    named: NamedAreas,
    baked: Uint8Array | undefined,
    done: Map<string, ResolvedArea>,
  ): ResolvedArea {
    const known = done.get(area.id);
    if (known) return known;
    const marks = area.marks.filter((mark) => mark.on);
    const others = marks.map((mark) => {
      const other = named(area, mark);
      return other && this.#resolve(other, named, undefined, done);
    });
    const key = fingerprint([
      marks.map((mark, n) => [mark.mode, mark.kind, mark.version, mark.parameters, others[n]?.key ?? '']),
      area.inverted,
      area.edgeCare,
      baked ? area.id : '',
    ]);
    const resolved = this.#areas.get(key, () => {
      const prepared: ResolvedArea['marks'][number][] = [];
      if (!baked)
        for (const [n, mark] of marks.entries())
          prepared.push(
            this.#mark(
              mark,
              others[n],
              prepared,
              fingerprint([marks.slice(0, n), others.slice(0, n).map((other) => other?.key)]),
            ),
          );
      return {
        key,
        inverted: area.inverted,
        edgeCare: area.edgeCare,
        marks: prepared,
        ...(baked && {
          baked: { region: wholeRegion(this.pyramid.width, this.pyramid.height), coverage8: baked },
        }),
      };
    });
    this.#renderer.learnArea(resolved);
    done.set(area.id, resolved);
    return resolved;
  }

  /**
   * @param baked ready-made coverage by area id
   * @returns the steps that are on; strength 0 counts as off
   */
  plan(photo: Photo, baked: ReadonlyMap<string, Uint8Array> = new Map()): ResolvedPlan {
    const resolved: ResolvedStep[] = [];
    for (const step of photo.plan) {
      const area = step.areaId === null ? WHOLE_PICTURE : photo.areas.find(({ id }) => id === step.areaId);
      if (!step.on || step.strength === 0 || !area) continue;
      const likeId = this.kinds.adjusts.get(step.kind)!.like?.(step.parameters);
      const other = photo.areas.find(({ id }) => id === likeId);
      resolved.push(
        this.#step(
          photo,
          step,
          {
            area: this.area(area, photo, baked.get(area.id)),
            like: other && this.area(other, photo, baked.get(other.id)),
          },
          resolved,
        ),
      );
    }
    return resolved;
  }

  /** The ladder of an area after a plan; an empty plan gives the photo as it is. */
  ladder(area: ResolvedArea, plan: ResolvedPlan): Ladder {
    const region = this.measuringRegion(area);
    return measureLadder(this.#renderer.render(plan, region), this.#renderer.coverage(area.key, region));
  }

  /** Mean colour of an area after a plan, in linear light; undefined when it covers nothing. */
  mean(area: ResolvedArea, plan: ResolvedPlan): Triple | undefined {
    const box = this.measuringRegion(area);
    const region = { ...wholeRegion(box.width, box.height, MEAN_LONG_SIDE), x: box.x, y: box.y };
    return areaMean(this.#renderer.render(plan, region), this.#renderer.coverage(area.key, region));
  }

  /** Coverage of an area at the photo's own size, put together from strips. */
  fullCoverage(area: ResolvedArea): Uint8Array {
    const { width, height } = this.pyramid;
    const out = new Uint8Array(width * height);
    for (let y = 0; y < height; y += STRIP_ROWS) {
      const rows = Math.min(STRIP_ROWS, height - y);
      const region = { x: 0, y, width, height: rows, outWidth: width, outHeight: rows };
      out.set(areaCoverage(area, this.#source, region).data, y * width);
    }
    return out;
  }

  /** An area with the pixels about it after a plan, at the size at which areas are measured. */
  input(area: ResolvedArea, plan: ResolvedPlan): AreaInput {
    const region = this.measuringRegion(area);
    return {
      region,
      pixels: this.#renderer.render(plan, region),
      coverage: this.#renderer.coverage(area.key, region),
    };
  }

  readings(
    photo: Photo,
    plan: ResolvedPlan,
    baked: ReadonlyMap<string, Uint8Array> = new Map(),
  ): ReadingColours[] {
    return photo.readings.flatMap((reading) => {
      const now = this.#patch(reading, []);
      const result = this.#patch(reading, plan);
      return now && result
        ? [
            {
              id: reading.id,
              now: meanLinear(now),
              result: meanLinear(result),
              doubt: this.#doubt(photo, reading, now, baked),
            },
          ]
        : [];
    });
  }

  /** A region with a plan, interleaved linear sRGB. */
  render(plan: ResolvedPlan, region: Region): Float32Array {
    return this.#renderer.render(plan, region).data;
  }

  /** Means of a patch as the photo is and as a plan leaves it, linear sRGB; undefined beside the photo. */
  patchColours(
    patch: { readonly x: number; readonly y: number; readonly size: number },
    plan: ResolvedPlan,
  ): { now: Triple; result: Triple } | undefined {
    const region = patchRegion(patch, this.pyramid);
    const mean = (steps: ResolvedPlan) => meanLinear(trimPatch(this.#renderer.render(steps, region!).data));
    return region && { now: mean([]), result: mean(plan) };
  }

  /** Ids of the areas that cover a point of the photo by half at least, the most covering first. */
  areasAt(photo: Photo, x: number, y: number): string[] {
    if (x < 0 || y < 0 || x >= photo.width || y >= photo.height) return [];
    const region = { x: Math.floor(x), y: Math.floor(y), width: 1, height: 1, outWidth: 1, outHeight: 1 };
    const covered = photo.areas.map((area) => ({
      id: area.id,
      value: this.#renderer.coverage(this.area(area, photo).key, region).data[0]!,
    }));
    return covered
      .filter(({ value }) => value >= 128)
      .sort((p, q) => q.value - p.value)
      .map(({ id }) => id);
  }

  /** The share of the photo that an area covers, 0..1. */
  share(area: ResolvedArea): number {
    const { data } = this.#renderer.coverage(
      area.key,
      wholeRegion(this.pyramid.width, this.pyramid.height, SEEK_LONG_SIDE),
    );
    return data.reduce((sum, value) => sum + value, 0) / (255 * data.length);
  }

  /** The part of the photo that holds an area, at a size that is enough to measure it. */
  measuringRegion(area: ResolvedArea): Region {
    return this.#regions.get(area.key, () => {
      const whole = wholeRegion(this.pyramid.width, this.pyramid.height, SEEK_LONG_SIDE);
      const box = coveredBox(this.#renderer.coverage(area.key, whole), whole, MEASURE_LONG_SIDE);
      return box ?? wholeRegion(this.pyramid.width, this.pyramid.height, 8);
    });
  }

  #mark(
    mark: Mark,
    other: ResolvedArea | undefined,
    before: readonly ResolvedArea['marks'][number][],
    beforeKey: string,
  ): ResolvedArea['marks'][number] {
    const kind = this.kinds.marks.get(mark.kind)!;
    const marks = [...before];
    const data = this.#marks.get(
      fingerprint([mark.kind, mark.parameters, other?.key ?? '', kind.looksBack ? beforeKey : '']),
      () =>
        kind.prepare(mark.parameters, {
          pyramid: this.pyramid,
          plates: this.#plates,
          other: other && { area: other, bounds: areaBounds(other, this.kinds) },
          before: (region) => combineMarks({ marks }, this.#source, region),
        }),
    );
    return { kind: mark.kind, mode: mark.mode, data };
  }

  #step(
    photo: Photo,
    step: Step,
    { area, like }: { area: ResolvedArea; like: ResolvedArea | undefined },
    before: ResolvedPlan,
  ): ResolvedStep {
    const readings = photo.readings.filter((reading) => reading.areaId === step.areaId);
    const reached = before.at(-1)?.key ?? '';
    const kind = this.kinds.adjusts.get(step.kind)!;
    const looksAt =
      (kind.measuredBy as readonly string[] | undefined)?.map((name) => step.parameters[name]!) ?? [];
    const measuresKey = fingerprint([reached, step.kind, area.key, like?.key, readings, looksAt]);
    const { measures, edge } = this.#measures.get(measuresKey, () => {
      const input = this.input(area, before);
      const measures = kind.measure(
        {
          ...input,
          ...(like && { like: this.input(like, before) }),
          readings: readings.flatMap((reading) => {
            const samples = this.#patch(reading, before);
            return samples ? [{ rung: reading.rung, samples }] : [];
          }),
        },
        step.parameters,
      );
      return { measures, edge: kind.cleansEdges ? measureEdgeColours(input) : undefined };
    });
    return {
      key: fingerprint([measuresKey, step.parameters, step.strength]),
      kind: step.kind,
      parameters: step.parameters,
      strength: step.strength,
      areaKey: area.key,
      measures,
      edge,
    };
  }

  #doubt(
    photo: Photo,
    reading: Reading,
    samples: Float32Array,
    baked: ReadonlyMap<string, Uint8Array>,
  ): ReadingDoubt | undefined {
    const area = photo.areas.find(({ id }) => id === reading.areaId);
    const region = patchRegion(reading, this.pyramid);
    if (!area || !region) return { is: 'beside' };
    const resolved = this.area(area, photo, baked.get(area.id));
    const { data } = this.#renderer.coverage(resolved.key, region);
    const trend = this.#trends.get(resolved.key, () => {
      const input = this.input(resolved, []);
      return measureTrend(
        oklabPlanes(input.pixels.data),
        Float32Array.from(input.coverage.data, (value) => value / 255),
      );
    });
    return doubtOfReading(samples, data.reduce((sum, value) => sum + value, 0) / (255 * data.length), trend);
  }

  #patch(reading: Reading, plan: ResolvedPlan): Float32Array | undefined {
    const region = patchRegion(reading, this.pyramid);
    return region && trimPatch(this.#renderer.render(plan, region).data);
  }
}
