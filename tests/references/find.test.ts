import { beforeAll, describe, expect, it } from 'vitest';
import type { FoundPartName } from '#core/document/foundParts';
import type { Pyramid } from '#core/raster/pyramid';
import { findParts } from '#core/segment/findParts';
import type { FoundPeople } from '#core/segment/found';
import { networkFiles } from '../../cli/networkFiles';
import { tfNetworks } from '../../networks/tfNetworks';
import { portrait, truthMask } from '../fixtures/truth';
import type { Sitter, Variant } from '../fixtures/truth';
import { of } from './found';
import { softIou } from './measures';

const networks = tfNetworks(networkFiles);

/** What is found, and the true masks that it should be. Of linnea, who smiles, lips and teeth alone. */
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
 * measured (2026-11-30) less 0.02.
 */
const FLOORS = `
                   face  skin  neck  lips teeth  iris whites brows  hair clothes background
  marit photo 1   0.927 0.906 0.800 0.931     - 0.873  0.835 0.744 0.876   0.925      0.959
  adaeze flare 1  0.918 0.935 0.943  0.93     - 0.873  0.902 0.666 0.899   0.975      0.926
  pair photo 2    0.916 0.921 0.899 0.932 0.809 0.864  0.848 0.737 0.852   0.926      0.946
  linnea photo 1      -     -     - 0.939 0.831     -      -     -     -       -          -
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
