import { RUN_PIXELS, runMemory } from '../loops/runMemory';
import type { Pyramid } from '../raster/pyramid';
import type { Coverage8Raster, LinearRaster, Region } from '../raster/raster';
import { sampleRegion } from '../raster/sampleRegion';
import { applyStep } from './applyStep';
import { areaCoverage } from './areaCoverage';
import { takeSureRuns } from './cardRuns';
import type { Card, CardStep } from './card';
import { encodePixels, encodeWidePixels } from './encodePixels';
import type { ScreenSpace } from './encodePixels';
import type { RenderKinds } from './kinds';
import { LastPictures } from './lastPictures';
import type { ResolvedArea, ResolvedPlan } from './resolved';
import { StepKernels } from './stepKernels';
import { countRuns, coveredRuns, runsThatChanged } from './stepRuns';
import type { StepRuns } from './stepRuns';

/**
 * What is known of one region: its pixels, its masks, and the picture just before the step that last changed.
 */
interface RegionCache {
  readonly region: Region;
  source?: LinearRaster;
  readonly coverage: Map<string, Coverage8Raster>;
  held?: {
    readonly tables: boolean;
    readonly key: string;
    readonly steps: number;
    readonly data: Float32Array;
  };
  lastKeys: readonly string[];
  seen?: SeenPicture;
  readonly lastSeen: LastPictures;
}

/** Who draws a picture. */
export type DrawnBy = 'processor' | 'card' | 'memory';

/** A picture as it was seen, and its codes. */
interface SeenPicture extends StepRuns {
  readonly space: ScreenSpace;
  readonly codes: Uint8Array<ArrayBuffer>;
}

/** Whether costly kernels go through tables, which runs are wanted (all where it is not said), and whether more is kept. */
interface RunWishes {
  readonly tables: boolean;
  /** by run, 0 for those that nobody wants */
  readonly isNew?: Uint8Array | undefined;
  /** false keeps nothing of the picture between steps; true where it is not said */
  readonly holds?: boolean;
}

/** Result pixels kept over all regions, at about 32 bytes each, and 4 for each of the last pictures. */
const MOST_PIXELS = 8_000_000;
/** Coverages kept of one region: so many, and more of a small one up to so many bytes. */
const LEAST_COVERAGES = 8;
const COVERAGE_BYTES = 24_000_000;

/**
 * Renders regions of one photo. Keeps what the next call is likely to need again: while one step
 * changes, the steps before it are not computed anew.
 */
export class RegionRenderer {
  readonly #caches = new Map<string, RegionCache>();
  readonly #areas = new Map<string, ResolvedArea>();
  readonly #kernels: StepKernels;
  /** draws what changes of a region that was seen; without one the processor does */
  card: Card | undefined;
  /** by whom the last picture with codes was drawn; remembered, it was drawn before */
  drawnBy: DrawnBy = 'processor';

  /** @param mostPixels kept over all regions */
  constructor(
    readonly pyramid: Pyramid,
    readonly kinds: RenderKinds,
    readonly mostPixels = MOST_PIXELS,
  ) {
    this.#kernels = new StepKernels(kinds);
  }

  /** Makes an area known by its key; the steps of a plan name areas by key alone. */
  learnArea(area: ResolvedArea): void {
    this.#areas.set(area.key, area);
  }

