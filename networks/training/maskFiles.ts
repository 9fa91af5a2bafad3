import { existsSync } from 'node:fs';
import sharp from 'sharp';
import { buildPyramid } from '#core/raster/pyramid';
import type { Pyramid } from '#core/raster/pyramid';

/** Coverage of a grey PNG, 0..255; nothing where there is no such file. */
export async function greyOf(path: string, { width, height }: Pyramid): Promise<Float32Array> {
  if (!existsSync(path)) return new Float32Array(width * height);
  return new Float32Array(await sharp(path).greyscale().raw().toBuffer());
}

/** A picture as the networks look at it. */
export async function pyramidOf(path: string): Promise<Pyramid> {
  const { data, info } = await sharp(path).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return buildPyramid({ space: 'srgb8', width: info.width, height: info.height, data });
}
