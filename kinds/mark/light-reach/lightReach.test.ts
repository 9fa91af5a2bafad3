import { describe, expect, it } from 'vitest';
import { luminanceOfCielabLightness } from '#core/colour/cielab';
import { rasteriseLightReach } from './rasterise';

const region = { x: 0, y: 0, width: 11, height: 1, outWidth: 11, outHeight: 1 };
const ramp = Float32Array.from({ length: 33 }, (_, i) => luminanceOfCielabLightness(10 * Math.floor(i / 3)));
const reach = (from: number, to: number, soft: number) => {
  const out = new Float32Array(11);
  rasteriseLightReach({ from, to, soft }, region, out, {
    sample: () => ({ space: 'srgbLinear', width: 11, height: 1, data: ramp }),
  });
  return [...out].map((value) => Math.round(1000 * value) / 1000);
};

describe('light reach', () => {
  it('takes the span of L* and softens outward', () => {
    expect(reach(35, 65, 0)).toEqual([0, 0, 0, 0, 1, 1, 1, 0, 0, 0, 0]);
    expect(reach(35, 65, 10)).toEqual([0, 0, 0, 0.5, 1, 1, 1, 0.5, 0, 0, 0]);
  });

  it('takes the same when its ends are turned round', () =>
    expect(reach(65, 35, 10)).toEqual(reach(35, 65, 10)));
});
