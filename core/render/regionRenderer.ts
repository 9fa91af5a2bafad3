import type { Pyramid } from '../raster/pyramid';
import type { Coverage8Raster, LinearRaster, Region } from '../raster/raster';
import { sampleRegion } from '../raster/sampleRegion';
import { applyStep } from './applyStep';
import { areaCoverage } from './areaCoverage';
import type { RenderKinds } from './kinds';
import type { ResolvedArea, ResolvedPlan, ResolvedStep } from './resolved';

/** What is known of one region: its pixels, its masks, and the picture just before the step that last changed. */
interface RegionCache {
  readonly region: Region;
  source?: LinearRaster;
  readonly coverage: Map<string, Coverage8Raster>;
  held?: { readonly key: string; readonly steps: number; readonly data: Float32Array };
  lastKeys: readonly string[];
}

/** Result pixels kept over all regions, at about 28 bytes each. */
const MOST_PIXELS = 8_000_000;
const MOST_COVERAGES = 8;

/**
 * Renders regions of one photo. Keeps what the next call is likely to need again: while one step
 * changes, the steps before it are not computed anew.
 */
export class RegionRenderer {
  readonly #caches = new Map<string, RegionCache>();
  readonly #areas = new Map<string, ResolvedArea>();

  constructor(readonly pyramid: Pyramid, readonly kinds: RenderKinds) {}

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
      coverage = areaCoverage(area, this.kinds, this.pyramid, region, this.source(region));
      cache.coverage.set(areaKey, coverage);
      if (cache.coverage.size > MOST_COVERAGES) cache.coverage.delete(cache.coverage.keys().next().value!);
    }
    return coverage;
  }

  /** The region with every step of the plan. The result belongs to the caller. */
  render(plan: ResolvedPlan, region: Region): LinearRaster {
    const cache = this.#cache(region), source = this.source(region);
    const keys = plan.map((step) => step.key);
    const firstNew = keys.findIndex((key, i) => key !== cache.lastKeys[i]);
    const hold = firstNew < 0 ? -1 : firstNew;
    const start = cache.held && keys[cache.held.steps - 1] === cache.held.key ? cache.held.steps : 0;
    const data = start > 0 ? cache.held!.data.slice() : source.data.slice();
    for (let n = start; n < plan.length; n++) {
      if (n === hold && n > start) cache.held = { key: keys[n - 1]!, steps: n, data: data.slice() };
      this.#apply(plan[n]!, data, region);
    }
    cache.lastKeys = keys;
    return { space: 'srgbLinear', width: region.outWidth, height: region.outHeight, data };
  }

  #apply(step: ResolvedStep, data: Float32Array, region: Region): void {
    const kernel = this.kinds.adjusts.get(step.kind)!.compile(step.parameters, step.measures);
    if (kernel && step.strength > 0) applyStep(data, this.coverage(step.areaKey, region).data, step.strength, kernel);
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
