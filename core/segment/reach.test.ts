import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { uprightFrame, headOval } from '../../tests/fixtures/faceFrames';
import { ofEachClass } from './classShares';
import { headReach } from './headGrid';
import type { ParsedHead } from './headParser';
import { PARSER_ANSWER_SIZE } from './networks';
import { narrowed, reachOf, regionOf } from './reach';

const PHOTO = { width: 1000, height: 800, levels: [] };
const frameAt = (x: number) =>
  uprightFrame([x, 300], 100, { chin: [0, 0.75], top: [0, -0.55], oval: headOval(0.55, 0.75) });

describe('the part of a photo that may be a sitter’s', () => {
  it('lies about the face, within the photo, and keeps its scale when it is narrowed', () => {
    const reach = reachOf(PHOTO, frameAt(300), { aside: 2, up: 1, down: 9 });
    expect(reach).toEqual({ x: 100, y: 200, width: 400, height: 600, longSide: 600 });
    expect(regionOf(reach, 300)).toMatchObject({ width: 400, height: 600, outWidth: 200, outHeight: 300 });
    expect(regionOf(reach, 5000)).toMatchObject({ outWidth: 400, outHeight: 600 });
    const half = narrowed(reach, ([x]) => x < 300);
    expect(half).toMatchObject({ x: 100, y: 200, height: 600, longSide: 600 });
    expect(half.width).toBeGreaterThan(200);
    expect(half.width).toBeLessThan(220);
    expect(regionOf(half, 300).outWidth).toBe(Math.round(half.width / 2));
    expect(narrowed(reach, () => false)).toEqual(reach);
  });

  it('holds all that is the sitter’s, and nothing beyond what it was', () => {
    const span = fc.tuple(fc.nat(300), fc.integer({ min: 30, max: 300 }));
    fc.assert(
      fc.property(span, span, fc.integer({ min: 1, max: 90 }), ([x, width], [y, height], radius) => {
        const reach = { x, y, width, height, longSide: Math.max(width, height) };
        const middle = [x + width / 3, y + height / 2] as const;
        const isOwn = ([u, v]: readonly [number, number]) =>
          Math.abs(u - middle[0]) < radius && Math.abs(v - middle[1]) < radius;
        const part = narrowed(reach, isOwn);
        expect(part.x).toBeGreaterThanOrEqual(x);
        expect(part.y).toBeGreaterThanOrEqual(y);
        expect(part.x + part.width).toBeLessThanOrEqual(x + width);
        expect(part.y + part.height).toBeLessThanOrEqual(y + height);
        for (const [u, v] of [
          [-1, -1],
          [1, 1],
        ] as const) {
          const corner = [middle[0] + 0.99 * u * radius, middle[1] + 0.99 * v * radius] as const;
          const at = [
            Math.min(x + width, Math.max(x, corner[0])),
            Math.min(y + height, Math.max(y, corner[1])),
          ] as const;
          expect(at[0] >= part.x && at[0] <= part.x + part.width).toBe(true);
          expect(at[1] >= part.y && at[1] <= part.y + part.height).toBe(true);
        }
      }),
    );
  });

  it('leaves another sitter’s side out, but for what the parser sees of this one there', () => {
    const [frame, other] = [frameAt(300), frameAt(600)];
    const cells = PARSER_ANSWER_SIZE ** 2;
    const told = (arm: number): ParsedHead => ({
      square: { centreX: 300, centreY: 340, side: 400, tiltRadians: 0 },
      shares: {
        ...ofEachClass(() => new Float32Array(cells)),
        background: new Float32Array(cells).fill(1 - arm),
        skin: new Float32Array(cells).fill(arm),
      },
      ofFace: new Float32Array(cells),
    });
    const alone = headReach(PHOTO, frame, { others: [], parsed: told(0) });
    expect([alone.x, alone.width]).toEqual([30, 540]);
    const beside = headReach(PHOTO, frame, { others: [other], parsed: told(0) });
    // Half way to the other face, and what lies about there.
    expect(beside.x).toBe(30);
    expect(beside.x + beside.width).toBeGreaterThan(450);
    expect(beside.x + beside.width).toBeLessThan(500);
    expect(headReach(PHOTO, frame, { others: [other], parsed: told(0.9) })).toEqual(alone);
  });
});
