import { SKIN_TARGETS } from '#core/measure/corridor';
import { RUNGS } from '#core/document/schema';
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
    example: [
      ['#e6c987', '#d3b26f', '#b79254', '#8f6f3a', '#6b5027'],
      ['#eec0a4', '#dba488', '#be836a', '#966150', '#70453b'],
    ],
    aptFor: { 'skin': 2, 'face': 2, 'neck-limbs': 1, 'arms': 1, 'legs': 1 },
    start: () => ({ ...NO_TARGETS, hue: { ...SKIN_TARGETS } }),
  },
  version: 2,
  parameters: hueToTargetParameters,
  migrations: { 1: (hue) => ({ ...NO_TARGETS, hue }) },
  neutral: NO_TARGETS,
  brief: ({ hue, saturation, lightness }) => {
    const named = { hue, saturation, lightness };
    const words = Object.entries(named).flatMap(([name, targets]) => {
      const values = RUNGS.map((rung) => targets[rung]);
      if (values.every((value) => value === null)) return [];
      const unit = name === 'hue' ? '°' : ' %';
      const written = values.map((value) => (value === null ? '–' : `${value.toFixed(0)}${unit}`)).join(' ');
      return [name === 'hue' ? written : `${name} ${written}`];
    });
    return { words: words.join(', ') || 'no target yet' };
  },
  cleansEdges: true,
  circles: ['hue'],
  looksAt: 'smooth',
  measure: measureHueToTarget,
  compile: compileHueToTarget,
});
