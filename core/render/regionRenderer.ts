import { RUN_PIXELS, TABLE_NODES, runMemory } from '../loops/runMemory';
import type { Pyramid } from '../raster/pyramid';
import type { Coverage8Raster, LinearRaster, Region } from '../raster/raster';
import { sampleRegion } from '../raster/sampleRegion';
import { applyStep } from './applyStep';
import { areaCoverage } from './areaCoverage';
import { encodePixels, encodeWidePixels } from './encodePixels';
import type { ScreenSpace } from './encodePixels';
import type { AdjustKind, PixelKernel, RenderKinds } from './kinds';
import type { ResolvedArea, ResolvedPlan, ResolvedStep } from './resolved';
import { countRuns, coveredRuns, runsThatChanged } from './stepRuns';
import type { StepRuns } from './stepRuns';
import { tableKernel } from './tableKernel';

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
}

/** A picture as it was seen, and its codes. */
interface SeenPicture extends StepRuns {
  readonly space: ScreenSpace;
  readonly codes: Uint8Array;
}

/** A step's kernel, and the same as a table once it was asked for. */
interface StepKernel {
  readonly exact: PixelKernel | undefined;
  table?: PixelKernel;
}

const MOST_KERNELS = 24;
/** Result pixels kept over all regions, at about 32 bytes each. */
const MOST_PIXELS = 8_000_000;
const MOST_COVERAGES = 8;

/** A step's kernel; one that goes over to other measures gives what lies between both results. */
function compiledStep(
  { parameters, measures, goesOver }: ResolvedStep,
  kind: AdjustKind,
): PixelKernel | undefined {
  const one = kind.compile(parameters, measures);
  if (!goesOver) return one;
  const other = kind.compile(parameters, goesOver.measures);
  return (pixels, count, places) => {
    const there = pixels.slice(0, 3 * count);
    one?.(pixels, count, places);
    other?.(there, count, places);
    for (let p = 0; p < 3 * count; p++) pixels[p]! += goesOver.share * (there[p]! - pixels[p]!);
  };
}

/**
 * Renders regions of one photo. Keeps what the next call is likely to need again: while one step
 * changes, the steps before it are not computed anew.
 */
export class RegionRenderer {
  readonly #caches = new Map<string, RegionCache>();
  readonly #areas = new Map<string, ResolvedArea>();
  readonly #kernels = new Map<string, StepKernel>();

  constructor(
    readonly pyramid: Pyramid,
    readonly kinds: RenderKinds,
  ) {}

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
      if (cache.coverage.size > MOST_COVERAGES) cache.coverage.delete(cache.coverage.keys().next().value!);
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
   * seen then is seen again.
   * @param out receives 4 bytes per result pixel
   */
  renderEncoded(
    plan: ResolvedPlan,
    region: Region,
    out: Uint8Array | Uint8ClampedArray,
    space: ScreenSpace = 'srgb',
  ): void {
    const encode = space === 'srgb' ? encodePixels : encodeWidePixels;
    const cache = this.#cache(region);
    const before = cache.seen?.space === space ? cache.seen : undefined;
    const now = this.#stepRuns(plan, region, before);
    const isNew = before && runsThatChanged(before, now, countRuns(region));
    const codes = before?.codes ?? new Uint8Array(out.length);
    // What fails half-way is nothing that was seen.
    delete cache.seen;
    this.#run(plan, region, { tables: true, isNew }, (pixels, first) => encode(pixels, codes, 4 * first));
    out.set(codes);
    cache.seen = { ...now, space, codes };
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
   * @param isNew by run, 0 for those that nobody wants; all of them where it is not given
   */
  #run(
    plan: ResolvedPlan,
    region: Region,
    { tables, isNew }: { readonly tables: boolean; readonly isNew?: Uint8Array | undefined },
    take: (pixels: Float32Array, first: number) => void,
  ): void {
    const cache = this.#cache(region);
    const source = this.source(region).data;
    const keys = plan.map((step) => step.key);
    const firstNew = keys.findIndex((key, i) => key !== cache.lastKeys[i]);
    const start =
      cache.held?.tables === tables && keys[cache.held.steps - 1] === cache.held.key ? cache.held.steps : 0;
    const from = start > 0 ? cache.held!.data : source;
    // The picture just before the step that changed last is likely to be asked for again.
    const holds = firstNew > start ? new Float32Array(source.length) : undefined;
    const steps = plan.slice(start).flatMap((step, i) => {
      const coverage = step.strength > 0 ? this.coverage(step.areaKey, region).data : undefined;
      const kernel = coverage && this.#kernel(step, tables);
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
      let held = false;
      for (const { order, coverage, strength, kernel, placed, edge } of steps) {
        if (holds && !held && order >= firstNew) {
          holds.set(pixels, 3 * first);
          held = true;
        }
        if (held && !isWanted) break;
        applyStep(pixels, coverage.subarray(first, first + pixels.length / 3), kernel, {
          strength,
          at: placed || edge ? { region, first, placed, edge } : undefined,
        });
      }
      if (holds && !held) holds.set(pixels, 3 * first);
      if (isWanted) take(pixels, first);
    }
    if (holds) cache.held = { tables, key: keys[firstNew - 1]!, steps: firstNew, data: holds };
    cache.lastKeys = keys;
  }

  #kernel(step: ResolvedStep, tables: boolean): PixelKernel | undefined {
    const kind = this.kinds.adjusts.get(step.kind)!;
    let known = this.#kernels.get(step.key);
    if (!known) {
      known = { exact: compiledStep(step, kind) };
      this.#kernels.set(step.key, known);
      if (this.#kernels.size > MOST_KERNELS) this.#kernels.delete(this.#kernels.keys().next().value!);
    }
    if (!tables || kind.looksAt !== 'smooth' || kind.isCheap?.(step.parameters) || !known.exact)
      return known.exact;
    return (known.table ??= tableKernel(known.exact, TABLE_NODES));
  }

  #cache(region: Region): RegionCache {
    const key = `${region.x},${region.y},${region.width},${region.height},${region.outWidth},${region.outHeight}`;
    const known = this.#caches.get(key);
    const cache = known ?? { region, coverage: new Map(), lastKeys: [] };
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
      if (pixels <= MOST_PIXELS || this.#caches.size === 1) return;
      this.#caches.delete(key);
      pixels -= region.outWidth * region.outHeight;
    }
  }
}
