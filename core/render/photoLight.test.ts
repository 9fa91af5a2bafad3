import { describe, expect, it } from 'vitest';
import { lookOver, mendAll } from '#kinds/mend/mend';
import { KINDS } from '#kinds/registry.gen';
import { inCrossedTones } from '../../bench/casts';
import { areaNamed, photoWith, sitterWith } from '../../tests/fixtures/documents';
import { mark, step } from '../../tests/fixtures/plans';
import { portrait, truthMask } from '../../tests/fixtures/truth';
import type { Sitter, Variant } from '../../tests/fixtures/truth';
import { meanDifference } from '../../tests/references/measures';
import { WHOLE_PICTURE } from '../document/schema';
import type { Area, Part, Photo } from '../document/schema';
import { buildPyramid } from '../raster/pyramid';
import { wholeRegion } from '../raster/raster';
import type { Srgb8Raster } from '../raster/raster';
import { LightJudge } from './photoLight';
import { RegionRenderer } from './regionRenderer';
import type { ResolvedPlan } from './resolved';
import { Resolver } from './resolver';

/** Parts of a made-up portrait by their true masks. */
const MASKS: Readonly<Partial<Record<Part, readonly string[]>>> = {
  'skin': ['skin_face', 'skin_body'],
  'face': ['skin_face'],
  'neck-limbs': ['skin_body'],
  'whites': ['sclera'],
  'irises': ['iris'],
  'brows': ['brows'],
  'hair': ['hair'],
  'clothes': ['clothes'],
  'background': ['background'],
};

async function opened(
  sitter: Sitter,
  variant: Variant,
  seen: (picture: Srgb8Raster) => Srgb8Raster = (picture) => picture,
) {
  const pyramid = buildPyramid(seen((await portrait(sitter, variant)).levels[0] as Srgb8Raster));
  const baked = new Map<string, Uint8Array>();
  const areas: Area[] = [];
  for (const [part, names] of Object.entries(MASKS)) {
    baked.set(part, await truthMask(sitter, ...names));
    const owner = part === 'background' ? null : 's';
    areas.push({
      ...areaNamed(part, part as Part, [mark('ellipse', { x: 1, y: 1, radiusX: 1, radiusY: 1 })]),
      sitter: owner,
    });
  }
  const { width, height } = pyramid;
  const photo: Photo = {
    ...photoWith(areas),
    width,
    height,
    sitters: [
      sitterWith('s', { x: 0.3 * width, y: 0.25 * height, width: 0.4 * width, height: 0.4 * height }),
    ],
  };
  const judge = new LightJudge(new Resolver(pyramid, KINDS));
  return { pyramid, photo, baked, judge, look: (state: Photo) => lookOver(judge, state, baked) };
}

describe('the light of a portrait', () => {
  it('takes the flare out of the whole picture: hair, whites, lips and ground with the skin', async () => {
    const { pyramid, photo, baked, judge, look } = await opened('marit', 'flare');
    const mended = await mendAll(photo, look, () => crypto.randomUUID());
    expect(mended.plan.slice(0, 2).map(({ kind, areaId }) => [kind, areaId])).toEqual([
      ['veil', null],
      ['prepare', null],
    ]);
    const truth = await portrait('marit', 'neutral');
    const region = wholeRegion(pyramid.width, pyramid.height, 400);
    const renderer = new RegionRenderer(pyramid, KINDS);
    for (const area of [WHOLE_PICTURE, ...mended.areas])
      renderer.learnArea(judge.resolver.area(area, mended, baked.get(area.id)));
    const after = renderer.render(judge.resolver.plan(mended, baked), region);
    const neutral = new RegionRenderer(truth, KINDS).source(region);
    for (const part of ['picture', 'face', 'hair', 'whites', 'background']) {
      const mask =
        part === 'picture'
          ? new Uint8Array(region.outWidth * region.outHeight).fill(255)
          : renderer.coverage(
              judge.resolver.area(
                photo.areas.find(({ id }) => id === part)!,
                photo,
                baked.get(part),
              ).key,
              region,
            ).data;
      const left =
        meanDifference(after, neutral, mask) / meanDifference(renderer.source(region), neutral, mask);
      expect([part, left < 0.45]).toEqual([part, true]);
    }
  });

  it('takes crossed tones out by curves through readings', async () => {
    const crossed = (picture: Srgb8Raster) => inCrossedTones(picture, 19);
    const { pyramid, photo, baked, judge, look } = await opened('marit', 'neutral', crossed);
    const mended = await mendAll(photo, look, () => crypto.randomUUID());
    expect(mended.plan.map(({ kind, areaId }) => [kind, areaId])).toEqual([['curves', null]]);
    const region = wholeRegion(pyramid.width, pyramid.height, 400);
    const renderer = new RegionRenderer(pyramid, KINDS);
    renderer.learnArea(judge.resolver.area(WHOLE_PICTURE, mended));
    const neutral = new RegionRenderer(await portrait('marit', 'neutral'), KINDS).source(region);
    const off = (plan: ResolvedPlan) =>
      meanDifference(
        renderer.render(plan, region),
        neutral,
        new Uint8Array(region.outWidth * region.outHeight).fill(255),
      );
    expect(off(judge.resolver.plan(mended, baked)) / off([])).toBeLessThan(0.35);
  });

  it('leaves a neutral portrait alone', async () => {
    const { photo, look } = await opened('jonas', 'neutral');
    expect(look(photo)).toEqual([]);
  });

  it('is judged as the steps on the whole picture leave it, and not again while these stay', async () => {
    const { photo, judge, baked } = await opened('marit', 'flare');
    const first = judge.look(photo, baked);
    const onSkin = {
      ...photo,
      plan: [
        {
          ...step('light', { exposure: 1, gamma: 1, contrast: 0, saturation: 0, warmth: 0 }),
          areaId: 'skin',
        },
      ],
    };
    expect(judge.look(onSkin, baked)).toBe(first);
    const mended = await mendAll(
      photo,
      (state) => lookOver(judge, state, baked),
      () => crypto.randomUUID(),
    );
    expect(judge.look(mended, baked).map(({ is }) => is)).toEqual([]);
  });
});
