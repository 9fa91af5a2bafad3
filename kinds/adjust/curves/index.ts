import { defineAdjust } from '#core/render/kinds';
import { curvesCard } from './card';
import { compileCurves, measureCurves } from './compute';
import type { CurvesMeasures } from './compute';
import { curvesParameters, NEUTRAL } from './schema';
import type { CurvesParameters } from './schema';

/** Smooth curves of red, green and blue that meet pairs of numbers exactly. */
export const curves = defineAdjust<CurvesParameters, CurvesMeasures>({
  id: 'curves',
  label: 'curves by numbers',
  offer: {
    label: 'Curves by numbers',
    help: 'Pairs of wanted numbers make the curves. Points too near each other crease them',
    example: [
      ['#2a2a2a', '#5c5c5c', '#8e8e8e', '#b9b9b9', '#e0e0e0'],
      ['#1d1d1d', '#565656', '#959595', '#c4c4c4', '#e8e8e8'],
    ],
    aptFor: { 'whole-picture': 1 },
    start: () => NEUTRAL,
  },
  version: 1,
  parameters: curvesParameters,
  migrations: {},
  neutral: NEUTRAL,
  brief: ({ pairs }) => ({ words: `${pairs.length} ${pairs.length === 1 ? 'pair' : 'pairs'}` }),
  looksAt: 'colour',
  measure: measureCurves,
  compile: compileCurves,
  card: curvesCard,
});
