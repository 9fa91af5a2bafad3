import { defineAdjust } from '#core/render/kinds';
import { evennessCard } from './card';
import { compileEvenness, measureEvenness } from './compute';
import type { EvennessMeasures } from './compute';
import { EVENNESS_START, NEUTRAL, evennessParameters } from './schema';
import type { EvennessParameters } from './schema';

/** Draws hue, saturation and lightness to the area's trend, blotches alone. */
export const evenness = defineAdjust<EvennessParameters, EvennessMeasures>({
  id: 'evenness',
  label: 'evenness',
  offer: {
    label: 'Even',
    help: 'Blotches of hue, saturation and lightness are drawn to the trend. Look at 100 %: pores must stay',
    example: [
      ['#e0b196', '#cf8f7c', '#dcae90', '#c98474', '#d8a98b'],
      ['#dba68b', '#d5a085', '#d9a589', '#d29d82', '#d6a187'],
    ],
    aptFor: { skin: 1, face: 1 },
    start: () => EVENNESS_START,
  },
  version: 1,
  parameters: evennessParameters,
  migrations: {},
  neutral: NEUTRAL,
  brief: ({ hue, saturation, lightness }) => {
    const [h, s, l] = [hue, saturation, lightness].map((share) => Math.round(100 * share));
    return { words: h === s && s === l ? `by ${h} %` : `hue ${h}, saturation ${s}, lightness ${l} %` };
  },
  looksAt: 'place',
  measuredBy: ['size'],
  measure: measureEvenness,
  compile: compileEvenness,
  card: evennessCard,
});
