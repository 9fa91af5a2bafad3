import sharp from 'sharp';
import type { Sharp } from 'sharp';
import { beforeAll, describe, expect, it } from 'vitest';
import type { FoundPartName } from '#core/document/foundParts';
import { NetworksMissingError } from '#core/errors';
import { buildPyramid } from '#core/raster/pyramid';
import type { Pyramid } from '#core/raster/pyramid';
import { findParts } from '#core/segment/findParts';
import type { FoundPeople } from '#core/segment/findParts';
import { networkFiles } from '../../cli/networkFiles';
import { tfNetworks } from '../../networks/tfNetworks';
import { portrait, portraitPath, truthMask } from '../fixtures/truth';
import type { Sitter, Variant } from '../fixtures/truth';
import { of, shareOf } from './found';
import { softIou } from './measures';

const networks = tfNetworks(networkFiles);

async function pyramidOf(image: Sharp): Promise<Pyramid> {
  const { data, info } = await image.ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return buildPyramid({ space: 'srgb8', width: info.width, height: info.height, data });
}
/** A made-up portrait with something drawn over it. */
async function wearing(sitter: Sitter, shapes: string): Promise<Pyramid> {
  return pyramidOf(
    sharp(portraitPath(sitter, 'photo')).composite([
      {
        input: Buffer.from(
          `<svg xmlns="http://www.w3.org/2000/svg" width="1080" height="1350">${shapes}</svg>`,
        ),
      },
    ]),
  );
}
async function greyOf(image: Sharp): Promise<Uint8Array> {
  return new Uint8Array(await image.greyscale().raw().toBuffer());
}
/** What is found, and the true masks that it should be. Nobody but the pair shows teeth. */
const PARTS: Readonly<Record<string, readonly [readonly FoundPartName[], readonly string[]]>> = {
  face: [['face'], ['skin_face']],
  skin: [['skin'], ['skin_face', 'skin_body']],
  neck: [['neck-limbs'], ['skin_body']],
  lips: [['lips'], ['lips']],
  teeth: [['teeth'], ['teeth']],
  iris: [['iris-left', 'iris-right'], ['iris']],
  whites: [['whites-left', 'whites-right'], ['sclera']],
  brows: [['brow-left', 'brow-right'], ['brows']],
  hair: [['hair'], ['hair']],
  clothes: [['clothes'], ['clothes']],
  background: [['background'], ['background']],
};

/**
 * Truth: masks of the made-up portraits, rendered with the pictures. Sitters, and floors that stand at what was
 * measured (2026-11-26) less 0.02.
 */
const FLOORS = `
                   face  skin  neck  lips teeth  iris whites brows  hair clothes background
  marit photo 1   0.922 0.903 0.787 0.889     - 0.872  0.732 0.667 0.879   0.925      0.959
  adaeze flare 1  0.911  0.93  0.92 0.902     - 0.751  0.871 0.581 0.895    0.97      0.926
  pair photo 2     0.91 0.915 0.882 0.869 0.747 0.776    0.7 0.639 0.835   0.915      0.934
`;
const PICTURES = FLOORS.trim()
  .split('\n')
  .slice(1)
  .map((row) => {
    const [sitter, variant, count, ...floors] = row.trim().split(/ +/) as [
      Sitter | 'pair',
      Variant,
      string,
      ...string[],
    ];
    const named = Object.keys(PARTS).map((name, n) => [name, Number(floors[n])] as const);
    return [sitter, variant, Number(count), named.filter(([, floor]) => !Number.isNaN(floor))] as const;
  });

describe.each(PICTURES)('find on %s, %s', (sitter, variant, count, floors) => {
  let pyramid: Pyramid;
  let people: FoundPeople;
  beforeAll(async () => {
    pyramid = await portrait(sitter, variant);
    people = await findParts(pyramid, networks);
  });

  it('sees every sitter, from left to right', () => {
    expect(people.sitters.length).toBe(count);
    const places = people.sitters.map(({ landmarks }) => landmarks.points[168]![0]);
    expect(places).toEqual(places.toSorted((p, q) => p - q));
  });

  it.each(floors)('%s', async (name, floor) => {
    const [found, masks] = PARTS[name]!;
    expect(softIou(of(pyramid, people, ...found), await truthMask(sitter, ...masks))).toBeGreaterThan(floor);
  });

  it('gives no pixel to two sitters’ skin, and none of the mouth to it', () => {
    const skin = of(pyramid, people, 'skin');
    const lips = of(pyramid, people, 'lips');
    const both = skin.filter((value, i) => value > 200 && lips[i]! > 200).length;
    expect(both).toBe(0);
  });
});

