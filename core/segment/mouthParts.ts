import { mapPlane } from '../raster/mapPlane';
import { clampUnit } from '../math/clamp';
import type { Pyramid } from '../raster/pyramid';
import type { FaceLandmarks } from './faceLandmarks';
import { featurePlane } from './featureParser';
import type { FeatureAnswer } from './featureParser';
import { featureWindow } from './featureWindow';
import type { FeatureWindow } from './featureWindow';
import { LIPS_OUTER } from './landmarkGroups';
import { likeness } from './likeness';
import {
  GAP_SMOOTH,
  LIP_COLOURS,
  LIPS_FROM,
  LIPS_SMOOTH,
  MOUTH_LONG_SIDE,
  SURELY_NONE,
  SURELY_ONE,
} from './featureParameters';

/** Lips, and what shows between them. */
export interface MouthParts {
  readonly window: FeatureWindow;
  readonly lips: Float32Array;
  readonly teeth: Float32Array;
  /** everything between the lips */
  readonly between: Float32Array;
}

/** Lips, and what shows between them, where the feature parser sees them, to the edges that their colours show. */
export function mouthParts(
  pyramid: Pyramid,
  { points }: FaceLandmarks,
  answer: FeatureAnswer,
): MouthParts | undefined {
  const outer = LIPS_OUTER.map((index) => points[index]!);
  const wide = Math.hypot(points[291]![0] - points[61]![0], points[291]![1] - points[61]![1]);
  const window = featureWindow(pyramid, outer, { margin: 0.25 * wide, longSide: MOUTH_LONG_SIDE });
  if (!window) return undefined;
  const unit = wide * window.scale;
  const lipsThere = featurePlane(answer, window.region, 'lips');
  const teethThere = featurePlane(answer, window.region, 'teeth');
  const inside = featurePlane(answer, window.region, 'teeth', 'gap');
  const isLip = (i: number) => lipsThere[i]! > SURELY_ONE;
  const between = firm(
    likeness(window, inside, {
      isFeature: (i) => inside[i]! > SURELY_ONE,
      isGround: isLip,
      components: LIP_COLOURS,
      radius: GAP_SMOOTH * unit,
    }),
  );
  const like = firm(
    likeness(window, lipsThere, {
      isFeature: isLip,
      isGround: (i) => lipsThere[i]! + inside[i]! < SURELY_NONE,
      components: LIP_COLOURS,
      radius: LIPS_SMOOTH * unit,
    }),
  );
  return {
    window,
    between,
    lips: mapPlane(like, (share, i) => share * (1 - between[i]!)),
    teeth: mapPlane(between, (share, i) => (inside[i]! > 0 ? (share * teethThere[i]!) / inside[i]! : 0)),
  };
}

function firm(like: Float32Array): Float32Array {
  return mapPlane(like, (smooth) => clampUnit((smooth - LIPS_FROM) / (1 - 2 * LIPS_FROM)));
}
