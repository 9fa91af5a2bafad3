import { describe, expect, it } from 'vitest';
import { convertOklabToSrgbLinear } from '#core/colour/oklab';
import { discReach } from './index';

const WIDTH = 5;
const region = { x: 0, y: 0, width: WIDTH, height: 1, outWidth: WIDTH, outHeight: 1 };
/** OKLab a of 0, 0.03, 0.06, 0.09 and 0.12. */
const reds = Float32Array.from(
  Array.from({ length: WIDTH }, (_, i) => convertOklabToSrgbLinear([0.6, 0.03 * i, 0])).flat(),
);

describe('reach on the disc', () => {
  it('takes what lies within its radius, falls over its soft end, and takes no more', () => {
    const out = new Float32Array(WIDTH);
    discReach.rasterise({ hue: 0, chroma: 0, reach: 45, soft: 30 }, region, out, {
      sample: () => ({ space: 'srgbLinear', width: WIDTH, height: 1, data: reds }),
      cover: () => ({ space: 'coverage8', width: WIDTH, height: 1, data: new Uint8Array(WIDTH) }),
    });
    expect([...out].map((value) => Math.round(100 * value) / 100)).toEqual([1, 1, 0.5, 0, 0]);
  });
});
