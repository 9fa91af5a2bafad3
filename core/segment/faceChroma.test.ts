import { describe, expect, it } from 'vitest';
import { uprightFrame } from '../../tests/fixtures/faceFrames';
import type { LinearRaster } from '../raster/raster';
import { ofEachClass } from './classShares';
import { oklabOf } from './headGrid';
import type { HeadGrid } from './headGrid';
import { heedChroma } from './faceChroma';

const [WIDTH, HEIGHT] = [100, 160];
const SKIN = [0.55, 0.33, 0.24] as const;
type Rgb = readonly [number, number, number];

/** A face down to row 100, below it what is given, darker to the right everywhere; all taken for skin, or clothes. */
function below(colour: Rgb, of: Rgb = SKIN, told: 'skin' | 'clothes' = 'skin') {
  const data = new Float32Array(3 * WIDTH * HEIGHT);
  for (let i = 0; i < WIDTH * HEIGHT; i++) {
    const light = 1 - (0.6 * (i % WIDTH)) / WIDTH;
    const seen = i < 100 * WIDTH ? of : colour;
    for (let c = 0; c < 3; c++) data[3 * i + c] = light * seen[c]!;
  }
  const source: LinearRaster = { space: 'srgbLinear', width: WIDTH, height: HEIGHT, data };
  const corners = Array.from(
    { length: 18 },
    (_, n) => [0.45 * Math.sin((n * Math.PI) / 9), 0.1 - 0.55 * Math.cos((n * Math.PI) / 9)] as const,
  );
  const grid = {
    region: { x: 0, y: 0, width: WIDTH, height: HEIGHT, outWidth: WIDTH, outHeight: HEIGHT },
    frame: uprightFrame([50, 45], 90, { chin: [0, 0.65], oval: corners }),
    oklab: oklabOf(source),
  } as unknown as HeadGrid;
  const priors = ofEachClass((name) =>
    Float32Array.from({ length: WIDTH * HEIGHT }, (_, i) =>
      name === (i < 100 * WIDTH ? 'skin' : told) ? 0.95 : 0.01,
    ),
  );
  heedChroma(grid, priors);
  const at = (row: number) => WIDTH * row + 50;
  return { face: priors.skin[at(50)]!, skin: priors.skin[at(150)]!, clothes: priors.clothes[at(150)]! };
}

describe('what lies below the chin and has another chroma than the face', () => {
  it.each([
    ['white', [0.7, 0.7, 0.7]],
    ['grey in shade', [0.1, 0.1, 0.1]],
    ['blue', [0.2, 0.3, 0.6]],
    ['green', [0.2, 0.5, 0.2]],
  ] as const)('is cloth where it is %s, and the face stays skin', (_, colour) => {
    const { face, skin, clothes } = below(colour);
    expect(face).toBeCloseTo(0.95, 6);
    expect(skin).toBeLessThan(0.05);
    expect(skin + clothes).toBeCloseTo(0.96, 6);
  });

  it.each([
    ['in less light', [0.11, 0.066, 0.048]],
    ['redder, as sunburnt', [0.55, 0.27, 0.2]],
    ['yellower', [0.55, 0.36, 0.2]],
    ['paler, as unpainted', [0.6, 0.42, 0.34]],
  ] as const)('is not skin that is %s', (_, colour) => {
    expect(below(colour).skin).toBeGreaterThan(0.949);
  });

  it.each([
    ['orange', [0.75, 0.16, 0.03]],
    ['red', [0.5, 0.05, 0.04]],
  ] as const)('is cloth where it is as vivid as %s', (_, colour) => {
    expect(below(colour).skin).toBeLessThan(0.05);
  });

  it('goes by this face under this light: a white shirt under a lamp is cloth, skin is skin', () => {
    const lamp = (colour: Rgb): Rgb => [colour[0], 0.9 * colour[1], 0.72 * colour[2]];
    expect(below(lamp(SKIN), lamp(SKIN)).skin).toBeGreaterThan(0.949);
    expect(below(lamp([0.75, 0.75, 0.75]), lamp(SKIN)).skin).toBeLessThan(0.5);
  });

  it('is not thought of in a photo without colour', () => {
    expect(below([0.7, 0.7, 0.7], [0.4, 0.4, 0.4]).skin).toBeCloseTo(0.95, 6);
  });
});

describe('a bare shoulder, where the parser sees clothes', () => {
  it.each([
    ['as in the face', SKIN],
    ['in a third of the light', [0.18, 0.11, 0.08]],
  ] as const)('is as likely skin, %s', (_, colour) => {
    const { skin, clothes } = below(colour, SKIN, 'clothes');
    expect(skin).toBeCloseTo(clothes, 1);
  });

  it.each([
    ['beige', [0.6, 0.47, 0.4]],
    ['rust red', [0.45, 0.14, 0.06]],
    ['olive', [0.3, 0.3, 0.12]],
  ] as const)('is none where it is %s', (_, colour) => {
    expect(below(colour, SKIN, 'clothes').clothes).toBeGreaterThan(0.945);
  });
});
