import { describe, expect, it } from 'vitest';
import { noPhoto } from '../../../tests/fixtures/marks';
import { flattenPiece, pointOn, splitCurve } from './curve';
import { outlineHandles } from './handles';
import { outline } from './index';
import { cornerNode } from './schema';
import type { OutlineNode, OutlineParameters } from './schema';

const REGION = { x: 0, y: 0, width: 100, height: 100, outWidth: 100, outHeight: 100 };
const square = (from: number, to: number) => [
  cornerNode(from, from),
  cornerNode(to, from),
  cornerNode(to, to),
  cornerNode(from, to),
];
/**
 * A circle of four cubic arcs; the length of their handles is that of Goldapp 1991, "Approximation of
 * circular arcs by cubic polynomials", to 0.03 % of the radius.
 */
function circle(x: number, y: number, radius: number): OutlineNode[] {
  const k = 0.5519 * radius;
  return [
    [1, 0],
    [0, 1],
    [-1, 0],
    [0, -1],
  ].map(([ux, uy]) => ({
    x: x + radius * ux!,
    y: y + radius * uy!,
    inX: x + radius * ux! + k * uy!,
    inY: y + radius * uy! - k * ux!,
    outX: x + radius * ux! - k * uy!,
    outY: y + radius * uy! + k * ux!,
  }));
}
function areaOf(parameters: OutlineParameters): number {
  const out = new Float32Array(10_000);
  outline.rasterise(outline.prepare(parameters, undefined as never), REGION, out, noPhoto);
  return out.reduce((sum, value) => sum + value, 0);
}

describe('outline', () => {
  it('covers what straight lines go round, by hand: a square of 40, and one of 20 within it as a hole', () => {
    expect(areaOf({ pieces: [square(10, 50)] })).toBeCloseTo(1600, 3);
    expect(areaOf({ pieces: [square(10, 50), square(20, 40)] })).toBeCloseTo(1200, 3);
    expect(areaOf({ pieces: [square(10, 50), square(60, 80)] })).toBeCloseTo(2000, 3);
  });

  it('covers what curves go round: a circle, π r² within 0.1 %', () =>
    expect(areaOf({ pieces: [circle(50, 50, 30)] })).toBeCloseTo(Math.PI * 900, -1));

  it('has chords that stay near the curve', () => {
    for (const [x, y] of flattenPiece(circle(0, 0, 400)))
      expect(Math.abs(Math.hypot(x, y) - 400)).toBeLessThan(0.25);
    const points = flattenPiece(circle(0, 0, 400));
    points.forEach(([x, y], i) => {
      const [nx, ny] = points[(i + 1) % points.length]!;
      expect(400 - Math.hypot((x + nx) / 2, (y + ny) / 2)).toBeLessThan(0.15);
    });
  });

  it('covers nothing while it is a single node', () =>
    expect(areaOf({ pieces: [[cornerNode(10, 10)]] })).toBe(0));

  it('a new node leaves the curve where it was', () => {
    const [from, , , to] = [circle(50, 50, 30)[0]!, 0, 0, circle(50, 50, 30)[1]!];
    const [first, between, last] = splitCurve(from, to, 0.3);
    for (const t of [0.1, 0.5, 0.9]) {
      const [x, y] = pointOn(first, between, t);
      const [ox, oy] = pointOn(from, to, 0.3 * t);
      expect(Math.hypot(x - ox, y - oy)).toBeLessThan(1e-9);
      const [ax, ay] = pointOn(between, last, t);
      const [bx, by] = pointOn(from, to, 0.3 + 0.7 * t);
      expect(Math.hypot(ax - bx, ay - by)).toBeLessThan(1e-9);
    }
  });

  it('moves nodes with their handles, pulls handles in line or alone, and takes nodes away', () => {
    const parameters = { pieces: [circle(50, 50, 30)] };
    const moved = outlineHandles.move(parameters, '0.0', { x: 90, y: 60 }, false).pieces[0]![0]!;
    expect([moved.x, moved.y, moved.inX - moved.x, moved.outY - moved.y]).toEqual([
      90,
      60,
      parameters.pieces[0]![0]!.inX - 80,
      parameters.pieces[0]![0]!.outY - 50,
    ]);
    const pulled = outlineHandles.move(parameters, '0.0.out', { x: 90, y: 60 }, false).pieces[0]![0]!;
    expect((pulled.inX - pulled.x) * (pulled.outY - pulled.y)).toBeCloseTo(
      (pulled.inY - pulled.y) * (pulled.outX - pulled.x),
      6,
    );
    expect(outlineHandles.move(parameters, '0.0.out', { x: 90, y: 60 }, true).pieces[0]![0]!.inX).toBe(
      parameters.pieces[0]![0]!.inX,
    );
    const corner = outlineHandles.move({ pieces: [square(10, 50)] }, '0.1', { x: 60, y: 10 }, true)
      .pieces[0]![1]!;
    expect([corner.x, corner.outX, corner.inX]).toEqual([50, 60, 40]);
    expect(outlineHandles.remove!(parameters, '0.2')!.pieces[0]).toHaveLength(3);
    expect(
      outlineHandles.remove!({ pieces: [square(10, 50), square(60, 70).slice(1)] }, '1.0')!.pieces,
    ).toHaveLength(1);
    expect(outlineHandles.move(parameters, '7.0', { x: 0, y: 0 }, false)).toBe(parameters);
  });

  it('puts a node on a line that is pressed, and none where no line is', () => {
    const added = outlineHandles.insert!({ pieces: [square(10, 50)] }, { x: 31, y: 11 }, 4)!;
    expect(added.pieces[0]).toHaveLength(5);
    expect(added.pieces[0]![1]!.y).toBeCloseTo(10, 6);
    expect(areaOf(added)).toBeCloseTo(1600, 3);
    expect(outlineHandles.insert!({ pieces: [square(10, 50)] }, { x: 30, y: 30 }, 4)).toBeUndefined();
  });
});
