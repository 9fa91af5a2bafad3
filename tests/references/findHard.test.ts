import sharp from 'sharp';
import type { Sharp } from 'sharp';
import { describe, expect, it } from 'vitest';
import { NetworksMissingError } from '#core/errors';
import { buildPyramid } from '#core/raster/pyramid';
import type { Pyramid } from '#core/raster/pyramid';
import { detectFaces } from '#core/segment/detectFaces';
import type { FaceLandmarks } from '#core/segment/faceLandmarks';
import { findParts } from '#core/segment/findParts';
import { networkFiles } from '../../cli/networkFiles';
import { tfNetworks } from '../../networks/tfNetworks';
import { portrait, portraitPath, truthMask } from '../fixtures/truth';
import type { Sitter } from '../fixtures/truth';
import { of, shareOf } from './found';
import { softIou } from './measures';

const networks = tfNetworks(networkFiles);

async function pyramidOf(image: Sharp): Promise<Pyramid> {
  const { data, info } = await image.ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return buildPyramid({ space: 'srgb8', width: info.width, height: info.height, data });
}
/** Shapes over the made-up portraits, whose pixels they count. */
const drawn = (shapes: string) =>
  Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="1080" height="1350">${shapes}</svg>`);

/** A made-up portrait with something drawn over it, the whole of it at a size. */
async function wearing(sitter: Sitter, shapes: string, width = 1080): Promise<Pyramid> {
  const whole = await sharp(portraitPath(sitter, 'photo'))
    .composite([{ input: drawn(shapes) }])
    .png()
    .toBuffer();
  return pyramidOf(sharp(whole).resize({ width }));
}
async function greyOf(image: Sharp): Promise<Uint8Array> {
  return new Uint8Array(await image.greyscale().raw().toBuffer());
}
describe('find where it is hard', () => {
  it('finds a head that lies on its side', async () => {
    const pyramid = await pyramidOf(sharp(portraitPath('jonas', 'photo')).rotate(90).resize({ width: 900 }));
    const { sitters } = await findParts(pyramid, networks);
    expect(sitters.length).toBe(1);
    expect(Math.abs(sitters[0]!.landmarks.tiltRadians)).toBeGreaterThan(1.3);
    expect(sitters[0]!.parts.some(({ part }) => part === 'skin')).toBe(true);
  });

  it('finds one sitter in a face that fills the picture, of which parts look like faces', async () => {
    const close = { left: 300, top: 420, width: 440, height: 500 };
    const pyramid = await pyramidOf(sharp(portraitPath('jonas', 'photo')).extract(close));
    expect((await detectFaces(pyramid, networks)).length).toBeGreaterThan(1);
    const { sitters } = await findParts(pyramid, networks);
    expect(sitters.length).toBe(1);
    // The surer of the meshes, 16 and 22 of them measured.
    expect(sitters[0]!.landmarks.confidence).toBeGreaterThan(19);
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

  it('lays the mesh over large dark lenses, not below them', async () => {
    const whole = await sharp(portraitPath('marit', 'photo'))
      .composite([
        {
          input: drawn(
            '<g fill="#0a0a0c"><ellipse cx="410" cy="582" rx="125" ry="94"/><ellipse cx="623" cy="578" rx="125" ry="94"/><rect x="410" y="562" width="213" height="24"/></g>',
          ),
        },
      ])
      .png()
      .toBuffer();
    const close = { left: 250, top: 420, width: 560, height: 560 };
    const { sitters } = await findParts(await pyramidOf(sharp(whole).extract(close)), networks);
    const [, bridge] = sitters[0]!.landmarks.points[168]!;
    // Between the eyes, a little above their middle.
    expect(Math.abs(bridge - 147)).toBeLessThan(25);
  });

  it.each([
    ['marit', '#3b4a6b', 0.89, 0.1],
    ['linnea', '#8a2f2f', 0.86, 0.12],
    ['jonas', '#c9c2b0', 0.96, 0.03],
  ] as const)('takes a drawn hat for a hat, most of it: %s', async (sitter, colour, floor, ceiling) => {
    const shape = 'M170,399 Q500,334 830,399 L740,344 Q700,44 500,34 Q300,44 260,344 Z';
    const pyramid = await wearing(sitter, `<path fill="${colour}" d="${shape}"/>`, 540);
    const worn = await greyOf(
      sharp(drawn(`<path fill="#fff" d="${shape}"/>`))
        .resize({ width: 540 })
        .flatten({ background: '#000' }),
    );
    const people = await findParts(pyramid, networks);
    expect(softIou(of(pyramid, people, 'hat'), worn)).toBeGreaterThan(floor);
    expect(shareOf(of(pyramid, people, 'hair'), worn)).toBeLessThan(ceiling);
    const bare = await findParts(await wearing(sitter, '', 540), networks);
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
    const told: [readonly FaceLandmarks[], number][] = [];
    const { sitters } = await findParts(pyramid, networks, {
      onProgress: (share) => seen.push(share),
      onFaces: (faces) => told.push([faces, seen.at(-1)!]),
      onSitter: (sitter) => told.push([[sitter.landmarks], seen.at(-1)!]),
    });
    expect(sitters.length).toBe(6);
    const places = sitters.map(({ landmarks }) => landmarks.points[168]![0]);
    expect(places).toEqual(places.toSorted((p, q) => p - q));
    expect(sitters.every(({ parts }) => parts.some(({ part }) => part === 'face'))).toBe(true);
    expect(seen).toEqual(seen.toSorted((p, q) => p - q));
    expect(seen.length).toBeGreaterThan(6 * 7);
    // It never stands long: no step is much larger than what a sitter’s eyes and mouth take.
    expect(Math.max(...seen.slice(1).map((share, n) => share - seen[n]!))).toBeLessThan(0.06);
    // All faces are told early, and each sitter as soon as it is worked out.
    const faces = sitters.map(({ landmarks }) => landmarks);
    expect(told.map(([known]) => known)).toEqual([faces, ...faces.map((face) => [face])]);
    expect(told[0]![1]).toBeLessThan(0.11);
    expect(told.slice(1).map(([, share]) => Math.round(120 * share))).toEqual([60, 72, 84, 96, 108, 120]);
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
