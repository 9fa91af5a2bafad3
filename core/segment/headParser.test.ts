import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { headOval, uprightFrame } from '../../tests/fixtures/faceFrames';
import { buildPyramid } from '../raster/pyramid';
import { ofEachClass } from './classShares';
import type { FaceFrame } from './faceFrame';
import {
  parseHead,
  parsedFace,
  parsedNear,
  parsedPlanes,
  parsedShare,
  parserPlanes,
  parserSquare,
} from './headParser';
import { PARSER_ANSWER_SIZE, PARSER_CLASSES, PARSER_PLANES, PARSER_SIZE, PARSER_WEIGHTS } from './networks';
import type { FaceNetworks } from './networks';

const WIDTH = 200;
/** A photo whose left half is red and whose right half is blue, a face in its middle. */
const photoOf = (code: number) =>
  buildPyramid({
    space: 'srgb8',
    width: WIDTH,
    height: WIDTH,
    data: Uint8ClampedArray.from({ length: 4 * WIDTH * WIDTH }, (_, i) => {
      const isRight = (i >> 2) % WIDTH >= WIDTH / 2;
      return [isRight ? 0 : code, 0, isRight ? code : 0, 255][i % 4]!;
    }),
  });
const photo = photoOf(255);
const frameAt = (x: number) => uprightFrame([x, 90], 60, { oval: headOval(0.5, 0.7) });
const frame = frameAt(100);

describe('what the parser is shown', () => {
  const planesWith = (others: readonly FaceFrame[], seen = photo) =>
    parserPlanes(seen, { square: parserSquare(frame), size: 64, frame, others, person: () => 0.7 });
  const planes = planesWith([]);
  const [red, , blue, person, own, other, inside] = planes as [
    Float32Array,
    Float32Array,
    Float32Array,
    Float32Array,
    Float32Array,
    Float32Array,
    Float32Array,
  ];
  /** The place of a point of the face's frame. */
  const at = (u: number, v: number) => {
    const { centreX, centreY, side } = parserSquare(frame);
    const column = Math.floor(((100 + 60 * u - centreX) / side + 0.5) * 64);
    const row = Math.floor(((90 + 60 * v - centreY) / side + 0.5) * 64);
    return row * 64 + column;
  };

  it('has the photo in its frame, and nothing beyond it', () => {
    expect([red[at(-1, 0)], blue[at(-1, 0)], inside[at(-1, 0)]]).toEqual(
      [1, 0, 1].map((v) => expect.closeTo(v, 3)),
    );
    expect([red[at(1, 0)], blue[at(1, 0)]]).toEqual([0, 1].map((v) => expect.closeTo(v, 3)));
    expect([red[0], person[0], inside[0]]).toEqual([0, 0, 0]);
    expect(person[at(0, 0)]).toBeCloseTo(0.7);
  });

  it('is brighter where the photo is dark', () => {
    expect(planesWith([], photoOf(51))[0]![at(-1, 0)]).toBeCloseTo(0.8, 2);
  });

  it('tells faces by the distance to their ovals', () => {
    expect(own[at(0, 0.1)]).toBeLessThan(0.3);
    expect(own[at(0.5, 0.1)]).toBeCloseTo(0.5, 1);
    expect(own[at(1.2, 0.1)]).toBeGreaterThan(0.75);
    expect(new Set(other)).toEqual(new Set([1]));
    expect(planesWith([frameAt(172)])[5]![at(1.2, 0.1)]).toBeLessThan(0.3);
  });
});

