import { describe, expect, it } from 'vitest';
import { networkFiles } from '../cli/networkFiles';
import { encodeFace, likenessDistance } from '#core/document/likeness';
import type { Likeness } from '#core/document/schema';
import { findParts } from '#core/segment/findParts';
import { LIKENESS_SIZE } from '#core/segment/networks';
import { withLikenesses } from '#core/segment/sitterLikeness';
import { portrait } from '../tests/fixtures/truth';
import { tfNetworks } from './tfNetworks';

const networks = tfNetworks(networkFiles);

describe('the likeness network', () => {
  // Numbers of @vladmandic/face-api 1.7.15 (its FaceRecognitionNet on its CPU backend) for the same input.
  it('answers what the library answers from which its weights come', async () => {
    const means = [122.782, 117.001, 104.298];
    const input = Float32Array.from({ length: 3 * LIKENESS_SIZE ** 2 }, (_, i) => {
      const code = Math.sin(i * 0.01) * 100 + 120 + ((i * 7919) % 31);
      return (code - means[i % 3]!) / 255;
    });
    const numbers = await networks.liken(input);
    expect(numbers).toHaveLength(128);
    [-0.0782129, 0.1047696, 0.0864544, -0.002857, -0.0937401, -0.0632076].forEach((value, n) =>
      expect(numbers[n]).toBeCloseTo(value, 5),
    );
  });

  it('brings one sitter together under other lights, and keeps others away', async () => {
    const likenessOf = async (...of: Parameters<typeof portrait>): Promise<Likeness> => {
      const pyramid = await portrait(...of);
      const { sitters } = await withLikenesses(pyramid, await findParts(pyramid, networks), networks);
      return sitters[0]!.likeness!;
    };
    const [one, again, other] = [
      await likenessOf('marit', 'photo'),
      await likenessOf('marit', 'flare'),
      await likenessOf('adaeze', 'photo'),
    ];
    expect(likenessDistance(one, again)).toBeLessThan(0.25);
    expect(likenessDistance(one, other)).toBeGreaterThan(0.6);
    // Against the skin hair looks much the same under another light; a veil lies on both and does not cancel out.
    one.hair!.forEach((ratio, c) => expect(Math.abs(ratio - again.hair![c]!)).toBeLessThan(0.25));
  });

  it('where its files are missing, people are found all the same', async () => {
    const without = tfNetworks({
      ...networkFiles,
      load: (name) =>
        name === 'likeness' ? Promise.reject(new Error('not there')) : networkFiles.load(name),
    });
    const pyramid = await portrait('marit', 'photo');
    const people = await findParts(pyramid, without);
    expect(await withLikenesses(pyramid, people, without)).toBe(people);
    expect(encodeFace(new Float32Array(128))).toBe('0'.repeat(256));
  });
});
