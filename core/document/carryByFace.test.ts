import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { moveByFace, moveByFrame } from './carryByFace';

const face = { x: 100, y: 200, width: 100, height: 150 };
const POINTS: [number, number][] = [
  [100, 210],
  [200, 215],
  [150, 350],
  [130, 260],
  [170, 262],
  [150, 300],
];
/** Turned, scaled and shifted by hand: x' = s (cos x − sin y) + a. */
const placed = (scale: number, degrees: number, a: number, b: number) => {
  const turn = (degrees * Math.PI) / 180;
  const [cos, sin] = [scale * Math.cos(turn), scale * Math.sin(turn)];
  return ([x, y]: readonly [number, number]): [number, number] => [
    cos * x - sin * y + a,
    sin * x + cos * y + b,
  ];
};

describe('places about one face, about another', () => {
  it('go by any similarity of the points exactly, on the face and far from it', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.3, max: 3, noNaN: true }),
        fc.double({ min: -180, max: 180, noNaN: true }),
        fc.tuple(fc.integer({ min: -500, max: 2000 }), fc.integer({ min: -500, max: 2000 })),
        (scale, degrees, [x, y]) => {
          const there = placed(scale, degrees, 40, -70);
          const to = { face, points: POINTS.map(there) };
          const move = moveByFace({ face, points: POINTS }, to);
          const [gotX, gotY] = move.place(x, y);
          const [wantX, wantY] = there([x, y]);
          expect(Math.hypot(gotX - wantX, gotY - wantY)).toBeLessThan(1e-6 * (1 + Math.hypot(wantX, wantY)));
          expect(move.scale).toBeCloseTo(scale, 6);
        },
      ),
    );
  });

  it('follow what is near: a mouth that moved takes its surroundings along, the brows stay', () => {
    const mouthDown = POINTS.map(([x, y], n): [number, number] => (n === 5 ? [x, y + 10] : [x, y]));
    const { place } = moveByFace({ face, points: POINTS }, { face, points: mouthDown });
    expect(place(150, 301)[1] - 301).toBeGreaterThan(8);
    expect(Math.abs(place(130, 259)[1] - 259)).toBeLessThan(1);
  });

  it('beyond the face go as the head does: features that turn within it leave the hair where it is', () => {
    const turned = POINTS.map(([x, y], n): [number, number] => (n < 3 ? [x, y] : [x + 20, y]));
    const { place } = moveByFace({ face, points: POINTS }, { face, points: turned });
    expect(place(150, 301)[0]).toBeGreaterThan(165);
    const [x, y] = place(150, 20);
    expect(Math.hypot(x - 150, y - 20)).toBeLessThan(7);
    // The features alone would take it along by all of their 20 pixels.
  });

  it('go by the boxes where a face has no points, or others', () => {
    // Twice as large; the middle of the forehead went from (150, 200) to (500, 100): by hand.
    const other = { x: 400, y: 100, width: 200, height: 300 };
    for (const points of [[], POINTS]) {
      const move = moveByFace({ face, points }, { face: other, points: [] });
      expect(move.scale).toBe(2);
      expect(move.place(160, 275)).toEqual([520, 250]);
    }
  });

  it('keep their share of the frame', () => {
    const move = moveByFrame({ width: 300, height: 400 }, { width: 600, height: 800 });
    expect(move.place(30, 100)).toEqual([60, 200]);
    expect(move.scale).toBe(2);
  });
});
