import { mapPlane } from '../raster/mapPlane';
import { quantile } from '../math/quantile';
import { sigmoid } from '../math/sigmoid';
import { clampUnit } from '../math/clamp';
import type { Pyramid } from '../raster/pyramid';
import { distancesTo } from './outline';
import type { FaceLandmarks } from './faceLandmarks';
import { featureWindow, loopCoverage, toWindow } from './featureWindow';
import type { FeatureWindow } from './featureWindow';
import { LIPS_INNER, LIPS_OUTER } from './landmarkGroups';
import { likeness } from './likeness';
import { fitMixture, mixtureDensities } from './mixture';
import {
  BARE_FROM,
  BARE_TO,
  BORDER_REACH,
  GAP_COLOURS,
  GAP_REACH,
  GAP_SLACK,
  LEAST_LIKE_LIPS,
  LEAST_LIP,
  LEAST_OPENING,
  LIP_COLOURS,
  LIPS_CORE,
  LIPS_RIM,
  LIPS_SAMPLES,
  MID_LIP,
  MID_SURE,
  MOST_TEETH_CHROMA,
  MOUTH_COLOUR_ODDS,
  MOUTH_LONG_SIDE,
  PALE_BETWEEN,
  TEETH_FROM,
  TEETH_TO,
} from './featureParameters';

/** Lips, and what shows between them. */
export interface MouthParts {
  readonly window: FeatureWindow;
  readonly lips: Float32Array;
  readonly teeth: Float32Array;
  /** everything between the lips */
  readonly between: Float32Array;
}

/**
 * Lips to the vermilion border: where the landmarks expect them, times how like the lips' own colours a pixel
 * is.
 */
export function mouthParts(pyramid: Pyramid, { points }: FaceLandmarks): MouthParts | undefined {
  const outer = LIPS_OUTER.map((index) => points[index]!);
  const inner = LIPS_INNER.map((index) => points[index]!);
  const wide = Math.hypot(points[291]![0] - points[61]![0], points[291]![1] - points[61]![1]);
  const window = featureWindow(pyramid, outer, { margin: 0.25 * wide, longSide: MOUTH_LONG_SIDE });
  if (!window) return undefined;
  const { outWidth: width, outHeight: height } = window.region;
  const unit = wide * window.scale;
  const outline = toWindow(window, outer);
  const gap = toWindow(window, inner);
  const beyond = distancesTo(outline, { width, height, unit });
  const apart = distancesTo(gap, { width, height, unit });
  const loop = loopCoverage(window, inner);
  const open = loop.reduce((sum, value) => sum + value, 0) / (unit * unit) > LEAST_OPENING;
  const between = betweenLips(window, { beyond, apart, unit, open });
  const place = mapPlane(beyond, (distance, i) =>
    sigmoid(
      Math.max(-distance / BORDER_REACH, distance < 0 ? MID_LIP * midLip(distance, apart[i]!) : -Infinity),
    ),
  );
  const like = likeness(window, place, {
    isFeature: (i) => beyond[i]! < LIPS_CORE && apart[i]! > 0.02,
    isGround: (i) => beyond[i]! > BARE_FROM && beyond[i]! < BARE_TO,
    components: LIP_COLOURS,
    radius: 0.012 * unit,
    most: MOUTH_COLOUR_ODDS,
  });
  const lips = mapPlane(like, (smooth, i) => {
    const firm = clampUnit((smooth - 0.2) / 0.6);
    const near = clampUnit(1 - (beyond[i]! - 0.06) / 0.04);
    return firm * near * (1 - between[i]!);
  });
  return { window, lips, between, teeth: open ? teethIn(window, between) : new Float32Array(width * height) };
}

/**
 * What shows between the lips: landmarks miss their inner borders by up to a tenth of the mouth's width, so what lies
 * about the gap and has not the lips' colours, dark or teeth, is told from what has. Where the landmarks see them
 * closed, their own light and shade look foreign too, and only what has less colour than they have counts.
 */
function betweenLips(window: FeatureWindow, { beyond, apart, unit, open }: LipPlaces): Float32Array {
  const { oklab } = window;
  const isSure = (i: number) =>
    (beyond[i]! < -0.012 && beyond[i]! > -LIPS_RIM && apart[i]! > 0.03) ||
    midLip(beyond[i]!, apart[i]!) > MID_SURE;
  const sure = [...beyond.keys()].filter(isSure);
  const lips = fitMixture(
    oklab,
    sure.filter((_, n) => n % Math.ceil(sure.length / LIPS_SAMPLES + 1e-9) === 0),
    3,
    [0.02, 0.008, 0.008],
  );
  const foreign = mixtureDensities(lips, oklab);
  const usual =
    quantile(
      sure.map((i) => foreign[i]!),
      LEAST_LIKE_LIPS,
    ) ?? 0;
  const chromaOf = (i: number) => Math.hypot(oklab[3 * i + 1]!, oklab[3 * i + 2]!);
  const most = open ? Infinity : PALE_BETWEEN * (quantile(sure.map(chromaOf), 0.5) ?? 0);
  const place = mapPlane(apart, (distance, i) =>
    beyond[i]! < 0 ? sigmoid((GAP_SLACK - distance) / GAP_REACH) : 0,
  );
  const like = likeness(window, place, {
    isFeature: (i) => apart[i]! < 0.02 && beyond[i]! < -0.03 && foreign[i]! < usual,
    isGround: (i) => sure.length > 0 && isSure(i),
    components: GAP_COLOURS,
    radius: 0.008 * unit,
    most: MOUTH_COLOUR_ODDS,
  });
  return mapPlane(like, (smooth, i) => (chromaOf(i) < most ? clampUnit((smooth - 0.25) / 0.5) : 0));
}

/** How far a place lies midway between the border of the lips and the gap, however thin they are: 0 at either, 1. */
function midLip(beyond: number, apart: number): number {
  return beyond < 0 && apart > 0 ? (2 * Math.min(-beyond, apart)) / Math.max(LEAST_LIP, apart - beyond) : 0;
}

/** Where the lips are expected. */
interface LipPlaces {
  /** distances from their outline and from the gap between them, shares of the mouth's width, inside negative */
  readonly beyond: Float32Array;
  readonly apart: Float32Array;
  /** the mouth's width, pixels of the window */
  readonly unit: number;
  /** whether the landmarks see them open */
  readonly open: boolean;
}

function teethIn({ oklab }: FeatureWindow, between: Float32Array): Float32Array {
  let brightest = 0;
  for (let i = 0; i < between.length; i++)
    if (between[i]! > 0.9) brightest = Math.max(brightest, oklab[3 * i]!);
  return mapPlane(between, (value, i) => {
    const chroma = Math.hypot(oklab[3 * i + 1]!, oklab[3 * i + 2]!);
    const bright = (oklab[3 * i]! / brightest - TEETH_FROM) / (TEETH_TO - TEETH_FROM);
    return value * clampUnit(bright) * (chroma < MOST_TEETH_CHROMA ? 1 : 0);
  });
}
