import { mkdir, readFile } from 'node:fs/promises';
import { extname, join } from 'node:path';
import sharp from 'sharp';
import { WHOLE_PICTURE } from '#core/document/schema';
import { DocumentError } from '#core/errors';
import { decodeCoveragePng } from '#core/formats/coveragePng';
import { parsePlanFile } from '#core/formats/planFile';
import type { PlanFile } from '#core/formats/planFile';
import { RegionRenderer } from '#core/render/regionRenderer';
import { Resolver } from '#core/render/resolver';
import { KINDS } from '#kinds/registry.gen';
import type { ApplyCommand } from './arguments';
import { openPhotoFile } from './photoFile';

const STRIP_PIXELS = 1_000_000;

/** @throws {DocumentError} and file system errors */
export async function readPlan(path: string): Promise<PlanFile> {
  return parsePlanFile(await readFile(path, 'utf8'), KINDS);
}

/**
 * Renders one photo with a plan made for it.
 * @returns the file written
 * @throws {PhotoFileError} {DocumentError} other-photo when the plan belongs to another photo
 */
export async function applyPlan(plan: PlanFile, path: string, options: Pick<ApplyCommand, 'out' | 'format' | 'quality'>, onProgress: (share: number) => void): Promise<string> {
  const { name, sha256, pyramid } = await openPhotoFile(path);
  if (sha256 !== plan.photo.id) throw new DocumentError('other-photo', '', plan.photo.file);
  const { width, height } = pyramid;
  const baked = new Map(Object.entries(plan.coverage).map(([areaId, png]) => [areaId, decodeCoveragePng(Buffer.from(png, 'base64'), width, height)]));
  const resolved = new Resolver(pyramid, KINDS), steps = resolved.plan(plan.photo, baked);
  const renderer = new RegionRenderer(pyramid, KINDS), pixels = Buffer.alloc(width * height * 4);
  for (const area of [WHOLE_PICTURE, ...plan.photo.areas]) renderer.learnArea(resolved.area(area, baked.get(area.id)));
  const rows = Math.max(16, Math.floor(STRIP_PIXELS / width));
  for (let y = 0; y < height; y += rows) {
    const count = Math.min(rows, height - y);
    renderer.renderEncoded(steps, { x: 0, y, width, height: count, outWidth: width, outHeight: count }, pixels.subarray(y * width * 4, (y + count) * width * 4));
    onProgress((y + count) / height);
  }
  const format = options.format ?? (extname(name).toLowerCase() === '.png' ? 'png' : 'jpeg');
  const target = join(options.out, `${name.slice(0, name.length - extname(name).length)}.${format === 'jpeg' ? 'jpg' : 'png'}`);
  await mkdir(options.out, { recursive: true });
  const image = sharp(pixels, { raw: { width, height, channels: 4 } }).removeAlpha();
  await (format === 'jpeg' ? image.jpeg({ quality: options.quality, chromaSubsampling: '4:4:4' }) : image.png()).toFile(target);
  return target;
}
