import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { convertHsvToSrgbEncoded, convertSrgbEncodedToHsv } from '#core/colour/hsv';
import { decodeSrgb, encodeSrgb } from '#core/colour/transfer';
import { run } from '../../../tests/fixtures/plans';
import { compileCurves, curveOf } from './compute';
import { CHANNELS, curvePoints, findCreases, joinCrease } from './points';
import { NEUTRAL } from './schema';
import type { CurvesParameters } from './schema';

type Codes = [number, number, number];
const pair = (name: string, from: Codes, to: Codes) => ({ name, from, to });
const codes = (hueDegrees: number, saturation: number, value: number) =>
  convertHsvToSrgbEncoded({ hueDegrees, saturation, value }).map(
    (channel) => 255 * channel,
  ) as unknown as Codes;
const applied = (parameters: CurvesParameters, code: Codes) =>
  [
    ...run(
      compileCurves(parameters),
      code.map((value) => decodeSrgb(value / 255)),
    ),
  ].map((value) => 255 * encodeSrgb(value)) as Codes;

describe('curves by numbers', () => {
  // Common practice: skin at hue 50 brought to 26, its shade to 14, each by three curve points.
  it('brings skin from hue 50 to 26 and its shade to 14, exactly and rising', () => {
    const light = codes(50, 0.3, 0.85);
    const shade = codes(48, 0.45, 0.4);
    const parameters: CurvesParameters = {
      ...NEUTRAL,
      pairs: [pair('light', light, codes(26, 0.3, 0.85)), pair('shade', shade, codes(14, 0.45, 0.4))],
    };
    for (const [from, hue] of [
      [light, 26],
      [shade, 14],
    ] as const) {
      const out = applied(parameters, from).map((code) => code / 255) as Codes;
      expect(convertSrgbEncodedToHsv(out).hueDegrees!).toBeCloseTo(hue, 0.7);
    }
    for (const channel of CHANNELS) {
      const curve = curveOf(parameters, channel);
      const values = Array.from({ length: 256 }, (_, code) => curve(code));
      expect(values).toEqual(values.toSorted((p, q) => p - q));
      expect(curvePoints(parameters, channel)).toHaveLength(2);
    }
  });

  it('meets any pairs that rise, within a hundredth of a code, and keeps black and white', () => {
    const rising = fc.tuple(
      fc.integer({ min: 20, max: 90 }),
      fc.integer({ min: 110, max: 170 }),
      fc.integer({ min: 190, max: 240 }),
    );
    fc.assert(
      fc.property(rising, rising, (from, to) => {
        const parameters: CurvesParameters = {
          ...NEUTRAL,
          pairs: from.map((code, i) => pair(`p${i}`, [code, code, code], [to[i]!, to[i]!, to[i]!])),
        };
        from.forEach((code, i) =>
          expect(applied(parameters, [code, code, code])[1]).toBeCloseTo(to[i]!, 1.5),
        );
        expect(applied(parameters, [0, 255, 0])[1]).toBeCloseTo(255, 3);
      }),
      { seed: 5, numRuns: 40 },
    );
  });

  it('warns of points that crease or contradict, and joins them', () => {
    const near: CurvesParameters = {
      ...NEUTRAL,
      pairs: [pair('a', [100, 100, 100], [100, 120, 100]), pair('b', [104, 104, 104], [104, 104, 104])],
    };
    const [crease] = findCreases(near);
    expect(crease).toMatchObject({ channel: 'green', contradicts: true });
    const joined = joinCrease(near, crease!);
    expect(joined.pairs).toEqual([pair('a and b', [102, 102, 102], [102, 112, 102])]);
    expect(findCreases(joined)).toEqual([]);
    const rises = Array.from({ length: 256 }, (_, code) => curveOf(near, 'green')(code));
    expect(rises).toEqual(rises.toSorted((p, q) => p - q));
    expect(
      findCreases({
        ...NEUTRAL,
        pairs: [pair('a', [80, 80, 80], [90, 80, 80]), pair('b', [160, 160, 160], [150, 160, 160])],
      }),
    ).toEqual([]);
  });

  it('joins two points set by hand in their middle', () => {
    const parameters: CurvesParameters = {
      ...NEUTRAL,
      points: {
        red: [
          [50, 80],
          [54, 50],
        ],
        green: [],
        blue: [],
      },
    };
    expect(joinCrease(parameters, findCreases(parameters)[0]!).points.red).toEqual([[52, 65]]);
  });
});
