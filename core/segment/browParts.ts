import { mapPlane } from '../raster/mapPlane';
import { clampUnit } from '../math/clamp';
import { quantile } from '../math/quantile';
import { sigmoid } from '../math/sigmoid';
import type { Pyramid } from '../raster/pyramid';
import { pixelCentre } from '../raster/raster';
import { distancesTo } from './outline';
import type { FaceLandmarks } from './faceLandmarks';
import { featureWindow, toWindow } from './featureWindow';
import type { FeatureWindow } from './featureWindow';
import type { AtPoint } from './headParser';
import { BROW_LOOPS } from './landmarkGroups';
import { localColours, LOCAL_CHANNELS } from './localColours';
import {
  BROW_BARE,
  BROW_EDGE,
  BROW_END,
  BROW_FULL,
  BROW_INSIDE,
  BROW_LONG_SIDE,
  BROW_SKIN,
  BROW_TOLD,
  BROW_UNTOLD,
} from './featureParameters';

/** A brow in its window: coverage 0..1 of its hairs. */
export interface BrowParts {
  readonly window: FeatureWindow;
  readonly brow: Float32Array;
}

/**
 * A brow: where the landmarks and the parser expect it, as far as pixels lie from the skin about it towards its
 * darkest hairs.
 * @param browAt 0..1, how likely brows are at a point of the photo by the parser
 */
export function browParts(
  pyramid: Pyramid,
  { points }: FaceLandmarks,
  side: 'right' | 'left',
  browAt: AtPoint,
): BrowParts | undefined {
  const loop = BROW_LOOPS[side].map((index) => points[index]!);
  const long = Math.max(...loop.map(([x, y]) => Math.hypot(x - loop[0]![0], y - loop[0]![1])));
  const window = featureWindow(pyramid, loop, { margin: 0.3 * long, longSide: BROW_LONG_SIDE });
  if (!window) return undefined;
  const { outWidth: width, outHeight: height } = window.region;
  const unit = long * window.scale;
  const outline = toWindow(window, loop);
  const beyond = distancesTo(outline, { width, height, unit });
  const { region } = window;
  const place = mapPlane(beyond, (distance, i) => {
    if (distance > BROW_END) return 0;
    const told = Math.max(BROW_UNTOLD, browAt(pixelCentre(region, i % width, Math.floor(i / width))));
    return sigmoid(BROW_INSIDE - distance / BROW_EDGE + BROW_TOLD * Math.log(told / (1.01 - told)));
  });
  const bare = localColours(
    window.source.data,
    mapPlane(beyond, (value, i) => Number(value < BROW_END && place[i]! < BROW_SKIN)),
    { width, height, radius: Math.round(0.1 * unit) },
  ).data;
  const { data } = window.source;
  const towards = (i: number, channel: number) =>
    bare[LOCAL_CHANNELS * i + channel]! - data[3 * i + channel]!;
  const drop = mapPlane(beyond, (_, i) => towards(i, 0) + towards(i, 1) + towards(i, 2));
  const inside = drop.filter((_, i) => beyond[i]! < 0);
  const full = quantile(inside, BROW_FULL) ?? 0;
  const brow = mapPlane(drop, (value, i) => {
    const spread = bare[LOCAL_CHANNELS * i + 3]!;
    const noise = BROW_BARE * spread;
    return full <= spread ? 0 : place[i]! * clampUnit((value - noise) / (full - noise));
  });
  return { window, brow };
}
