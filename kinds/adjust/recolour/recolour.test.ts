import { hexOfSrgbLinear, srgbLinearOfHex } from '#core/colour/hex';
import { describe, expect, it } from 'vitest';
import { luminanceOfSrgbLinear } from '#core/colour/luminance';
import { convertSrgbLinearToOklab } from '#core/colour/oklab';
import { encodeSrgb } from '#core/colour/transfer';
import type { Triple } from '#core/colour/triple';
import type { JsonObject } from '#core/document/kinds';
import { areaMean } from '#core/measure/areaMean';
import { measurePartColours } from '#core/measure/partColours';
import { wholeRegion } from '#core/raster/raster';
import { sampleRegion } from '#core/raster/sampleRegion';
import { portrait, truthMask } from '../../../tests/fixtures/truth';
import type { Sitter } from '../../../tests/fixtures/truth';
import { area, patchInput, photoOf, renderWhole, run, step } from '../../../tests/fixtures/plans';
import {
  changedOutside,
  colourAt,
  meanDifference,
  textureCorrelation,
  oklabSpread,
} from '../../../tests/references/measures';
import { compileRecolour, measureRecolour } from './compute';
import { recolour } from './index';
import { RECOLOUR_DEFAULTS, startRecolour } from './schema';
import type { RecolourParameters } from './schema';

/** Brown in many shades, each with a little hue of its own. */
const BROWN = Float32Array.from(
  { length: 600 },
  (_, i) =>
    [0.12, 0.06, 0.03][i % 3]! * (0.4 + (1.2 * Math.floor(i / 3)) / 200) * (1 + 0.1 * Math.sin(i * 12.9898)),
);
const dyed = (change: Partial<RecolourParameters>, pixels: ArrayLike<number> = BROWN) =>
  run(
    compileRecolour(
      { ...RECOLOUR_DEFAULTS, colour: '#6d7a63', ...change },
      measureRecolour(patchInput(BROWN)),
    ),
    pixels,
  );
const meanOf = (pixels: Float32Array) =>
  [0, 1, 2].map(
    (c) => (3 * pixels.reduce((sum, value, i) => (i % 3 === c ? sum + value : sum), 0)) / pixels.length,
  ) as unknown as Triple;
/** A sitter as shot, and with other pigments where the part covers surely. */
async function rendered(sitter: Sitter, part: string) {
  const [photo, recoloured, mask] = [
    await portrait(sitter, 'photo'),
    await portrait(sitter, 'recoloured'),
    await truthMask(sitter, part),
  ];
  const clear = mask.map((value) => (value >= 230 ? 255 : 0));
  const truth = sampleRegion(recoloured, wholeRegion(1080, 1350));
  const coverage = { space: 'coverage8', width: 1080, height: 1350, data: clear } as const;
  return { photo, mask, clear, truth, coverage };
}

