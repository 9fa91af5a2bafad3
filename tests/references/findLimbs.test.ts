import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { buildPyramid } from '#core/raster/pyramid';
import { findParts } from '#core/segment/findParts';
import { networkFiles } from '../../cli/networkFiles';
import { tfNetworks } from '../../networks/tfNetworks';
import { doll, dollLimbs } from '../fixtures/doll';
import { of, shareOf } from './found';
import { softIou } from './measures';

describe('limbs of a drawn body', () => {
  it('are arms and legs apart, and neck and limbs together', async () => {
    const { data, info } = await sharp(await doll())
      .ensureAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    const pyramid = buildPyramid({ space: 'srgb8', width: info.width, height: info.height, data });
    const people = await findParts(pyramid, tfNetworks(networkFiles));
    expect(people.sitters).toHaveLength(1);
    const [arms, legs] = [await dollLimbs('arms'), await dollLimbs('legs')];
    // Measured 0.990 and 0.951.
    expect(softIou(of(pyramid, people, 'arms'), arms)).toBeGreaterThan(0.97);
    expect(softIou(of(pyramid, people, 'legs'), legs)).toBeGreaterThan(0.93);
    const limbs = arms.map((value, i) => Math.max(value, legs[i]!));
    expect(shareOf(of(pyramid, people, 'neck-limbs'), limbs)).toBeGreaterThan(0.95);
  });
});
