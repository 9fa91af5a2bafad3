import { defineAdjust } from '#core/render/kinds';
import { compileHueToTarget, measureHueToTarget } from './compute';
import type { HueToTargetMeasures } from './compute';
import { NO_TARGETS, hueToTargetParameters } from './schema';
import type { HueToTargetParameters } from './schema';

/** Brings hue, saturation and lightness of each rung to numbers, each by itself. */
export const hueToTarget = defineAdjust<HueToTargetParameters, HueToTargetMeasures>({
  id: 'hue-to-target',
  label: 'hue to target',
  version: 2,
  parameters: hueToTargetParameters,
  migrations: { 1: (hue) => ({ ...NO_TARGETS, hue }) },
  neutral: NO_TARGETS,
  looksAt: 'smooth',
  measure: measureHueToTarget,
  compile: compileHueToTarget,
});
