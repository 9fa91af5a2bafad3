import { clampUnit } from '../math/clamp';
import { boxMeans } from '../raster/boxMeans';
import { mapPlane } from '../raster/mapPlane';
import type { Pyramid } from '../raster/pyramid';
import type { FaceLandmarks } from './faceLandmarks';
import { featurePlane } from './featureParser';
import type { FeatureAnswer } from './featureParser';
import { featureWindow } from './featureWindow';
import type { FeatureWindow } from './featureWindow';
import { BROW_LOOPS } from './landmarkGroups';
import { localColours, LOCAL_CHANNELS } from './localColours';
import { BROW_GRAIN, BROW_LONG_SIDE, BROW_NEAR, BROW_SKIN, BROW_SKIN_NEAR } from './featureParameters';

/** A brow in its window: coverage 0..1 of its hairs. */
export interface BrowParts {
  readonly window: FeatureWindow;
  readonly brow: Float32Array;
}

/**
 * A brow: as much of each place as the feature parser takes for hairs, and of that more where the photo is darker than
 * places about it are, against the skin beside, and less where it is lighter: single hairs are finer than the parser sees.
 */
export function browParts(
  pyramid: Pyramid,
  { points }: FaceLandmarks,
  side: 'right' | 'left',
  answer: FeatureAnswer,
): BrowParts | undefined {
  const loop = BROW_LOOPS[side].map((index) => points[index]!);
  const long = Math.max(...loop.map(([x, y]) => Math.hypot(x - loop[0]![0], y - loop[0]![1])));
  const window = featureWindow(pyramid, loop, { margin: 0.3 * long, longSide: BROW_LONG_SIDE });
  if (!window) return undefined;
  const { outWidth: width, outHeight: height } = window.region;
  const unit = long * window.scale;
  const share = featurePlane(answer, window.region, 'brow');
  const { data } = window.source;
  const bare = localColours(
    data,
    mapPlane(share, (value) => Number(value < BROW_SKIN)),
    { width, height, radius: Math.round(BROW_SKIN_NEAR * unit) },
  ).data;
  const towards = (i: number, channel: number) =>
    bare[LOCAL_CHANNELS * i + channel]! - data[3 * i + channel]!;
  const drop = mapPlane(share, (_, i) => Math.max(0, towards(i, 0) + towards(i, 1) + towards(i, 2)));
  const about = { channels: 1, width, height, radius: Math.max(1, Math.round(BROW_NEAR * unit)) };
  const hairs = boxMeans(share, about);
  const drops = boxMeans(
    mapPlane(drop, (value, i) => value * share[i]!),
    about,
  );
  const brow = mapPlane(share, (value, i) => {
    const usual = hairs[i]! > 0 ? drops[i]! / hairs[i]! : 0;
    return usual > 0 ? clampUnit(value * Math.max(0, 1 + BROW_GRAIN * (drop[i]! / usual - 1))) : value;
  });
  return { window, brow };
}
