import { cielabLightnessOfLuminance } from '#core/colour/cielab';
import { luminanceOfSrgbLinear } from '#core/colour/luminance';
import type { MarkDrawing } from '#core/offer/drawing';
import type { LightReachParameters } from './schema';

/**
 * How far a new span goes to both sides of the place's lightness, and the softness of its ends, L*. Chosen by
 * eye.
 */
const SPAN = 12;
const SOFT = 8;

/** How it is drawn and offered. */
export const lightReachDrawing: MarkDrawing<LightReachParameters> = {
  name: 'Light',
  key: 'J',
  icon: 'Sun',
  help: 'Light reach: whatever has the lightness of a place',
  hint: 'Press a place of the lightness that is wanted; the span can be changed afterwards.',
  example: { hand: 'M51 26h.1', covered: ['M45 14c8 0 13 6 13 15 0 10-6 17-13 17 3-8 4-22 0-32z'] },
  rank: 8,
  gesture: 'press',
  looks: true,
  draw: ({ colour }) => {
    if (!colour) return undefined;
    const lightness = Math.round(cielabLightnessOfLuminance(luminanceOfSrgbLinear(colour)));
    return { from: Math.max(0, lightness - SPAN), to: Math.min(100, lightness + SPAN), soft: SOFT };
  },
};