describe('what the parser answers', () => {
  it('is weighed back by what its training weighed, but for beards and brows', () => {
    const script = readFileSync(new URL('../../networks/training/train.py', import.meta.url), 'utf8');
    const weights = /^WEIGHTS = dict\((.*)\)$/m.exec(script)![1]!;
    const trained = new Map(weights.split(', ').map((pair) => pair.split('=') as [string, string]));
    for (const [n, name] of PARSER_CLASSES.entries())
      if (name !== 'beard' && name !== 'brows') expect(PARSER_WEIGHTS[n]).toBe(Number(trained.get(name)));
  });

  const parsedBy = (answer: (name: string, row: number, column: number) => number) =>
    parseHead(photo, frame, {
      others: [],
      person: () => 1,
      networks: {
        parse: (input: Float32Array) => {
          expect(input.length).toBe(PARSER_PLANES * PARSER_SIZE ** 2);
          return Promise.resolve(
            Float32Array.from({ length: PARSER_CLASSES.length * PARSER_ANSWER_SIZE ** 2 }, (_, i) =>
              answer(
                PARSER_CLASSES[i % PARSER_CLASSES.length]!,
                Math.floor(i / PARSER_CLASSES.length / PARSER_ANSWER_SIZE),
                Math.floor(i / PARSER_CLASSES.length) % PARSER_ANSWER_SIZE,
              ),
            ),
          );
        },
      } as FaceNetworks,
    });

  it('sees no glasses in fewer places than rims take', async () => {
    const isThere = async (places: number) => {
      const { shares } = await parsedBy((name, row, column) => {
        const isRim = row === 50 && column < places;
        return Number(name === (isRim ? 'glasses' : 'face'));
      });
      return shares.glasses.some((share) => share > 0);
    };
    expect(await isThere(27)).toBe(false);
    expect(await isThere(28)).toBe(true);
  });

  it.each([
    ['a hat, of which it is all but sure in many places', 'hat', 0.95, 1, true],
    ['no hat, of which it is only fairly sure', 'hat', 0.85, 5, false],
    ['no other sitter beside one who is alone', 'others', 0.95, 5, false],
  ] as const)('sees %s', async (_, told, share, rows, isThere) => {
    const { shares } = await parsedBy((name, row) => {
      if (name === told) return row < rows ? share : 0;
      return name === 'face' ? 1 - (row < rows ? share : 0) : 0;
    });
    expect(shares[told].some((value) => value > 0)).toBe(isThere);
  });

  it('counts face, body and brows as skin, and takes no hat of which it is nowhere sure', async () => {
    const shares = { face: 0.1, body: 0.03, brows: 0.05, glasses: 0.72, hat: 0.06, hair: 0.04 };
    // In training body, hair and hats weighed one and a half times, glasses four times as much as a face.
    const weighed = { face: 0.1, body: 0.02, brows: 0.05, glasses: 0.18, hat: 0.04, hair: 0.04 / 1.5 };
    const all = Object.values(weighed).reduce((sum, share) => sum + share);
    const parsed = await parsedBy((name) => shares[name as keyof typeof shares] ?? 0);
    expect(
      Object.fromEntries(Object.entries(parsed.shares).map(([name, plane]) => [name, plane[777]])),
    ).toEqual({
      ...ofEachClass(() => 0),
      skin: expect.closeTo(0.17 / all),
      glasses: expect.closeTo(0.18 / all),
      hair: expect.closeTo(0.04 / 1.5 / all),
    });
    // Brows lie on the face; where there is no skin nobody knows whose it would be.
    expect(parsedFace(parsed)([100, 90])).toBeCloseTo(0.15 / 0.17, 1);
    expect(parsedFace(await parsedBy(() => 0))([100, 90])).toBeCloseTo(0.5);
  });

  it('is asked for the most of it nearby', async () => {
    const parsed = await parsedBy((name, row) => (name === (row < 56 ? 'hair' : 'face') ? 1 : 0));
    const { centreX, centreY, side } = parsed.square;
    const near = parsedNear(parsed, 'hair', 2);
    const below = (places: number) => near([centreX, centreY + ((places + 0.5) * side) / PARSER_ANSWER_SIZE]);
    expect([-3, 0, 1, 2, 3].map(below)).toEqual([1, 1, 1, 0, 0].map((share) => expect.closeTo(share, 5)));
  });

  it('runs smoothly over a finer grid, and is trusted less towards its border', async () => {
    const clothes = (row: number) => row / PARSER_ANSWER_SIZE;
    const parsed = await parsedBy((name, row) => {
      if (name === 'background') return 1 - clothes(row);
      return name === 'clothes' ? clothes(row) : 0;
    });
    const { centreX, centreY, side } = parsed.square;
    const region = {
      x: centreX - side / 2,
      y: centreY - side / 2,
      width: side,
      height: side,
      outWidth: 300,
      outHeight: 300,
    };
    const { shares, trust } = parsedPlanes(parsed, region);
    for (const row of [50, 120, 250])
      expect(shares.clothes[300 * row + 150]).toBeCloseTo((row + 0.5) / 300 - 0.5 / PARSER_ANSWER_SIZE, 3);
    expect(parsedShare(parsed, 'clothes')([centreX, centreY])).toBeCloseTo(0.5 - 0.5 / PARSER_ANSWER_SIZE, 3);
    expect([trust[0], trust[300 * 150 + 150]]).toEqual([expect.closeTo(0, 1), 1]);
    expect(trust[300 * 150 + 5]).toBeLessThan(trust[300 * 150 + 15]!);
  });
});
