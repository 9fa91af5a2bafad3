import { converter } from 'culori';
import { describe, expect, it } from 'vitest';
import { SKIN_SIDE as SIDE, skin } from '../../tests/fixtures/skin';
import { convertOklabToSrgbLinear } from '../colour/oklab';
import type { Triple } from '../colour/triple';
import type { AreaInput } from './areaInput';
import { checkSkin } from './check';
import { colourNumbers } from './colourNumbers';
import { SKIN_CORRIDOR, corridorFor } from './corridor';
import { goodHues } from './goodHues';
import { measureLadder } from './ladder';
import { ladderSpread } from './ladderSpread';
import { measurePartColours } from './partColours';
import { measureHistogram } from './histogram';
import { measureRankedTrend } from './rankedTrend';
import { lightnessSamples } from './rungs';
import { measureTrend, oklabPlanes, readTrend } from './trend';

const kinds = (input: AreaInput, more: Partial<Parameters<typeof checkSkin>[0]> = {}) =>
  checkSkin({ skin: input, ...more }).map(({ is }) => is);

describe('numbers of a colour', () => {
  it.each([[[0.5, 0.32, 0.22]], [[0.02, 0.3, 0.7]], [[0.9, 0.85, 0.2]]] as const)(
    'of %j agree with an independent library (culori 4.0.2)',
    ([red, green, blue]) => {
      const ours = colourNumbers([red, green, blue]);
      const rgb = { mode: 'lrgb', r: red, g: green, b: blue } as const;
      const hsl = converter('hsl')(rgb);
      const lch = converter('lch')(rgb);
      const oklch = converter('oklch')(rgb);
      expect(
        [ours.hsl.hue, ours.hsl.saturation, ours.hsl.lightness].map((value) => value!.toFixed(4)),
      ).toEqual([hsl.h!, hsl.s, hsl.l].map((value) => value.toFixed(4)));
      expect(ours.lch.chroma).toBeCloseTo(lch.c, 3);
      expect(ours.lch.hue).toBeCloseTo(lch.h!, 2);
      expect(ours.oklch.chroma).toBeCloseTo(oklch.c, 4);
      expect(ours.oklch.hue).toBeCloseTo(oklch.h!, 2);
    },
  );

  // Classes and limits: Chardin, Cires and Hourseau 1991; Del Bino and others 2006: 55, 41, 28, 10 and -30
  // degrees.
  it.each([
    ['very light', 60],
    ['light', 48],
    ['intermediate', 35],
    ['tan', 20],
    ['brown', -10],
    ['dark', -45],
  ] as const)('names ITA %s at %i°', (name, degrees) => {
    const radians = (degrees * Math.PI) / 180;
    const lab = { mode: 'lab65', l: 50 + 18 * Math.sin(radians), a: 8, b: 18 * Math.cos(radians) } as const;
    const { r, g, b } = converter('lrgb')(lab);
    const { ita } = colourNumbers([r, g, b]);
    expect(ita.name).toBe(name);
    expect(ita.degrees).toBeCloseTo(degrees, 0);
  });

  it('says that grey has no hue', () => {
    const grey = colourNumbers([0.2, 0.2, 0.2]);
    expect([grey.hsv.hue, grey.hsl.hue, grey.lch.hue, grey.oklch.hue]).toEqual([null, null, null, null]);
    expect(colourNumbers([0, 0, 0]).hsl.saturation).toBe(0);
  });
});

