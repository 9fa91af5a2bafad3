import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { buildPyramid } from '#core/raster/pyramid';
import { findParts } from '#core/segment/findParts';
import { networkFiles } from '../../cli/networkFiles';
import { tfNetworks } from '../../networks/tfNetworks';
import { portraitPath, truthMask } from '../fixtures/truth';
import type { Sitter } from '../fixtures/truth';
import { of, shareOf } from './found';

const networks = tfNetworks(networkFiles);
/** A made-up portrait, and the same with its clothes going on below. */
const PORTRAIT_HEIGHT = 1350;
const [WIDTH, HEIGHT] = [1080, 2000];
const SIZE = { width: WIDTH / 2, height: HEIGHT / 2 };

/** The mean colour of a sitter's hair, codes. */
async function hairColour(sitter: Sitter): Promise<readonly number[]> {
  const { data, info } = await sharp(portraitPath(sitter, 'photo'))
    .raw()
    .toBuffer({ resolveWithObject: true });
  const sum = [0, 0, 0];
  let count = 0;
  (await truthMask(sitter, 'hair')).forEach((value, i) => {
    if (value < 200) return;
    count++;
    for (let c = 0; c < 3; c++) sum[c]! += data[info.channels * i + c]!;
  });
  return sum.map((total) => total / count);
}

/** Waves of strands that hang down on both sides of a face, before shoulders and chest. */
function hanging(toneOf: (strand: number) => string): Buffer {
  const strands = Array.from({ length: 150 }, (_, n) => {
    const side = n % 2 ? 1 : -1;
    const x = WIDTH / 2 + side * (180 + 2.4 * ((n * 61) % 75));
    const swing = 16 + (n % 5);
    const waves = Array.from({ length: 11 }, (_, k) => `q${k % 2 ? -swing : swing},50 ${6 * side},100`);
    return `<path d="M${x},${700 + ((n * 37) % 40)} ${waves.join(' ')}" stroke="${toneOf(n)}"/>`;
  });
  return Buffer.from(
    `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}"><g fill="none" stroke-width="9" stroke-linecap="round">${strands.join('')}</g></svg>`,
  );
}

describe('hair', () => {
  it.each([
    ['marit', 0.97, 0.02],
    ['linnea', 0.97, 0.02],
    // Half of it was clothes once; a fifth still is.
    ['jonas', 0.71, 0.23],
  ] as const)('that hangs before shoulders and chest is hair, no cloth: %s', async (sitter, floor, most) => {
    const colour = await hairColour(sitter);
    const toneOf = (strand: number) => {
      const light = 0.55 + 0.9 * (((strand * 29) % 17) / 17);
      return `rgb(${colour.map((value) => Math.round(Math.min(255, light * value))).join()})`;
    };
    const longer = await sharp(portraitPath(sitter, 'photo'))
      .extend({ bottom: HEIGHT - PORTRAIT_HEIGHT, extendWith: 'copy' })
      .png()
      .toBuffer();
    const whole = await sharp(longer)
      .composite([{ input: hanging(toneOf) }])
      .png()
      .toBuffer();
    const data = await sharp(whole).resize(SIZE).ensureAlpha().raw().toBuffer();
    const shown = await sharp(hanging(() => '#fff'))
      .flatten({ background: '#000' })
      .resize(SIZE)
      .greyscale()
      .raw()
      .toBuffer();
    const pyramid = buildPyramid({ space: 'srgb8', ...SIZE, data });
    const people = await findParts(pyramid, networks);
    expect(shareOf(of(pyramid, people, 'hair'), shown)).toBeGreaterThan(floor);
    expect(shareOf(of(pyramid, people, 'clothes'), shown)).toBeLessThan(most);
  });
});
