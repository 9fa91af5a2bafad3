import { clamp } from '../math/clamp';
import { prepareGuide, smoothedAlong } from '../raster/guidedFilter';
import { mapPlane } from '../raster/mapPlane';
import type { FeatureWindow } from './featureWindow';
import { fitMixture, mixtureDensities, sampleOf } from './mixture';
import {
  LIKENESS_EPSILON,
  LIKENESS_ODDS,
  LIKENESS_SAMPLES,
  LIKENESS_SPREAD,
  LIKENESS_UNFORESEEN,
} from './featureParameters';

/**
 * How much each pixel of a window belongs to a feature rather than to what surrounds it: a prior by place,
 * times the likelihoods of its colour under mixtures learnt from sure pixels of both, smoothed along edges.
 * @param place prior 0..1
 * @param isFeature pixels that are surely the feature @param isGround pixels that surely are not
 * @param radius of the smoothing, pixels of the window
 */
export function likeness(
  window: FeatureWindow,
  place: Float32Array,
  {
    isFeature,
    isGround,
    components,
    radius,
  }: {
    readonly isFeature: (index: number) => boolean;
    readonly isGround: (index: number) => boolean;
    readonly components: number;
    readonly radius: number;
  },
): Float32Array {
  const {
    oklab,
    region: { outWidth: width, outHeight: height },
  } = window;
  const count = width * height;
  const model = (belongs: (index: number) => boolean) =>
    fitMixture(oklab, sampleOf(count, belongs, LIKENESS_SAMPLES), components, LIKENESS_SPREAD);
  const feature = model(isFeature);
  const ground = model(isGround);
  const asFeature = mixtureDensities(feature, oklab);
  const asGround = mixtureDensities(ground, oklab);
  const raw = mapPlane(place, (prior, i) => {
    const odds = clamp(
      (asFeature[i]! + LIKENESS_UNFORESEEN) / (asGround[i]! + LIKENESS_UNFORESEEN),
      1 / LIKENESS_ODDS,
      LIKENESS_ODDS,
    );
    const as = prior * odds;
    return as / (as + 1 - prior);
  });
  const guide = prepareGuide(oklab, {
    width,
    height,
    radius: Math.max(1, Math.round(radius)),
    epsilon: LIKENESS_EPSILON,
  });
  return smoothedAlong(guide, raw);
}