describe('check', () => {
  it('leaves neutral skin alone', () => expect(kinds(skin(() => 23))).toEqual([]));

  it('says how green each rung is, and brings far-off skin well into the corridor', () => {
    const [finding] = checkSkin({ skin: skin(() => 42) });
    expect(finding).toMatchObject({ is: 'hue' });
    if (finding?.is !== 'hue') return;
    for (const { rung, off, target } of finding.rungs) {
      expect(off).toBeCloseTo(42 - corridorFor(42)[rung].to, 0);
      expect(target).toBeCloseTo(corridorFor(42)[rung].to - 4, 0);
    }
  });

  it('the shade’s corridor reaches up to the sitter’s own middle, within the corridor alone', () => {
    expect(corridorFor(27).shade).toEqual({ from: 14, to: 27 });
    expect(corridorFor(41).shade).toEqual({ from: 14, to: 25 });
  });

  it('finds blotches, a neck in other light, flushed cheeks and clipping', () => {
    const blotches = skin((x, y) => 23 - 12 * Number(Math.hypot((x % 40) - 20, (y % 40) - 20) < 12));
    expect(kinds(blotches)).toContain('blotches');
    const face = skin(() => 24);
    const neck = skin(() => 12);
    expect(
      checkSkin({ skin: face, face, neckAndLimbs: neck }).find(({ is }) => is === 'apart'),
    ).toMatchObject({ hueDegrees: expect.closeTo(-12, 0) });
    const box = { x: 0, y: 0, width: SIDE, height: SIDE };
    const flushed = skin((x, y) => (y > 70 && y < 115 && (x < 60 || x > 100) ? 12 : 24));
    expect(kinds(flushed, { faceBox: box })).toContain('flushed');
    const corner = (colour: Triple) =>
      skin(
        () => 23,
        (x, y) => (x < 20 && y < 20 ? colour : undefined),
      );
    expect(kinds(corner([1, 0.99, 0.99]))).toContain('clipped');
    expect(kinds(corner([1, 0.8, 0.7]))).not.toContain('clipped');
  });

  it('blotches are a share of what light the skin gives: two stops less, the same finding', () => {
    const lit = skin((x, y) => 23 - 14 * Number(Math.hypot((x % 40) - 20, (y % 40) - 20) < 12));
    const dim = { ...lit, pixels: { ...lit.pixels, data: lit.pixels.data.map((value) => value / 4) } };
    const [range, dimRange] = [lit, dim].map((input) => {
      const found = checkSkin({ skin: input }).find(({ is }) => is === 'blotches');
      return found?.is === 'blotches' ? found.range : 0;
    });
    expect(range).toBeGreaterThan(0.02);
    expect(dimRange! / range!).toBeCloseTo(1, 1);
  });

  it('takes no light that one side of a face stands in for blotches, whatever its redness', () => {
    const half = (share: number) => skin((x) => 23 - share * (1 + Math.tanh((x - SIDE / 2) / 20)));
    expect(kinds(half(5))).not.toContain('blotches');
    // The same redness in patches.
    expect(kinds(skin((x, y) => 23 - 10 * Number(((x >> 4) + (y >> 4)) % 2)))).toContain('blotches');
  });

  it('judges nothing in an empty area', () => {
    const input = skin(() => 40);
    expect(
      checkSkin({ skin: { ...input, coverage: { ...input.coverage, data: new Uint8Array(SIDE * SIDE) } } }),
    ).toEqual([]);
  });
});

describe('trends', () => {
  it('run through the even part, not through blotches that cover more than half of it', () => {
    const pixels = Array.from({ length: 4000 }, (_, i) =>
      convertOklabToSrgbLinear([0.75, 0.03 + 0.002 * Math.sin(i) + (i % 5 < 3 ? 0.03 : 0), 0.04]),
    );
    const trend = measureTrend(
      oklabPlanes(Float32Array.from(pixels.flat())),
      new Float32Array(4000).fill(1),
    )!;
    const along = { a: 0, b: 0 };
    readTrend(trend, 0.75, along);
    expect(along.a).toBeLessThan(0.036);
    expect(along.b).toBeCloseTo(0.04, 2);
    readTrend(trend, 0.1, along);
    expect(along.b / 0.1).toBeCloseTo(0.04 / 0.75, 1);
  });

  it('by rank rise in lightness and need an area', () => {
    const { pixels, coverage } = skin(() => 23);
    const rows = measureRankedTrend({
      planes: oklabPlanes(pixels.data),
      weights: Float32Array.from(coverage.data, (value) => value / 255),
    })!;
    expect(rows).toHaveLength(25);
    rows.slice(1).forEach(([lightness], i) => expect(lightness).toBeGreaterThan(rows[i]![0]));
    expect(
      measureRankedTrend({
        planes: oklabPlanes(pixels.data),
        weights: new Float32Array(coverage.data.length),
      }),
    ).toBeUndefined();
  });

  it('samples of each lightness lie in their band of 5 L*, and histograms hold all of an area', () => {
    const { pixels, coverage } = skin(() => 23);
    const bands = lightnessSamples(pixels, coverage);
    expect(bands.filter(({ length }) => length > 0).length).toBeGreaterThan(4);
    bands.forEach((band, n) => {
      for (let i = 0; i < band.length / 3; i++) {
        const { l } = converter('lab65')({
          mode: 'lrgb',
          r: band[3 * i]!,
          g: band[3 * i + 1]!,
          b: band[3 * i + 2]!,
        });
        expect(Math.floor(l / 5 + 1e-4)).toBe(n);
      }
    });
    for (const channel of measureHistogram({ pixels, coverage }))
      expect(channel.reduce((sum, share) => sum + share, 0)).toBeCloseTo(1, 6);
  });
});

