import type { Triple } from '../colour/triple';
import type { AreaInput } from '../measure/areaInput';
import { areaMean } from '../measure/areaMean';
import { findFamilies } from '../measure/families';
import type { Family } from '../measure/families';
import { measureHistogram } from '../measure/histogram';
import type { Histogram } from '../measure/histogram';
import { measureLadder } from '../measure/ladder';
import type { Ladder } from '../measure/ladder';
import { measureTrend, oklabPlanes } from '../measure/trend';
import type { Trend } from '../measure/trend';
import type { Pyramid } from '../raster/pyramid';
import { wholeRegion } from '../raster/raster';
import type { Region } from '../raster/raster';
import { Cache } from './cache';
import { sharesOf } from '../raster/coverage8';
import { coveredBox, widenedBox } from './coveredBox';
import { EDGE_REACH } from './edgeColours';
import type { RegionRenderer } from './regionRenderer';
import type { ResolvedArea, ResolvedPlan } from './resolved';

/**
 * Long side of the picture in which an area is looked for, and of the ones in which it is measured, pixels.
 */
const SEEK_LONG_SIDE = 512;
const MEASURE_LONG_SIDE = 1024;
const MEAN_LONG_SIDE = 256;
/** An area that covers nothing is measured in a picture of this long side. */
const NOTHING_LONG_SIDE = 8;
/** What is a number or a few is kept of more areas than twelve sitters have. */
const MOST_SMALL = 1024;

/** Measures areas, as the photo is and as a plan leaves it. The renderer must have learned them. */
export class AreaMeasures {
  readonly #boxes = new Cache<Region>(MOST_SMALL);
  readonly #shares = new Cache<number>(MOST_SMALL);
  /** by area and plan: the photo as it was, and values that return, are not measured again */
  readonly #means = new Cache<Triple | undefined>(MOST_SMALL);
  readonly #ladders = new Cache<Ladder>();
  readonly #families = new Cache<readonly Family[]>();
  readonly #histograms = new Cache<Histogram>();
  readonly #trends = new Cache<Trend | undefined>();

  constructor(
    readonly pyramid: Pyramid,
    readonly renderer: RegionRenderer,
  ) {}

  /** An area with the pixels about it after a plan, at the size at which areas are measured. */
  input(area: ResolvedArea, plan: ResolvedPlan): AreaInput {
    const region = this.region(area);
    return {
      region,
      pixels: this.renderer.render(plan, region),
      coverage: this.renderer.coverage(area.key, region),
    };
  }

  /** The ladder of an area after a plan; an empty plan gives the photo as it is. */
  ladder(area: ResolvedArea, plan: ResolvedPlan): Ladder {
    return this.#ladders.get(nameOf(area, plan), () => {
      const { pixels, coverage } = this.input(area, plan);
      return measureLadder(pixels, coverage);
    });
  }

  /** The families of an area's colours after a plan. */
  families(area: ResolvedArea, plan: ResolvedPlan): readonly Family[] {
    return this.#families.get(nameOf(area, plan), () => findFamilies(this.input(area, plan)));
  }

  /** How much of an area has which red, green and blue, as the photo is. */
  histogram(area: ResolvedArea): Histogram {
    return this.#histograms.get(area.key, () => measureHistogram(this.input(area, [])));
  }

  /** Mean colour of an area after a plan, in linear light; undefined when it covers nothing. */
  mean(area: ResolvedArea, plan: ResolvedPlan): Triple | undefined {
    return this.#means.get(nameOf(area, plan), () => {
      const box = this.box(area);
      const region = { ...wholeRegion(box.width, box.height, MEAN_LONG_SIDE), x: box.x, y: box.y };
      return areaMean(this.renderer.render(plan, region), this.renderer.coverage(area.key, region));
    });
  }

  /** The share of the photo that an area covers, 0..1. */
  share(area: ResolvedArea): number {
    return this.#shares.get(area.key, () => {
      const { data } = this.renderer.coverage(area.key, this.#whole());
      return data.reduce((sum, value) => sum + value, 0) / (255 * data.length);
    });
  }

  /** The trend of an area's colours as the photo is; undefined when it covers too little. */
  trend(area: ResolvedArea): Trend | undefined {
    return this.#trends.get(area.key, () => {
      const { pixels, coverage } = this.input(area, []);
      return measureTrend(oklabPlanes(pixels.data), sharesOf(coverage.data));
    });
  }

  /** The part of the photo in which an area and its surroundings are measured. */
  region(area: ResolvedArea): Region {
    return widenedBox(this.box(area), this.pyramid, EDGE_REACH);
  }

  /** The part of the photo that holds an area, at a size that is enough to measure it. */
  box(area: ResolvedArea): Region {
    return this.#boxes.get(area.key, () => {
      const whole = this.#whole();
      return (
        coveredBox(this.renderer.coverage(area.key, whole), whole, MEASURE_LONG_SIDE) ??
        wholeRegion(this.pyramid.width, this.pyramid.height, NOTHING_LONG_SIDE)
      );
    });
  }

  #whole(): Region {
    return wholeRegion(this.pyramid.width, this.pyramid.height, SEEK_LONG_SIDE);
  }
}

const nameOf = (area: ResolvedArea, plan: ResolvedPlan) => `${area.key}:${plan.at(-1)?.key ?? ''}`;
