import { describe, expect, it } from 'vitest';
import type { Area, Part } from '#core/document/schema';
import { decodeSrgb, encodeSrgb } from '#core/colour/transfer';
import { measureRankedTrend } from '#core/measure/rankedTrend';
import { oklabPlanes } from '#core/measure/trend';
import { wholeRegion } from '#core/raster/raster';
import { sampleRegion } from '#core/raster/sampleRegion';
import { RegionRenderer } from '#core/render/regionRenderer';
import { Resolver } from '#core/render/resolver';
import { KINDS } from '#kinds/registry.gen';
import { portrait, truthMask } from '../../../tests/fixtures/truth';
import { area, patchInput, photoOf, renderWhole, run, step } from '../../../tests/fixtures/plans';
import { meanDifference } from '../../../tests/references/measures';
import { compileMatch, measureMatch } from './compute';
import { matchToFace, startMatch } from './schema';
import type { MatchParameters } from './schema';

const NUMBERS: MatchParameters = {
  to: { by: 'numbers', from: [122, 81, 68], to: [162, 114, 89] },
  light: 1,
  colour: 1,
};
const whole = wholeRegion(1080, 1350);

describe('match', () => {
  it('starts for hands as for the neck: towards the same sitter’s face', () => {
    const of = (sitter: string, part: Part): Area => ({ ...area([]), id: `${sitter} ${part}`, part, sitter });
    const areas = [of('other', 'face'), of('own', 'face')];
    const startFor = (part: Part) => startMatch({ area: of('own', part), areas }).to;
    expect(startFor('arms')).toEqual({ by: 'area', areaId: 'own face' });
    expect(startFor('hair')).not.toEqual(startFor('arms'));
  });

  it('says in the plan which area it goes by, and that it is another where that is gone', () => {
    const { brief } = KINDS.adjusts.get('match')!;
    expect(brief!(matchToFace('f'), 'arms', 'Face')).toEqual({ words: 'to “Face”' });
    expect(brief!(matchToFace('f'), 'arms', undefined)).toEqual({ words: 'to another area' });
  });

  // Worked example, common practice: a darker chest brought to the face by three numbers.
  it('brings RGB 122, 81, 68 to 162, 114, 89 exactly, black to black and white to white', () => {
    const out = run(
      compileMatch(NUMBERS, {}),
      [122, 81, 68, 0, 0, 0, 255, 255, 255].map((code) => decodeSrgb(code / 255)),
    );
    [162, 114, 89, 0, 0, 0, 255, 255, 255].forEach((code, i) =>
      expect(255 * encodeSrgb(out[i]!)).toBeCloseTo(code, 2),
    );
  });

  it.each([
    ['marit', 0.25],
    ['adaeze', 0.33],
  ] as const)('brings %s’s skin under flare to the trend of the neutral photo', async (sitter, most) => {
    const [flare, neutral, mask] = [
      await portrait(sitter, 'flare'),
      await portrait(sitter, 'neutral'),
      await truthMask(sitter, 'skin_face', 'skin_body'),
    ];
    const truth = sampleRegion(neutral, whole);
    const rows = measureRankedTrend({
      planes: oklabPlanes(truth.data),
      weights: Float32Array.from(mask, (value) => value / 255),
    })!;
    const { before, after } = renderWhole(
      flare,
      photoOf(flare, area([]), [
        step('match', { to: { by: 'trend', name: 'neutral', rows }, light: 1, colour: 1 }),
      ]),
      mask,
    );
    expect(meanDifference(after, truth, mask) / meanDifference(before, truth, mask)).toBeLessThan(most);
  });

  it('brings a chest in other light to the face', async () => {
    const [mixed, photo, chest, face] = [
      await portrait('jonas', 'mixed'),
      await portrait('jonas', 'photo'),
      await truthMask('jonas', 'skin_body'),
      await truthMask('jonas', 'skin_face'),
    ];
    const truth = sampleRegion(photo, whole);
    const resolver = new Resolver(mixed, KINDS);
    const renderer = new RegionRenderer(mixed, KINDS);
    const baked = new Map([
      ['area', chest],
      ['face', face],
    ]);
    const document = {
      ...photoOf(mixed, area([]), [
        step('match', { to: { by: 'area', areaId: 'face' }, light: 0.65, colour: 1 }),
      ]),
      areas: [area([]), { ...area([]), id: 'face' }],
    };
    for (const entry of document.areas)
      renderer.learnArea(resolver.area(entry, document, baked.get(entry.id)));
    const after = renderer.render(resolver.plan(document, baked), whole);
    expect(
      meanDifference(after, truth, chest) / meanDifference(renderer.source(whole), truth, chest),
    ).toBeLessThan(0.4);
  });

  it('does nothing to an empty area, without the other area, or at no share', () => {
    const input = patchInput(
      Float32Array.from({ length: 300 }, (_, i) => 0.1 + (i % 3) * 0.1),
      10,
    );
    const byArea: MatchParameters = { to: { by: 'area', areaId: 'x' }, light: 1, colour: 1 };
    expect(compileMatch(byArea, measureMatch(input, byArea))).toBeUndefined();
    const empty = { ...input, coverage: { ...input.coverage, data: new Uint8Array(100) } };
    const byTrend: MatchParameters = {
      to: {
        by: 'trend',
        name: 'n',
        rows: [
          [0.2, 0, 0],
          [0.8, 0.02, 0.03],
        ],
      },
      light: 1,
      colour: 1,
    };
    expect(compileMatch(byTrend, measureMatch(empty, byTrend))).toBeUndefined();
    expect(compileMatch({ ...byTrend, light: 0, colour: 0 }, measureMatch(input, byTrend))).toBeUndefined();
    const same = run(
      compileMatch(
        {
          ...byTrend,
          to: {
            ...byTrend.to,
            rows: [
              [0.5, 0, 0],
              [0.3, 0, 0],
            ],
          } as MatchParameters['to'],
        },
        measureMatch(input, byTrend),
      ),
      input.pixels.data,
      { x: new Float32Array(100), y: new Float32Array(100) },
    );
    expect(same.every(Number.isFinite)).toBe(true);
  });
});
