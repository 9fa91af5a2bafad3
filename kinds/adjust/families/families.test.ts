import { describe, expect, it } from 'vitest';
import { convertHsvToSrgbEncoded } from '#core/colour/hsv';
import { hsvHueOfSrgbLinear } from '#core/colour/hueSolve';
import { findFamilies, presence } from '#core/measure/families';
import { decodeSrgb } from '#core/colour/transfer';
import { deltaDegrees } from '#core/colour/angles';
import type { Triple } from '#core/colour/triple';
import { patchInput, run } from '../../../tests/fixtures/plans';
import { compileFamilies, measureFamilies } from './compute';

const linear = (hueDegrees: number, saturation = 0.5) =>
  convertHsvToSrgbEncoded({ hueDegrees, saturation, value: 0.7 }).map(decodeSrgb) as unknown as Triple;
/** Skin, a red and a blue cloth, and grey. */
const SCENE = patchInput(
  [...Array.from({ length: 600 }, (_, i) => linear(22 + (i % 7)))]
    .concat(Array.from({ length: 200 }, (_, i) => linear(215 + (i % 5))))
    .concat(Array.from({ length: 200 }, () => [0.3, 0.3, 0.3] as unknown as Triple))
    .flat(),
  100,
);

describe('families', () => {
  it('finds the colours that are there, the largest first, and none in grey', () => {
    const families = findFamilies(SCENE);
    expect(families).toHaveLength(2);
    expect(families[0]!.share).toBeCloseTo(0.6, 1);
    expect(families[1]!.share).toBeCloseTo(0.2, 1);
    expect(findFamilies(patchInput(new Float32Array(300).fill(0.4), 10))).toEqual([]);
  });

  it('shares a hue between the two families that it lies between, all of it', () => {
    for (const hue of [0, 45, 100, 200, 359])
      expect(presence(hue, [40, 140, 280]).reduce((sum, share) => sum + share, 0)).toBeCloseTo(1, 6);
    expect(presence(40, [40, 140, 280])).toEqual([1, 0, 0]);
    expect(presence(90, [40, 140])[0]).toBeCloseTo(0.5, 6);
  });

  it('turns one family and leaves the other and grey', () => {
    const measures = measureFamilies(SCENE);
    const skin = linear(25);
    const blue = linear(217);
    const kernel = compileFamilies(
      { changes: [{ hue: measures[1]!.hue, turn: 30, saturation: 0, lightness: 0 }] },
      measures,
    );
    const turned = run(kernel, [...skin, ...blue, 0.3, 0.3, 0.3]);
    expect(deltaDegrees(217, hsvHueOfSrgbLinear([turned[3]!, turned[4]!, turned[5]!])!)).toBeGreaterThan(10);
    skin.forEach((channel, i) => expect(turned[i]).toBeCloseTo(channel, 2));
    expect(turned[6]).toBeCloseTo(0.3, 5);
  });

  it('changes nothing where the photo has no such family', () => {
    expect(
      compileFamilies({ changes: [{ hue: 140, turn: 40, saturation: 0, lightness: 0 }] }, []),
    ).toBeUndefined();
  });
});