describe('recolour', () => {
  it('brings the mean of the area to the wanted colour', () => {
    meanOf(dyed({})).forEach((value, c) =>
      expect(encodeSrgb(value)).toBeCloseTo(encodeSrgb(srgbLinearOfHex('#6d7a63')[c]!), 2),
    );
  });

  it('keeps the order of luminance: shading stays shading', () => {
    const shades = [0.1, 0.4, 0.8, 1.2, 1.9].map((light) =>
      luminanceOfSrgbLinear([
        ...dyed({ colour: '#58748c' }, [0.12 * light, 0.06 * light, 0.03 * light]),
      ] as unknown as Triple),
    );
    expect(shades).toEqual(shades.toSorted((p, q) => p - q));
  });

  it('leaves glints white: what gloss adds is added to the new colour', () => {
    const body = [0.12, 0.06, 0.03];
    const bare = dyed({ colour: '#58748c' }, body);
    const glint = dyed(
      { colour: '#58748c' },
      body.map((channel) => channel + 0.6),
    );
    const all = dyed(
      { colour: '#58748c', gloss: 0 },
      body.map((channel) => channel + 0.6),
    );
    bare.forEach((value, c) => expect(glint[c]! - value).toBeCloseTo(0.6, 1));
    expect(Math.max(...all) / Math.min(...all)).toBeGreaterThan(
      1.2 * (Math.max(...glint) / Math.min(...glint)),
    );
  });

  it('keeps the set share of variation within 3 %', () => {
    const full = oklabSpread(dyed({}));
    for (const share of [0, 0.25, 0.5, 0.75]) {
      const left = oklabSpread(dyed({ hueVariation: share, saturationVariation: share })) / full;
      expect(Math.abs(left - share)).toBeLessThan(0.03);
    }
  });

  it('goes darker and lighter by stops, and through warm undertones when hair is lifted', () => {
    const bright = (change: Partial<RecolourParameters>) => luminanceOfSrgbLinear(meanOf(dyed(change)));
    expect(bright({ depth: 1 }) / bright({})).toBeCloseTo(2, 1);
    expect(bright({ depth: -1 }) / bright({})).toBeCloseTo(0.5, 1);
    const plain = convertSrgbLinearToOklab(meanOf(dyed({ colour: '#b8b0a8' })));
    const warm = convertSrgbLinearToOklab(meanOf(dyed({ colour: '#b8b0a8', undertone: 1 })));
    expect(warm[2]).toBeGreaterThan(plain[2] + 0.03);
  });

  it('gives a second colour to a zone of tones or of hues', () => {
    const second = { colour: '#2040a0', zone: 'tone', from: 0, to: 30, soft: 10 } as const;
    const dark = [0.05, 0.025, 0.0125];
    const light = [0.18, 0.09, 0.045];
    const blueness = (pixels: Float32Array) => pixels[2]! / pixels[0]!;
    expect(blueness(dyed({ second }, dark))).toBeGreaterThan(2 * blueness(dyed({}, dark)));
    expect(blueness(dyed({ second }, light))).toBeCloseTo(blueness(dyed({}, light)), 4);
    const byHue = { ...second, zone: 'hue', from: 10, to: 40 } as const;
    expect(blueness(dyed({ second: byHue }, dark))).toBeGreaterThan(2 * blueness(dyed({}, dark)));
    expect(blueness(dyed({ second: byHue }, [0.02, 0.06, 0.05]))).toBeCloseTo(
      blueness(dyed({}, [0.02, 0.06, 0.05])),
      4,
    );
  });

  it('with the area’s own colour and full variation changes nothing by more than a code', async () => {
    const pyramid = await portrait('marit', 'photo');
    const mask = (await truthMask('marit', 'lips')).map((value) => (value >= 230 ? 255 : 0));
    const own = areaMean(sampleRegion(pyramid, wholeRegion(1080, 1350)), {
      space: 'coverage8',
      width: 1080,
      height: 1350,
      data: mask,
    })!;
    const { before, after } = renderWhole(
      pyramid,
      photoOf(pyramid, area([]), [step('recolour', { ...RECOLOUR_DEFAULTS, colour: hexOfSrgbLinear(own) })]),
      mask,
    );
    let farthest = 0;
    mask.forEach((value, i) => {
      if (value > 0)
        colourAt(after, i).forEach(
          (channel, n) =>
            (farthest = Math.max(
              farthest,
              Math.abs(255 * (encodeSrgb(channel) - encodeSrgb(colourAt(before, i)[n]!))),
            )),
        );
    });
    // The wanted colour itself is rounded to a code.
    expect(farthest).toBeLessThan(1.5);
  });

  // Best of four plain ways on the same masks: one hue for all, hue turned, hue blended, one gain per channel
  // in linear light.
  it.each([
    ['marit', 'iris', 8.2],
    ['adaeze', 'lips', 1.8],
    ['jonas', 'hair', 4],
    ['linnea', 'hair', 2.9],
  ] as const)('comes nearer to the truth of %s’s %s than the best plain way', async (sitter, part, best) => {
    const { photo, mask, clear, truth, coverage } = await rendered(sitter, part);
    const colour = hexOfSrgbLinear(areaMean(truth, coverage)!);
    const { before, after } = renderWhole(
      photo,
      photoOf(photo, area([]), [
        step('recolour', {
          ...startRecolour(part === 'hair' || part === 'lips' ? part : 'irises', colour),
        }),
      ]),
      mask,
    );
    expect(meanDifference(after, truth, clear)).toBeLessThan(best);
    expect(textureCorrelation(before, after, clear, 4.5)).toBeGreaterThan(0.95);
    expect(changedOutside(before, after, mask)).toBe(0);
  });

  it.each([
    ['marit', 'hair'],
    ['linnea', 'hair'],
    ['adaeze', 'iris'],
  ] as const)(
    'given the trend of %s’s other %s comes nearer to it than given its mean alone',
    async (sitter, part) => {
      const { photo, mask, clear, truth, coverage } = await rendered(sitter, part);
      const lent = measurePartColours({ pixels: truth, coverage })!;
      const start = startRecolour(part === 'hair' ? 'hair' : 'irises', hexOfSrgbLinear(lent.mean));
      const rows = lent.rows.map(([l, a, b]): [number, number, number] => [l, a, b]);
      const missOf = (parameters: RecolourParameters) =>
        meanDifference(
          renderWhole(photo, photoOf(photo, area([]), [step('recolour', { ...parameters })]), mask).after,
          truth,
          clear,
        );
      expect(missOf({ ...start, trend: { name: 'other', rows } })).toBeLessThan(missOf(start));
    },
  );

  // The same eye once as it is and once seven times as large, as a close-up shows it.
  it('gives an eye of 280 pixels the colours that it gives one of 40', async () => {
    const pyramid = await portrait('marit', 'photo');
    const mask = await truthMask('marit', 'iris');
    const box = { x: 380, y: 520, width: 80, height: 64 };
    const small = sampleRegion(pyramid, { ...box, outWidth: 80, outHeight: 64 });
    const large = sampleRegion(pyramid, { ...box, outWidth: 560, outHeight: 448 });
    const coverage = (factor: number) =>
      Uint8Array.from(
        { length: 80 * 64 * factor * factor },
        (_, i) =>
          mask[
            (box.y + Math.floor(Math.floor(i / (80 * factor)) / factor)) * 1080 +
              box.x +
              Math.floor((i % (80 * factor)) / factor)
          ]!,
      );
    const measured = (pixels: typeof small, factor: number) =>
      measureRecolour({
        region: { ...box, outWidth: 80 * factor, outHeight: 64 * factor },
        pixels,
        coverage: { space: 'coverage8', width: 80 * factor, height: 64 * factor, data: coverage(factor) },
        readings: [],
      });
    const parameters: RecolourParameters = { ...RECOLOUR_DEFAULTS, colour: '#58748c' };
    const colours = [0.02, 0.05, 0.1, 0.2].flatMap((light) => [light, 0.8 * light, 0.6 * light]);
    const [one, other] = [
      run(compileRecolour(parameters, measured(small, 1)), colours),
      run(compileRecolour(parameters, measured(large, 7)), colours),
    ];
    expect(coverage(1).filter((value) => value >= 230).length).toBeGreaterThan(200);
    one.forEach((value, i) =>
      expect(Math.abs(255 * (encodeSrgb(value) - encodeSrgb(other[i]!)))).toBeLessThan(4),
    );
  });

  it('leaves a pupil dark that the area covers by mistake, and the limbal ring darker than the iris', async () => {
    const photo = await portrait('marit', 'photo');
    const [iris, pupil] = [await truthMask('marit', 'iris'), await truthMask('marit', 'pupil')];
    const mask = iris.map((value, i) => Math.min(255, value + pupil[i]!));
    const { before, after } = renderWhole(
      photo,
      photoOf(photo, area([]), [step('recolour', { ...RECOLOUR_DEFAULTS, colour: '#58748c' })]),
      mask,
    );
    const lightness = (raster: typeof before, members: Uint8Array) => {
      const lights = [...members.keys()]
        .filter((i) => members[i] === 255)
        .map((i) => luminanceOfSrgbLinear(colourAt(raster, i)))
        .sort((p, q) => p - q);
      return lights[lights.length >> 1]!;
    };
    expect(lightness(after, pupil)).toBeLessThan(0.35 * lightness(after, iris));
    // The rim: covered pixels beside uncovered ones, without those at the pupil.
    const rim = iris.map((value, i) =>
      value === 255 && [3, -3, 3 * 1080, -3 * 1080].some((off) => mask[i + off]! < 40) ? 255 : 0,
    );
    const inner = iris.map((value, i) => (value === 255 && rim[i] === 0 ? 255 : 0));
    expect(lightness(after, rim) / lightness(after, inner)).toBeLessThan(
      1.1 * (lightness(before, rim) / lightness(before, inner)),
    );
  });

  it('goes darker and lighter with a trend too, and a second colour stays its own', () => {
    const rows: [number, number, number][] = [
      [0.2, 0.02, 0.03],
      [0.4, 0.04, 0.06],
      [0.6, 0.05, 0.09],
    ];
    const trend = { name: 'other', rows };
    const bright = (depth: number) => luminanceOfSrgbLinear(meanOf(dyed({ trend, depth })));
    expect(bright(1) / bright(0)).toBeGreaterThan(1.6);
    expect(bright(-1) / bright(0)).toBeLessThan(0.6);
    const second = { colour: '#2040a0', zone: 'tone', from: 0, to: 30, soft: 10 } as const;
    const dark = [0.05, 0.025, 0.0125];
    expect(dyed({ trend, second }, dark)[2]! / dyed({ trend, second }, dark)[0]!).toBeGreaterThan(1);
  });

  it('manages an empty area, grey, black to white, and old plans', () => {
    const empty = patchInput([0.1, 0.2, 0.3]);
    expect(
      compileRecolour(
        { ...RECOLOUR_DEFAULTS, colour: '#ffffff' },
        measureRecolour({ ...empty, coverage: { ...empty.coverage, data: new Uint8Array(1) } }),
      ),
    ).toBeUndefined();
    const grey = Float32Array.from({ length: 300 }, (_, i) => 0.1 + 0.001 * Math.floor(i / 3));
    const toRed = run(
      compileRecolour({ ...RECOLOUR_DEFAULTS, colour: '#7c2f45' }, measureRecolour(patchInput(grey))),
      grey,
    );
    meanOf(toRed).forEach((value, c) =>
      expect(encodeSrgb(value)).toBeCloseTo(encodeSrgb(srgbLinearOfHex('#7c2f45')[c]!), 2),
    );
    const black = patchInput(new Float32Array(300));
    const white = run(
      compileRecolour({ ...RECOLOUR_DEFAULTS, colour: '#ffffff' }, measureRecolour(black)),
      new Float32Array(300),
    );
    expect(white.every((value) => Number.isFinite(value) && value < 0.2)).toBe(true);
    expect(
      recolour.parameters.safeParse(
        [1, 2, 3].reduce<JsonObject>((old, version) => recolour.migrations[version]!(old), {
          colour: '#102030',
          variation: 0.5,
        }),
      ).success,
    ).toBe(true);
  });
});
