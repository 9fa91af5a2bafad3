import { defineAdjust } from '#core/render/kinds';
import { compileHueToTarget, measureHueToTarget } from './compute';
import type { HueToTargetMeasures } from './compute';
import { hueToTargetParameters } from './schema';
import type { HueToTargetParameters } from './schema';

/** Brings the hue of each rung to a number. */
export const hueToTarget = defineAdjust<HueToTargetParameters, HueToTargetMeasures>({
  id: 'hue-to-target',
  label: 'hue to target',
  version: 1,
  parameters: hueToTargetParameters,
  migrations: {},
  neutral: { light: null, middle: null, shade: null },
  tabulated: true,
  measure: measureHueToTarget,
  compile: compileHueToTarget,
});
