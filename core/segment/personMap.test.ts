import { describe, expect, it } from 'vitest';
import { uprightFrame } from '../../tests/fixtures/faceFrames';
import { buildPyramid } from '../raster/pyramid';
import { PERSON_SIZE } from './networks';
import type { FaceNetworks } from './networks';
import { askPerson, personMap } from './personMap';

/** Answers each question with a shade of its own, in the order in which they come. */
function asked(shades: readonly number[]) {
  let count = 0;
  const networks = {
    person: () => Promise.resolve(new Float32Array(PERSON_SIZE ** 2).fill(shades[count++]!)),
  } as unknown as FaceNetworks;
  return { networks, count: () => count };
}
const photo = buildPyramid({
  space: 'srgb8',
  width: 800,
  height: 800,
  data: new Uint8ClampedArray(4 * 800 * 800),
});
const frameOf = (unit: number) => uprightFrame([400, 100], unit);

describe('the silhouette', () => {
  it('is asked for the whole photo and the head; of a small figure for the body too', async () => {
    const { networks, count } = asked([0.1, 0.5, 0.3]);
    const at = personMap(await askPerson(photo, frameOf(30), networks));
    expect(count()).toBe(3);
    expect(at([400, 105])).toBeCloseTo(0.5);
    expect(at([400, 240])).toBeCloseTo(0.3);
    expect(at([60, 700])).toBeCloseTo(0.1);
  });

  it('keeps what the whole photo shows for sure, though a crop without a head in that part does not', async () => {
    const { networks } = asked([0.95, 0.1, 0.1]);
    const at = personMap(await askPerson(photo, frameOf(30), networks));
    for (const y of [105, 240, 700]) expect(at([400, y])).toBeCloseTo(0.95);
  });

  it('takes a head that fills the photo from two answers', async () => {
    const { networks, count } = asked([0.1, 0.5, 0.3]);
    const at = personMap(await askPerson(photo, frameOf(200), networks));
    expect(count()).toBe(2);
    expect(at([400, 790])).toBeCloseTo(0.1);
  });

  it('is asked for with a dark photo brighter', async () => {
    const dark = buildPyramid({
      space: 'srgb8',
      width: 400,
      height: 400,
      data: new Uint8ClampedArray(4 * 400 * 400).map((_, i) => (i % 4 === 3 ? 255 : 51)),
    });
    const shown: number[] = [];
    const networks = {
      person: (input: Float32Array) => {
        shown.push(Math.max(...input.subarray(0, 3 * PERSON_SIZE)));
        return Promise.resolve(new Float32Array(PERSON_SIZE ** 2));
      },
    } as unknown as FaceNetworks;
    await askPerson(dark, uprightFrame([200, 200], 200), networks);
    expect(shown[0]).toBeCloseTo(0.8, 2);
  });
});
