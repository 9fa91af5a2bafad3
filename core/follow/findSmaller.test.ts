import { expect, it } from 'vitest';
import { buildPyramid } from '../raster/pyramid';
import type { Pyramid } from '../raster/pyramid';
import type { FoundPeople } from '../segment/found';
import { findSmaller } from './findSmaller';

const frame = (width: number, height: number) =>
  buildPyramid({ space: 'srgb8', width, height, data: new Uint8Array(4 * width * height).fill(90) });
const region = { x: 10, y: 20, width: 40, height: 60, outWidth: 40, outHeight: 60 };
const part = {
  part: 'skin',
  region,
  coverage8: new Uint8Array(2400),
  unsureShare: 0,
  doubt: undefined,
} as const;
const iris = { middle: [30, 40], radius: 3 } as const;
const people: FoundPeople = {
  sitters: [
    {
      landmarks: { points: [[12, 34]], irises: { left: iris, right: iris }, confidence: 9, tiltRadians: 0 },
      parts: [part],
      doubtful: [],
    },
  ],
  background: part,
};

it('people in a large frame are looked for in a smaller one, and lie in the large one', async () => {
  const seen: Pyramid[] = [];
  const find = async (pyramid: Pyramid) => {
    seen.push(pyramid);
    return people;
  };
  const { sitters, background } = await findSmaller(frame(1600, 1000), find);
  expect([seen[0]!.width, seen[0]!.height, seen[0]!.levels[0]!.data[0]]).toEqual([800, 500, 90]);
  const larger = { ...region, x: 20, y: 40, width: 80, height: 120 };
  expect(sitters[0]!.parts[0]!.region).toEqual(larger);
  expect(background!.region).toEqual(larger);
  expect(sitters[0]!.landmarks).toMatchObject({
    points: [[24, 68]],
    irises: { left: { middle: [60, 80], radius: 6 } },
  });
  expect(await findSmaller(frame(800, 640), find)).toBe(people);
});
