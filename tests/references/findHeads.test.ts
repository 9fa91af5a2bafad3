import { describe, expect, it } from 'vitest';
import type { Pyramid } from '#core/raster/pyramid';
import { findParts } from '#core/segment/findParts';
import type { FoundPeople } from '#core/segment/found';
import { withLikenesses } from '#core/segment/sitterLikeness';
import { networkFiles } from '../../cli/networkFiles';
import { openPhotoFile } from '../../cli/photoFile';
import { tfNetworks } from '../../networks/tfNetworks';
import { headMask, headPath } from '../fixtures/truth';
import type { Head } from '../fixtures/truth';
import { of, shareOf } from './found';
import { softIou } from './measures';

const networks = tfNetworks(networkFiles);

/** Truth: masks of made-up heads. Floors and ceilings stand at what was measured (2026-11-30), 0.02 worse. */
describe('find on small heads', () => {
  const found = new Map<Head, Promise<[Pyramid, FoundPeople]>>();
  const findOn = (head: Head) => {
    const people =
      found.get(head) ??
      openPhotoFile(headPath(head)).then(async ({ pyramid }): Promise<[Pyramid, FoundPeople]> => [
        pyramid,
        await findParts(pyramid, networks),
      ]);
    found.set(head, people);
    return people;
  };

  it.each([
    ['bearded', 'beard', ['beard'], 0.681],
    ['bearded', 'glasses', ['other'], 0.781],
    ['bearded', 'hair', ['hair'], 0.839],
    ['bearded', 'face', ['skin_face'], 0.841],
    ['suit', 'hair', ['hair'], 0.872],
    ['suit', 'clothes', ['clothes'], 0.976],
    ['suit', 'lips', ['lips'], 0.904],
    ['pair', 'hair', ['hair'], 0.807],
    // 0.408 before dark crops were shown brighter to the networks.
    ['curls', 'hair', ['hair'], 0.803],
    ['profile', 'face', ['skin_face'], 0.84],
    ['profile', 'skin', ['skin_face', 'skin_body'], 0.892],
    ['profile', 'hair', ['hair'], 0.856],
    ['profile', 'lips', ['lips'], 0.75],
    ['profile', 'clothes', ['clothes'], 0.962],
  ] as const)('%s: %s', async (head, part, masks, floor) => {
    const [pyramid, people] = await findOn(head);
    expect(softIou(of(pyramid, people, part), await headMask(head, ...masks))).toBeGreaterThan(floor);
  });

  it.each([
    ['suit', ['iris-left', 'iris-right'], 'iris', 0.865],
    ['suit', ['whites-left', 'whites-right'], 'sclera', 0.8],
    ['suit', ['brow-left', 'brow-right'], 'brows', 0.712],
    ['bearded', ['iris-left', 'iris-right'], 'iris', 0.831],
  ] as const)('%s: %s', async (head, parts, mask, floor) => {
    const [pyramid, people] = await findOn(head);
    expect(softIou(of(pyramid, people, ...parts), await headMask(head, mask))).toBeGreaterThan(floor);
  });

  it.each([
    ['bearded', 'beard', 'skin', 0.089],
    ['bearded', 'other', 'skin', 0.075],
    ['bearded', 'clothes', 'hair', 0.02],
    ['suit', 'clothes', 'hair', 0.02],
    ['pair', 'clothes', 'hair', 0.049],
  ] as const)('%s: no more %s in %s', async (head, mask, part, ceiling) => {
    const [pyramid, people] = await findOn(head);
    expect(shareOf(of(pyramid, people, part), await headMask(head, mask))).toBeLessThan(ceiling);
  });

  it('says of a profile that it is turned away, and not who it is', async () => {
    const [pyramid, people] = await findOn('profile');
    const doubts = new Map(people.sitters[0]!.parts.map(({ part, doubt }) => [part, doubt]));
    expect([doubts.get('lips'), doubts.get('face')]).toEqual(['turned-away', undefined]);
    const { sitters } = await withLikenesses(pyramid, people, networks);
    expect(sitters.map(({ likeness }) => likeness)).toEqual([undefined]);
  });

  it('gives hair that touches another sitter to whom it belongs', async () => {
    const [pyramid, { sitters }] = await findOn('pair');
    expect(sitters.length).toBe(2);
    const hair = await headMask('pair', 'hair');
    const first = await headMask('pair', 'first_sitter');
    for (const [n, sitter] of sitters.entries()) {
      const own = hair.map((value, i) => (value * (n === 0 ? first[i]! : 255 - first[i]!)) / 255);
      const theirs = { sitters: [sitter], background: undefined };
      expect(softIou(of(pyramid, theirs, 'hair'), own)).toBeGreaterThan([0.765, 0.745][n]!);
    }
  });

  it('finds no beard and no glasses where there are none', async () => {
    const [, { sitters }] = await findOn('suit');
    const parts = sitters[0]!.parts.map(({ part }) => part);
    expect(parts).not.toContain('beard');
    expect(parts).not.toContain('glasses');
  });
});
