import { describe, expect, it } from 'vitest';
import { run } from '../../../tests/fixtures/plans';
import { veilShare } from '#core/measure/veil';
import { compileVeil } from './compute';
import { veilHandles } from './handles';
import { NEUTRAL, takeOff, veilOf, veilParameters } from './schema';
import type { VeilParameters } from './schema';

const FLARE: VeilParameters = {
  x: 100,
  y: 50,
  reach: 200,
  colour: '#c8ff40',
  amount: 0.15,
  hazeColour: '#ffffff',
  haze: 0.02,
};
const places = { x: Float32Array.of(100, 300, 5000), y: Float32Array.of(50, 50, 50) };

describe('the veil', () => {
  it('gives back in linear light what lay under it: at the middle, at its reach, far off', () => {
    const veil = veilOf(FLARE);
    const under = [0.2, 0.3, 0.4, 0.05, 0.06, 0.07, 0.5, 0.4, 0.3];
    const seen = under.map((value, i) => {
      const p = Math.floor(i / 3);
      const share = veilShare(veil, places.x[p]!, places.y[p]!);
      return value + veil.base[(i % 3) as 0]! + share * veil.peak[(i % 3) as 0]!;
    });
    run(compileVeil(FLARE), seen, places).forEach((value, i) => expect(value).toBeCloseTo(under[i]!, 6));
  });

  it('has fallen to the bell’s e^-1/2 at its reach (definition of the standard deviation)', () => {
    expect(veilShare(FLARE, 300, 50)).toBeCloseTo(Math.exp(-0.5), 7);
  });

  it('runs what is darker than it into black: never below, never brighter than it was, in its order', () => {
    const dark = [0, 0.01, 0.02, 0.05, 0.1, 0.15, 0.17, 0.18];
    const at = { x: new Float32Array(8).fill(100), y: new Float32Array(8).fill(50) };
    const out = run(
      compileVeil(FLARE),
      dark.flatMap((value) => [value, value, value]),
      at,
    );
    dark.forEach((value, i) => {
      expect(out[3 * i + 1]).toBeGreaterThanOrEqual(0);
      expect(out[3 * i + 1]).toBeLessThanOrEqual(value);
      if (i > 0) expect(out[3 * i + 1]).toBeGreaterThanOrEqual(out[3 * i - 2]!);
    });
  });

  it('takes off what was found, within the rounding of a hex colour', () => {
    const found = { x: 12.4, y: -30.2, reach: 400.6, peak: [0.1, 0.15, 0.02], base: [0, 0, 0] } as const;
    const parameters = takeOff(found);
    expect(veilParameters.parse(parameters)).toEqual(parameters);
    const again = veilOf(parameters);
    found.peak.forEach((value, c) => expect(again.peak[c as 0]).toBeCloseTo(value, 3));
    expect(again.base).toEqual([0, 0, 0]);
  });

  it('is moved by its middle and widened by its reach; its map shows its colour, not its strength', () => {
    expect(veilHandles.move(FLARE, 'middle', { x: 7, y: 8 }, false)).toMatchObject({ x: 7, y: 8 });
    expect(veilHandles.move(FLARE, 'reach', { x: 100, y: 350 }, false)).toMatchObject({ reach: 300 });
    expect(veilHandles.move(FLARE, 'reach', { x: 100, y: 50 }, false)).toMatchObject({ reach: 1 });
    expect(veilHandles.glow!({ ...FLARE, amount: 0.01 }).colour).toBe('#c8ff40');
  });

  it.each([{ reach: 0 }, { amount: 2 }, { colour: 'green' }, { x: Number.NaN }, { haze: -0.1 }, { more: 1 }])(
    'refuses %o',
    (wrong) => {
      expect(veilParameters.safeParse({ ...NEUTRAL, ...wrong }).success).toBe(false);
    },
  );
});
