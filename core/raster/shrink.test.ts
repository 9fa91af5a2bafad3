import sharp from 'sharp';
import { expect, it } from 'vitest';
import { shrink } from './shrink';

const [WIDTH, HEIGHT] = [96, 60];
/** Noise that is the same every time, 0..1. */
const noise = Array.from({ length: WIDTH * HEIGHT * 3 }, (_, i) => (((i + 1) * 7919) % 1009) / 1008);

it('keeps what an independent filter of the same lobes keeps of noise', async () => {
  const source = {
    space: 'srgbLinear',
    width: WIDTH,
    height: HEIGHT,
    data: Float32Array.from(noise),
  } as const;
  const ours = shrink(
    source,
    { left: 0, top: 0 },
    { start: 0, length: WIDTH, count: 40 },
    { start: 0, length: HEIGHT, count: 25 },
  );
  // Numbers as they are, without a curve: libvips makes smaller what it is given.
  const raw = Uint16Array.from(noise, (value) => Math.round(65_535 * value));
  const theirs = await sharp(raw, { raw: { width: WIDTH, height: HEIGHT, channels: 3 } })
    .resize(40, 25, { kernel: 'lanczos3', fit: 'fill', fastShrinkOnLoad: false })
    .toColourspace('rgb16')
    .raw({ depth: 'ushort' })
    .toBuffer();
  const codes = new Uint16Array(theirs.buffer, theirs.byteOffset, theirs.length / 2);
  let [off, count] = [0, 0];
  // Edges apart, where filters differ in what they see beyond.
  for (let y = 3; y < 22; y++)
    for (let i = 3 * 3 + 120 * y; i < 120 * y + 37 * 3; i++, count++)
      off += Math.abs(ours.data[i]! - codes[i]! / 65_535);
  // One lobe would be off by 0.03.
  expect(off / count).toBeLessThan(0.004);
});
