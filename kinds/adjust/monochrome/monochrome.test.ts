import { describe, expect, it } from 'vitest';
import { run } from '../../../tests/fixtures/plans';
import { luminanceOfSrgbLinear } from '#core/colour/luminance';
import { convertSrgbLinearToOklab } from '#core/colour/oklab';
import type { Triple } from '#core/colour/triple';
import { compileMonochrome, greyStops } from './compute';
import { monochromeParameters, NEUTRAL, PLAIN, SKIN_GREYS } from './schema';
import type { MonochromeParameters } from './schema';

const RED: Triple = [0.4, 0.12, 0.1];
const SKIN: Triple = [0.6, 0.42, 0.31];
const BLUE: Triple = [0.1, 0.15, 0.5];
const GREY: Triple = [0.2, 0.2, 0.2];
const rendered = (change: Partial<MonochromeParameters>, colour: Triple) =>
  [...run(compileMonochrome({ ...PLAIN, ...change }), colour)] as unknown as Triple;
const hueOf = (colour: Triple) => {
  const [, a, b] = convertSrgbLinearToOklab(colour);
  return ((Math.atan2(b, a) * 180) / Math.PI + 360) % 360;
};

describe('monochrome', () => {
  it('gives each colour the grey of its luminance (IEC 61966-2-1 weights)', () => {
    for (const colour of [RED, SKIN, BLUE, GREY])
      for (const channel of rendered({}, colour))
        expect(channel).toBeCloseTo(luminanceOfSrgbLinear(colour), 6);
  });

  it('moves the grey of one family and leaves others, greys, black and white', () => {
    const greys = [{ hue: Math.round(hueOf(RED)), stops: 1 }];
    expect(rendered({ greys }, RED)[0]).toBeGreaterThan(1.5 * luminanceOfSrgbLinear(RED));
    for (const colour of [BLUE, GREY, [0, 0, 0], [1, 1, 1]] as const)
      expect(rendered({ greys }, colour)[0]).toBeCloseTo(luminanceOfSrgbLinear(colour), 3);
  });

  it('passes from one family to the next without a step', () => {
    const greys = [
      { hue: 20, stops: 1 },
      { hue: 60, stops: -1 },
    ];
    const stops = Array.from({ length: 361 }, (_, hue) => greyStops(greys, hue));
    stops.slice(1).forEach((value, i) => expect(Math.abs(value - stops[i]!)).toBeLessThan(0.06));
    expect(stops[0]).toBeCloseTo(stops[360]!, 9);
  });

  it('tones at unchanged luminance, lights and shades each in their colour, black and white not at all', () => {
    const change = { lights: { colour: '#d8b48c', amount: 1 }, shades: { colour: '#5c6c80', amount: 1 } };
    for (const level of [0.02, 0.1, 0.3, 0.7]) {
      const toned = rendered(change, [level, level, level]);
      expect(luminanceOfSrgbLinear(toned)).toBeCloseTo(level, 4);
    }
    const light = rendered(change, [0.6, 0.6, 0.6]);
    const shade = rendered(change, [0.02, 0.02, 0.02]);
    expect(light[0]).toBeGreaterThan(light[2]);
    expect(shade[2]).toBeGreaterThan(shade[0]);
    for (const end of [0, 1])
      for (const channel of rendered(change, [end, end, end])) expect(channel).toBeCloseTo(end, 4);
  });

  it('keeps colour to the share that is asked, as light as its grey', () => {
    const half = rendered({ colour: 0.5 }, SKIN);
    SKIN.forEach((channel, c) =>
      expect(half[c as 0]).toBeCloseTo((channel + luminanceOfSrgbLinear(SKIN)) / 2, 6),
    );
    expect(compileMonochrome(NEUTRAL)).toBeUndefined();
  });

  it('has presets that its schema accepts, and that draw blood to skin or part them, as they say', () => {
    const apart = (greys: MonochromeParameters['greys']) =>
      Math.log2(rendered({ greys }, SKIN)[0] / rendered({ greys }, [0.55, 0.28, 0.22])[0]);
    const presets = Object.fromEntries(SKIN_GREYS.map((preset) => [preset.name, preset]));
    for (const { greys, contrast } of SKIN_GREYS)
      expect(monochromeParameters.safeParse({ ...PLAIN, greys, contrast }).success).toBe(true);
    expect(apart(presets.even!.greys)).toBeLessThan(0.75 * apart([]));
    expect(apart(presets.dramatic!.greys)).toBeGreaterThan(apart([]));
  });

  it.each([
    { greys: [{ hue: 400, stops: 0 }] },
    { greys: [{ hue: 4, stops: 9 }] },
    { colour: 2 },
    { contrast: Number.NaN },
  ])('refuses %o', (wrong) => {
    expect(monochromeParameters.safeParse({ ...PLAIN, ...wrong }).success).toBe(false);
  });
});
