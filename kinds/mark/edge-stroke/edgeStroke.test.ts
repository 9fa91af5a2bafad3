import { describe, expect, it } from 'vitest';
import type { Area } from '#core/document/schema';
import { buildPyramid } from '#core/raster/pyramid';
import type { Pyramid } from '#core/raster/pyramid';
import { area, mark, photoOf, renderWhole } from '../../../tests/fixtures/plans';
import { points, pressed } from '../../../tests/fixtures/points';
import { portrait, truthMask } from '../../../tests/fixtures/truth';
import { softIou } from '../../../tests/references/measures';

const strokes = (tolerance: number, ...lines: readonly (readonly [boolean, number, string])[]) =>
  area([
    mark('edge-stroke', {
      solver: 1,
      tolerance,
      strokes: lines.map(([takes, radius, line]) => ({ takes, radius, points: pressed(line) })),
    }),
  ]);

/** A dark disc on a light ground, both with a little noise and a soft edge. */
function disc() {
  const size = 200;
  const data = new Uint8Array(size * size * 4);
  const truth = new Uint8Array(size * size);
  for (let i = 0; i < size * size; i++) {
    const inside = Math.min(
      1,
      Math.max(0, 50.5 - Math.hypot((i % size) + 0.5 - 100, Math.floor(i / size) + 0.5 - 100)),
    );
    const noise = ((i * 7919) % 7) - 3;
    data.set([200 - 110 * inside + noise, 190 - 60 * inside + noise, 170 - 90 * inside + noise, 255], 4 * i);
    truth[i] = Math.round(255 * inside);
  }
  return { pyramid: buildPyramid({ space: 'srgb8', width: size, height: size, data }), truth };
}

/** The coverage that a stroke gives by itself. */
const covered = (pyramid: Pyramid, marked: Area) =>
  renderWhole(pyramid, photoOf(pyramid, marked, [])).coverage.data;

describe('stroke with edge finding', () => {
  it('takes a whole disc from a short line in it, and its ground from a line there', () => {
    const { pyramid, truth } = disc();
    const inside = covered(pyramid, strokes(0.5, [true, 4, '90,100 110,104']));
    expect(softIou(inside, truth)).toBeGreaterThan(0.97);
    const ground = covered(pyramid, strokes(0.5, [true, 4, '20,20 180,30']));
    expect(
      softIou(
        ground,
        truth.map((value) => 255 - value),
      ),
    ).toBeGreaterThan(0.97);
  });

  it('leaves what a removing line touches', () => {
    const { pyramid } = disc();
    const marked = strokes(0.5, [true, 4, '90,100 110,104'], [false, 4, '100,60 100,75']);
    const coverage = covered(pyramid, marked);
    expect(coverage[68 * 200 + 100]).toBe(0);
    expect(coverage[104 * 200 + 108]).toBe(255);
  });

  it('learns from what the area so far leaves out for sure, and from what it holds', () => {
    // Three bands; the middle one runs softly over into the right one, whose colour the rest of the area’s
    // outside shares.
    const width = 240;
    const height = 80;
    const data = new Uint8Array(width * height * 4);
    for (let i = 0; i < width * height; i++) {
      const column = i % width;
      const share = Math.min(1, Math.max(0, (column - 130) / 60));
      const noise = ((i * 7919) % 5) - 2;
      data.set(
        column < 60
          ? [60, 90, 140, 255]
          : [180 - 14 * share + noise, 150 - 3 * share + noise, 120 + 9 * share + noise, 255],
        4 * i,
      );
    }
    const pyramid = buildPyramid({ space: 'srgb8', width, height, data });
    const held = mark('lasso', {
      loops: [points('0,0 58,0 58,80 0,80')],
    });
    const share = (solver: 1 | 2, column: number) => {
      const stroke = mark('edge-stroke', {
        solver,
        tolerance: 0.9,
        strokes: [
          {
            takes: true,
            radius: 4,
            points: pressed('80,20 110,60'),
          },
        ],
      });
      return covered(pyramid, area([held, stroke]))[40 * width + column]!;
    };
    expect([share(1, 30), share(1, 100), share(2, 30), share(2, 100)]).toEqual([255, 255, 255, 255]);
    expect(share(1, 225)).toBeGreaterThan(200);
    expect(share(2, 225)).toBeLessThan(20);
  });

  it('gives an empty mask when no stroke adds', () => {
    const { pyramid } = disc();
    const coverage = covered(pyramid, strokes(0.5, [false, 4, '90,100 110,104']));
    expect(coverage.every((value) => value === 0)).toBe(true);
  });

  it.each([
    ['marit', 'photo', 0.88],
    ['marit', 'flare', 0.85],
    ['jonas', 'photo', 0.85],
  ] as const)(
    'on %s, %s, takes the face from one line with an IoU of %d at least',
    async (sitter, variant, least) => {
      const pyramid = await portrait(sitter, variant);
      const truth = await truthMask(sitter, 'skin_face', ...(sitter === 'jonas' ? ['skin_body'] : []));
      const line =
        sitter === 'jonas' ? '520,300 480,560 480,760 560,1000' : '500,330 480,450 440,560 470,700';
      const coverage = covered(pyramid, strokes(0.5, [true, 10, line]));
      expect(softIou(coverage, truth)).toBeGreaterThan(least);
    },
  );
});