  /** Forgets areas that are not among these. */
  keepAreas(keys: ReadonlySet<string>): void {
    for (const key of this.#areas.keys()) if (!keys.has(key)) this.#areas.delete(key);
  }

  /** The photo's own pixels of a region. Not to be written. */
  source(region: Region): LinearRaster {
    const cache = this.#cache(region);
    return (cache.source ??= sampleRegion(this.pyramid, region));
  }

  /** Coverage of a known area. Not to be written. @throws {RangeError} for an area never learnt */
  coverage(areaKey: string, region: Region): Coverage8Raster {
    const cache = this.#cache(region);
    let coverage = cache.coverage.get(areaKey);
    if (!coverage) {
      const area = this.#areas.get(areaKey);
      if (!area) throw new RangeError(`area ${areaKey} is not known here`);
      coverage = areaCoverage(
        area,
        { kinds: this.kinds, photo: this.pyramid, sample: (part) => this.source(part) },
        region,
      );
      cache.coverage.set(areaKey, coverage);
      const most = Math.max(LEAST_COVERAGES, COVERAGE_BYTES / coverage.data.length);
      if (cache.coverage.size > most) cache.coverage.delete(cache.coverage.keys().next().value!);
    }
    return coverage;
  }

  /**
   * The region with every step of the plan, in linear light, for measuring. The result belongs to the caller.
   */
  render(plan: ResolvedPlan, region: Region): LinearRaster {
    const data = new Float32Array(region.outWidth * region.outHeight * 3);
    this.#run(plan, region, { tables: false }, (pixels, first) => data.set(pixels, 3 * first));
    return { space: 'srgbLinear', width: region.outWidth, height: region.outHeight, data };
  }

  /**
   * The same as it is seen and written: costly kernels go through tables, so that preview, export and command
   * line give the same pixels. The result belongs to the caller.
   */
  renderSeen(plan: ResolvedPlan, region: Region): LinearRaster {
    const data = new Float32Array(region.outWidth * region.outHeight * 3);
    this.#run(plan, region, { tables: true }, (pixels, first) => data.set(pixels, 3 * first));
    return { space: 'srgbLinear', width: region.outWidth, height: region.outHeight, data };
  }

  /**
   * The same in 8 bits with opaque alpha. Where no step that changed since the last time covers anything, what was
   * seen then is seen again; a picture that was among the last ones is not worked out again at all.
   * @returns 4 bytes per result pixel; not to be written, and the same until five more pictures of the region were asked for
   */
  renderEncoded(plan: ResolvedPlan, region: Region, space: ScreenSpace = 'srgb'): Uint8Array<ArrayBuffer> {
    const cache = this.#cache(region);
    const before = cache.seen?.space === space ? cache.seen : undefined;
    const now = this.#stepRuns(plan, region, before);
    // What fails half-way is nothing that was seen.
    delete cache.seen;
    const name = `${space}:${plan.at(-1)?.key ?? ''}`;
    const known = cache.lastSeen.get(name);
    const codes = known ?? cache.lastSeen.takeRoom(4 * region.outWidth * region.outHeight);
    if (known) this.drawnBy = 'memory';
    else {
      if (before) codes.set(before.codes);
      this.#encode(plan, region, {
        space,
        codes,
        isNew: before && runsThatChanged(before, now, countRuns(region)),
      });
      cache.lastSeen.keep(name, codes);
    }
    cache.seen = { ...now, space, codes };
    return codes;
  }

  /** Draws the runs that are new into a picture's codes, by the card where it can. */
  #encode(
    plan: ResolvedPlan,
    region: Region,
    {
      space,
      codes,
      isNew,
    }: { readonly space: ScreenSpace; readonly codes: Uint8Array; readonly isNew: Uint8Array | undefined },
  ): void {
    const encode = space === 'srgb' ? encodePixels : encodeWidePixels;
    const take = (pixels: Float32Array, first: number) => encode(pixels, codes, 4 * first);
    const drawn = isNew && this.#drawn(plan, region, space);
    const unsure = drawn && takeSureRuns(drawn, isNew, codes);
    if (!unsure) this.#run(plan, region, { tables: true, isNew }, take);
    else if (unsure.includes(1)) this.#run(plan, region, { tables: true, isNew: unsure, holds: false }, take);
    this.drawnBy = drawn ? 'card' : 'processor';
  }

  /** The codes of a region as the card draws them, with 0 for alpha where it is not sure; undefined when it cannot. */
  #drawn(plan: ResolvedPlan, region: Region, space: ScreenSpace): Uint8Array | undefined {
    const { card } = this;
    if (!card) return undefined;
    const { steps: start, data } = this.#heldFor(plan, region, true) ?? {
      steps: 0,
      data: this.source(region).data,
    };
    const steps: CardStep[] = [];
    for (const step of plan.slice(start)) {
      if (step.strength === 0) continue;
      const kernel = this.#kernels.forCard(step);
      if (!kernel) return undefined;
      if (kernel === 'nothing') continue;
      const coverage = this.coverage(step.areaKey, region).data;
      steps.push({ kernel, coverage, strength: step.strength, edge: step.edge });
    }
    const drawn = new Uint8Array(4 * region.outWidth * region.outHeight);
    return card.draw({ source: data, steps, region, space }, drawn) ? drawn : undefined;
  }

  /** What is kept of the picture after some of the plan's steps, if these are still the same. */
  #heldFor(plan: ResolvedPlan, region: Region, tables: boolean): RegionCache['held'] {
    const { held } = this.#cache(region);
    return held?.tables === tables && plan[held.steps - 1]?.key === held.key ? held : undefined;
  }

  #stepRuns(plan: ResolvedPlan, region: Region, before: StepRuns | undefined): StepRuns {
    const nowhere = new Uint8Array(countRuns(region));
    return {
      keys: plan.map(({ key }) => key),
      runs: plan.map(({ key, strength, areaKey }, i) => {
        if (key === before?.keys[i]) return before.runs[i]!;
        if (strength === 0) return nowhere;
        return coveredRuns(this.coverage(areaKey, region).data);
      }),
    };
  }

  /**
   * Carries the region through the plan in runs of pixels that stay in the nearest cache; each run ends in
   * `take`.
   */
  #run(
    plan: ResolvedPlan,
    region: Region,
    { tables, isNew, holds: mayHold = true }: RunWishes,
    take: (pixels: Float32Array, first: number) => void,
  ): void {
    const cache = this.#cache(region);
    const source = this.source(region).data;
    const keys = plan.map((step) => step.key);
    const firstNew = keys.findIndex((key, i) => key !== cache.lastKeys[i]);
    const held = this.#heldFor(plan, region, tables);
    const start = held?.steps ?? 0;
    const from = held?.data ?? source;
    // The picture just before the step that changed last is likely to be asked for again.
    const holds = mayHold && firstNew > start ? new Float32Array(source.length) : undefined;
    const steps = plan.slice(start).flatMap((step, i) => {
      const coverage = step.strength > 0 ? this.coverage(step.areaKey, region).data : undefined;
      const kernel = coverage && this.#kernels.of(step, tables);
      return kernel
        ? [
            {
              order: start + i,
              coverage,
              strength: step.strength,
              kernel,
              edge: step.edge,
              placed: this.kinds.adjusts.get(step.kind)!.looksAt === 'place',
            },
          ]
        : [];
    });
    const memory = runMemory();
    memory?.beginRound();
    const run = memory?.pixels ?? new Float32Array(RUN_PIXELS * 3);
    const count = source.length / 3;
    for (let first = 0; first < count; first += RUN_PIXELS) {
      const isWanted = isNew?.[first / RUN_PIXELS] !== 0;
      if (!isWanted && !holds) continue;
      const pixels = run.subarray(0, 3 * Math.min(RUN_PIXELS, count - first));
      pixels.set(from.subarray(3 * first, 3 * first + pixels.length));
      let isHeld = false;
      for (const { order, coverage, strength, kernel, placed, edge } of steps) {
        if (holds && !isHeld && order >= firstNew) {
          holds.set(pixels, 3 * first);
          isHeld = true;
        }
        if (isHeld && !isWanted) break;
        applyStep(pixels, coverage.subarray(first, first + pixels.length / 3), kernel, {
          strength,
          at: placed || edge ? { region, first, placed, edge } : undefined,
        });
      }
      if (holds && !isHeld) holds.set(pixels, 3 * first);
      if (isWanted) take(pixels, first);
    }
    if (holds) cache.held = { tables, key: keys[firstNew - 1]!, steps: firstNew, data: holds };
    if (mayHold) cache.lastKeys = keys;
  }

  #cache(region: Region): RegionCache {
    const key = `${region.x},${region.y},${region.width},${region.height},${region.outWidth},${region.outHeight}`;
    const known = this.#caches.get(key);
    const cache = known ?? { region, coverage: new Map(), lastKeys: [], lastSeen: new LastPictures() };
    this.#caches.delete(key);
    this.#caches.set(key, cache);
    if (!known) this.#trim();
    return cache;
  }

  /** Forgets the regions not asked for longest, never the last one. */
  #trim(): void {
    let pixels = 0;
    for (const { region } of this.#caches.values()) pixels += region.outWidth * region.outHeight;
    for (const [key, { region }] of this.#caches) {
      if (pixels <= this.mostPixels || this.#caches.size === 1) return;
      this.#caches.delete(key);
      pixels -= region.outWidth * region.outHeight;
    }
  }
}
