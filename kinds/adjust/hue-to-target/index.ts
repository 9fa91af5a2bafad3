import { SKIN_TARGETS } from '#core/measure/corridor';
import { defineAdjust } from '#core/render/kinds';
import { compileHueToTarget, measureHueToTarget } from './compute';
import type { HueToTargetMeasures } from './compute';
import { NO_TARGETS, hueToTargetParameters } from './schema';
import type { HueToTargetParameters } from './schema';

/** Brings hue, saturation and lightness of each rung to numbers, each by itself. */
export const hueToTarget = defineAdjust<HueToTargetParameters, HueToTargetMeasures>({
  id: 'hue-to-target',
  label: 'hue to target',
  offer: {
    label: 'Bring hue to target',
    help: 'Hue, saturation and lightness of each rung by number. Look at lips and red clothes for spill',
    aptFor: { 'skin': 2, 'face': 2, 'neck-limbs': 1 },
    start: () => ({ ...NO_TARGETS, hue: { ...SKIN_TARGETS } }),
  },
  version: 2,
  parameters: hueToTargetParameters,
  migrations: { 1: (hue) => ({ ...NO_TARGETS, hue }) },
  neutral: NO_TARGETS,
  cleansEdges: true,
  looksAt: 'smooth',
  measure: measureHueToTarget,
  compile: compileHueToTarget,
});
