import { existsSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import sharp from 'sharp';
import { decodeSrgb, encodeSrgb } from '#core/colour/transfer';

/** Truth that stands beside the project. */
export const SHARED = fileURLToPath(new URL('../../shared/', import.meta.url));
/** One sitter in five poses. */
export const WREN = `${SHARED}portraits/series-wren/`;

/** A frame with what it would be in neutral light, and where its skin is. */
export interface Frame {
  readonly name: string;
  readonly bytes: Uint8Array;
  readonly neutral: Buffer;
  readonly skin: Uint8Array;
}

/** True coverage of masks of a folder together. */
export async function maskOf(folder: string, names: readonly string[]): Promise<Uint8Array> {
  let sum: Uint8Array | undefined;
  for (const name of names.filter((each) => existsSync(`${folder}${each}.png`))) {
    const data = await sharp(`${folder}${name}.png`).greyscale().raw().toBuffer();
    sum = sum ? data.map((value, i) => Math.min(255, value + sum![i]!)) : data;
  }
  return sum!;
}

/** The neutral reference, then the five as they were shot, each in another light. */
export async function wrenFrames(): Promise<Frame[]> {
  const frame = async (n: string, file: string): Promise<Frame> => ({
    name: `${n}-${file}`,
    bytes: readFileSync(`${WREN}${n}/${file}.jpg`),
    neutral: await sharp(`${WREN}${n}/neutral.jpg`).removeAlpha().raw().toBuffer(),
    skin: await maskOf(`${WREN}${n}/masks/`, ['skin_face', 'skin_body']),
  });
  return [
    await frame('01', 'neutral'),
    ...(await Promise.all(['01', '02', '03', '04', '05'].map((n) => frame(n, 'photo')))),
  ];
}

/** Casts of channels and exposure that differ from set to set, always the same in every run. */
function castsFrom(seed: number) {
  let state = seed;
  const random = () => {
    state = (state * 1664525 + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
  return {
    random,
    cast: () => [0.7, 0.3, 0.9].map((range) => 2 ** (range * (random() - 0.5) + 0.8 * (random() - 0.5))),
  };
}

/** A head in neutral light, then under random casts, exposures and noise. */
export async function headFrames(head: string, count: number): Promise<Frame[]> {
  const folder = `${SHARED}heads/${head}/`;
  const { data, info } = await sharp(`${folder}neutral.jpg`)
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const skin = await maskOf(folder, ['skin_face', 'skin_body']);
  const { cast, random } = castsFrom(1 + Number(head));
  const frames: Frame[] = [{ name: head, bytes: readFileSync(`${folder}neutral.jpg`), neutral: data, skin }];
  for (let n = 0; n < count; n++) {
    const light = cast();
    const lit = data.map((code, i) => {
      const noise = 3 * (random() + random() - 1);
      return Math.max(
        0,
        Math.min(255, 255 * encodeSrgb(Math.min(1, decodeSrgb(code / 255) * light[i % 3]!)) + noise),
      );
    });
    const bytes = await sharp(lit, { raw: { width: info.width, height: info.height, channels: 3 } })
      .jpeg({ quality: 92 })
      .toBuffer();
    frames.push({ name: `${head}-${n}`, bytes, neutral: data, skin });
  }
  return frames;
}