describe('find where it is hard', () => {
  it('finds a head that lies on its side', async () => {
    const pyramid = await pyramidOf(sharp(portraitPath('jonas', 'photo')).rotate(90).resize({ width: 900 }));
    const { sitters } = await findParts(pyramid, networks);
    expect(sitters.length).toBe(1);
    expect(Math.abs(sitters[0]!.landmarks.tiltRadians)).toBeGreaterThan(1.3);
    expect(sitters[0]!.parts.some(({ part }) => part === 'skin')).toBe(true);
  });

  it('finds parts of a monochrome photo', async () => {
    const pyramid = await pyramidOf(
      sharp(portraitPath('marit', 'photo')).modulate({ saturation: 0 }).resize({ width: 700 }),
    );
    const { sitters } = await findParts(pyramid, networks);
    expect(sitters[0]!.parts.map(({ part }) => part)).toEqual(
      expect.arrayContaining(['skin', 'hair', 'lips']),
    );
  });

  it('finds the eyes and the skin behind glasses', async () => {
    const pyramid = await wearing(
      'marit',
      `<g fill="none" stroke="#1a1a1e" stroke-width="12"><ellipse cx="410" cy="582" rx="88" ry="75"/><ellipse cx="623" cy="578" rx="88" ry="75"/><path d="M498,582 L535,578"/></g>`,
    );
    const people = await findParts(pyramid, networks);
    expect(
      softIou(of(pyramid, people, 'iris-left', 'iris-right'), await truthMask('marit', 'iris')),
    ).toBeGreaterThan(0.8);
    expect(softIou(of(pyramid, people, 'face'), await truthMask('marit', 'skin_face'))).toBeGreaterThan(0.85);
  });

  it.each([
    ['marit', '#3b4a6b', 0.78, 0.21],
    ['linnea', '#8a2f2f', 0.58, 0.4],
    ['jonas', '#c9c2b0', 0.94, 0.03],
  ] as const)('takes a drawn hat for a hat, most of it: %s', async (sitter, colour, floor, ceiling) => {
    const shape = 'M170,399 Q500,334 830,399 L740,344 Q700,44 500,34 Q300,44 260,344 Z';
    const pyramid = await wearing(sitter, `<path fill="${colour}" d="${shape}"/>`);
    const worn = await greyOf(
      sharp(
        Buffer.from(
          `<svg xmlns="http://www.w3.org/2000/svg" width="1080" height="1350"><path fill="#fff" d="${shape}"/></svg>`,
        ),
      ).flatten({ background: '#000' }),
    );
    const people = await findParts(pyramid, networks);
    expect(softIou(of(pyramid, people, 'hat'), worn)).toBeGreaterThan(floor);
    expect(shareOf(of(pyramid, people, 'hair'), worn)).toBeLessThan(ceiling);
    const bare = await findParts(await portrait(sitter, 'photo'), networks);
    expect(bare.sitters[0]!.parts.map(({ part }) => part)).not.toContain('hat');
  });

  it('keeps the face under a hand, whose skin is skin', async () => {
    const pyramid = await wearing(
      'marit',
      '<g fill="#d8a58c" transform="rotate(20 527 966)"><rect x="507" y="742" width="46" height="420" rx="23"/><rect x="567" y="762" width="46" height="420" rx="23"/></g>',
    );
    const people = await findParts(pyramid, networks);
    expect(people.sitters.length).toBe(1);
    const face = of(pyramid, people, 'face');
    const truth = await truthMask('marit', 'skin_face');
    expect(softIou(face, truth)).toBeGreaterThan(0.8);
  });

  it('finds six people, from left to right, each with a face of their own', async () => {
    const names = ['marit', 'adaeze', 'jonas', 'linnea'] as const;
    const tiles = await Promise.all(
      Array.from({ length: 6 }, async (_, i) => ({
        input: await sharp(portraitPath(names[i % 4]!, 'photo'))
          .resize(200, 250)
          .toBuffer(),
        left: (i % 3) * 200,
        top: Math.floor(i / 3) * 250,
      })),
    );
    const pyramid = await pyramidOf(
      sharp(
        await sharp({ create: { width: 600, height: 500, channels: 3, background: '#777' } })
          .composite(tiles)
          .png()
          .toBuffer(),
      ),
    );
    const seen: number[] = [];
    const { sitters } = await findParts(pyramid, networks, { onProgress: (share) => seen.push(share) });
    expect(sitters.length).toBe(6);
    const places = sitters.map(({ landmarks }) => landmarks.points[168]![0]);
    expect(places).toEqual(places.toSorted((p, q) => p - q));
    expect(sitters.every(({ parts }) => parts.some(({ part }) => part === 'face'))).toBe(true);
    expect(seen).toEqual(seen.toSorted((p, q) => p - q));
    expect(seen.length).toBeGreaterThan(18);
  });

  it('finds nobody where nobody is', async () => {
    const noise = Uint8Array.from({ length: 400 * 300 * 4 }, (_, i) =>
      i % 4 === 3 ? 255 : (i * 7919) % 251,
    );
    expect(
      await findParts(buildPyramid({ space: 'srgb8', width: 400, height: 300, data: noise }), networks),
    ).toEqual({ sitters: [], background: undefined });
  });

  it('says which network is missing or damaged', async () => {
    const damaged = tfNetworks({
      ...networkFiles,
      load: async (name) => ({ ...(await networkFiles.load(name)), weights: new ArrayBuffer(8) }),
    });
    await expect(findParts(await portrait('marit', 'photo'), damaged)).rejects.toThrow(NetworksMissingError);
  });
});
