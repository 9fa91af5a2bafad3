import { describe, expect, it } from 'vitest';
import { headOval, uprightFrame } from '../../tests/fixtures/faceFrames';
import type { FoundPart } from './found';
import { foundPart } from './found';
import { limbParts } from './limbs';

const UNIT = 20;
const WIDTH = 200;
const HEIGHT = 240;
/** A head in the upper middle of a photo, a face width of 20 pixels. */
const frame = uprightFrame([100, 30], UNIT, { oval: headOval(0.5, 0.7) });
const whole = { x: 0, y: 0, width: WIDTH, height: HEIGHT, outWidth: WIDTH, outHeight: HEIGHT };

/** Left, top, right and bottom, face widths from the bridge of the nose. */
type Box = readonly [number, number, number, number];
const NECK: Box = [-0.4, 0.7, 0.4, 1.6];
const CHEST: Box = [-1, 1.5, 1, 2.4];
const HANGING_ARM: Box = [1.4, 2.6, 2, 6];
const HAND: Box = [-0.4, 3, 0.3, 3.7];
const LEG: Box = [-0.8, 5.4, 0, 10];

function isIn(box: Box, x: number, y: number): boolean {
  const [u, v] = [(x + 0.5 - 100) / UNIT, (y + 0.5 - 30) / UNIT];
  return u > box[0] && v > box[1] && u < box[2] && v < box[3];
}

/** Skin beside the face's in boxes, the plate cut at a row. */
function skin(boxes: readonly Box[], [top, bottom] = [0, HEIGHT]): FoundPart {
  const region = { ...whole, y: top, height: bottom - top, outHeight: bottom - top };
  const coverage = Float32Array.from({ length: WIDTH * (bottom - top) }, (_, i) =>
    Number(boxes.some((box) => isIn(box, i % WIDTH, top + Math.floor(i / WIDTH)))),
  );
  return foundPart('neck-limbs', region, coverage, undefined)!;
}

/** Share of a box that a limb covers, by its parts together. */
function covered(parts: readonly FoundPart[], limb: 'arms' | 'legs', box: Box): number {
  let sum = 0;
  let count = 0;
  for (let y = 0; y < HEIGHT; y++)
    for (let x = 0; x < WIDTH; x++) {
      if (!isIn(box, x, y)) continue;
      count++;
      for (const { part, region, coverage8 } of parts)
        if (part === limb && y >= region.y && y < region.y + region.height)
          sum += coverage8[(y - region.y) * WIDTH + x]! / 255;
    }
  return sum / count;
}

describe('arms and legs', () => {
  it('of a standing figure: an arm that hangs, a hand before the body and a leg; neck and chest are neither', () => {
    const boxes = [NECK, CHEST, HANGING_ARM, HAND, LEG];
    const parts = limbParts(frame, [skin(boxes)]);
    const told = boxes.map((box) => [covered(parts, 'arms', box), covered(parts, 'legs', box)]);
    const wanted = [
      [0, 0],
      [0, 0],
      [1, 0],
      [1, 0],
      [0, 1],
    ];
    for (const [n, shares] of told.entries())
      for (const [limb, share] of shares.entries()) expect(share).toBeCloseTo(wanted[n]![limb]!, 1);
  });

  it('bare arms go on from the shoulders, and what is nobody’s stays so', () => {
    const shoulders: Box = [-2, 1.5, 2, 2.3];
    const parts = limbParts(frame, [skin([NECK, shoulders])]);
    expect(covered(parts, 'arms', [1.4, 1.6, 2, 2.2])).toBeGreaterThan(0.95);
    expect(covered(parts, 'arms', [-2, 1.6, -1.4, 2.2])).toBeGreaterThan(0.95);
    expect(covered(parts, 'arms', [-0.9, 1.6, 0.9, 2.2])).toBeLessThan(0.05);
    expect(covered(parts, 'arms', [1.4, 3, 2, 5])).toBe(0);
  });

  it('never cover more than the skin that they are of, and together no place twice', () => {
    const body = skin([NECK, CHEST, HANGING_ARM, HAND, LEG]);
    const parts = limbParts(frame, [body]);
    const over = body.coverage8.map((own, i) =>
      Math.max(0, parts.reduce((sum, { coverage8 }) => sum + coverage8[i]!, 0) - own),
    );
    expect(Math.max(...over)).toBeLessThanOrEqual(1);
  });

  it('are the same where one plate goes on in another', () => {
    const boxes = [NECK, HANGING_ARM, LEG];
    const cut = 30 + Math.round(3.5 * UNIT);
    const parts = limbParts(frame, [skin(boxes, [0, cut]), skin(boxes, [cut, HEIGHT])]);
    expect(parts.map(({ part }) => part)).toEqual(['arms', 'arms', 'legs']);
    expect(covered(parts, 'arms', HANGING_ARM)).toBeCloseTo(1, 1);
    expect(covered(parts, 'legs', LEG)).toBeCloseTo(1, 1);
  });

  it('are not there where they do not show', () => {
    expect(limbParts(frame, [skin([NECK, CHEST])])).toEqual([]);
    const speck: Box = [1.5, 3, 1.8, 3.3];
    const belowNecklace: Box = [-0.5, 1.9, 0.5, 2.1];
    expect(limbParts(frame, [skin([NECK, speck])])).toEqual([]);
    expect(limbParts(frame, [skin([NECK, belowNecklace])])).toEqual([]);
    expect(limbParts(frame, [])).toEqual([]);
  });
});