describe('what a part lends', () => {
  it('has its mean, its trend from dark to light and the numbers of its rungs', () => {
    const lent = measurePartColours(skin(() => 24))!;
    expect(Object.values(lent.rungs).every(({ hue }) => Math.abs(hue! - 24) < 0.1)).toBe(true);
    expect(lent.rungs.light.lightness).toBeGreaterThan(lent.rungs.middle.lightness);
    expect(lent.rungs.middle.lightness).toBeGreaterThan(lent.rungs.shade.lightness);
    // Saturation rises from 25 to 35 % down the picture, where it darkens.
    expect(lent.rungs.shade.saturation - lent.rungs.light.saturation).toBeGreaterThan(4);
    expect(lent.rows.map(([lightness]) => lightness)).toEqual(
      lent.rows.map(([lightness]) => lightness).toSorted((p, q) => p - q),
    );
  });

  it('is nothing where next to nothing is covered', () => {
    const input = skin(() => 24);
    expect(
      measurePartColours({ ...input, coverage: { ...input.coverage, data: new Uint8Array(SIDE * SIDE) } }),
    ).toBeUndefined();
  });
});

describe('the ladder', () => {
  const ladderOf = (input: AreaInput) => measureLadder(input.pixels, input.coverage);

  it('has no hue on its rungs where these are nearly grey', () => {
    const greyish = (saturation: number) => {
      const input = skin(() => 24);
      const data = input.pixels.data.map((_, p) => 0.4 * (1 - (p % 3 === 2 ? saturation : 0)));
      return ladderOf({ ...input, pixels: { ...input.pixels, data } }).rungs;
    };
    expect(greyish(0.04).every(({ hsvHueDegrees }) => hsvHueDegrees === undefined)).toBe(true);
    expect(greyish(0.3).every(({ hsvHueDegrees }) => hsvHueDegrees === 60)).toBe(true);
  });

  it('holds saturation beside hue, both as shares of the area', () => {
    const { density, saturation } = ladderOf(skin(() => 24));
    const sum = (shares: Float32Array) => shares.reduce((total, share) => total + share, 0);
    expect(sum(density)).toBeCloseTo(1, 3);
    expect(sum(saturation.density)).toBeCloseTo(1, 3);
    const rows = [...saturation.trend].filter((value) => !Number.isNaN(value));
    expect(rows[0]! - rows.at(-1)!).toBeGreaterThan(5);
    expect(rows.every((value) => value > 24 && value < 36)).toBe(true);
  });

  // A sine of 6 degrees about the trend has a root mean square of 6 / √2; columns of a degree add 1 / √12 of
  // noise.
  it('tells how wide the grain is', () => {
    expect(ladderSpread(ladderOf(skin((x) => 24 + 6 * Math.sin(x / 3)))).hue).toBeCloseTo(
      Math.hypot(6 / Math.SQRT2, 1 / Math.sqrt(12)),
      0,
    );
    expect(ladderSpread(ladderOf(skin(() => 24.5))).hue).toBeLessThan(0.2);
    expect(
      ladderSpread(
        ladderOf(
          skin(
            () => 0,
            () => [0.2, 0.2, 0.2],
          ),
        ),
      ),
    ).toEqual({ hue: 0, saturation: 0 });
  });

  it('finds the good zones of skin that is partly green, and none where all is', () => {
    const half = goodHues(ladderOf(skin((x) => (x < SIDE / 2 ? 24 : 45))), SKIN_CORRIDOR)!;
    for (const hue of Object.values(half)) expect(Math.abs(hue - 24)).toBeLessThan(1);
    expect(goodHues(ladderOf(skin(() => 45)), SKIN_CORRIDOR)).toBeUndefined();
    expect(
      goodHues(ladderOf(skin(() => 45)), {
        light: { from: 40, to: 50 },
        middle: { from: 40, to: 50 },
        shade: { from: 40, to: 50 },
      })!.middle,
    ).toBeCloseTo(45, 0);
  });

  it('check tells what the photo has at white from what steps push there, and by how many stops', () => {
    const before = skin(() => 23);
    const by = (gain: number) => ({
      ...before,
      pixels: { ...before.pixels, data: before.pixels.data.map((value) => gain * value) },
    });
    const bright = by(1.6);
    expect(kinds(before, { before })).not.toContain('pushed');
    // So little beyond white that no step could be seen to take it back.
    const most = before.pixels.data.reduce((p, q) => Math.max(p, q));
    expect(kinds(by(1.02 / most), { before })).not.toContain('pushed');
    expect(kinds(by(1.1 / most), { before })).toContain('pushed');
    const pushed = checkSkin({ skin: bright, before }).find(({ is }) => is === 'pushed');
    expect(kinds(bright, { before })).not.toContain('clipped');
    expect(pushed?.is === 'pushed' && pushed.share > 0.05 && 2 ** pushed.stops > 1.1).toBe(true);
  });

  it('a corridor of the sitter’s own is what check judges by', () => {
    const own = { light: { from: 40, to: 50 }, middle: { from: 40, to: 50 }, shade: { from: 40, to: 50 } };
    expect(kinds(skin(() => 45))).toContain('hue');
    expect(
      kinds(
        skin(() => 45),
        { corridor: own },
      ),
    ).not.toContain('hue');
    expect(
      kinds(
        skin(() => 24),
        { corridor: own },
      ),
    ).toContain('hue');
  });
});
