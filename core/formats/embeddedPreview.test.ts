import sharp from 'sharp';
import { expect, it } from 'vitest';
import { dngFile } from '../../tests/fixtures/dngFile';
import { concatBytes } from './concatBytes';
import { embeddedPreview } from './embeddedPreview';
import { numberField, tiffHeader, writeDirectory } from './tiffDirectory';

const jpeg = async (width: number, height = 10) =>
  new Uint8Array(
    await sharp({
      create: {
        width,
        height,
        channels: 3,
        background: '#c8a58c',
        noise: { type: 'gaussian', mean: 128, sigma: 40 },
      },
    })
      .jpeg()
      .toBuffer(),
  );
const light = () => [0.3, 0.3, 0.3] as const;

it('is the JPEG that the camera put beside what its sensor saw', async () => {
  const preview = await jpeg(20);
  expect(embeddedPreview(dngFile({ width: 16, height: 12, preview, light }))).toEqual(preview);
  expect(embeddedPreview(dngFile({ width: 16, height: 12, light }))).toBeUndefined();
  // Another kind of file has none, whatever stands in it.
  expect(embeddedPreview(preview)).toBeUndefined();
});

it('of several is the largest, wherever it lies', async () => {
  const [small, large] = [await jpeg(12), await jpeg(200, 100)];
  const at = 8 + small.length + (small.length % 2);
  const end = at + large.length + (large.length % 2);
  const number = (tag: number, ...values: number[]) => numberField(tag, 4, values, true);
  const sub = end + 200;
  const first = writeDirectory(
    { fields: [number(330, sub), number(513, 8), number(514, small.length), number(50_706, 0x01040000)] },
    end,
    true,
  );
  const below = writeDirectory(
    { fields: [numberField(259, 3, [7], true), number(273, at), number(279, large.length)] },
    sub,
    true,
  );
  const file = concatBytes([
    tiffHeader(true, end),
    small,
    new Uint8Array(small.length % 2),
    large,
    new Uint8Array(large.length % 2),
    first,
    new Uint8Array(200 - first.length),
    below,
  ]);
  expect(embeddedPreview(file)).toEqual(large);
});

it('of a file that says where it lies in its head', async () => {
  const picture = await jpeg(30);
  const head = new Uint8Array(160);
  head.set(new TextEncoder().encode('FUJIFILMCCD-RAW '));
  const view = new DataView(head.buffer);
  view.setUint32(84, 160);
  view.setUint32(88, picture.length);
  expect(embeddedPreview(concatBytes([head, picture]))).toEqual(picture);
  // What lies there may be anything in a damaged file.
  view.setUint32(84, 170);
  expect(embeddedPreview(concatBytes([head, picture]))).toBeUndefined();
});
