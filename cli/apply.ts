import { mkdir, readFile } from 'node:fs/promises';
import { extname, join } from 'node:path';
import sharp from 'sharp';
import { WHOLE_PICTURE } from '#core/document/schema';
import type { Photo } from '#core/document/schema';
import { decodeCoveragePng } from '#core/formats/coveragePng';
import { parsePlanFile } from '#core/formats/planFile';
import type { PlanFile } from '#core/formats/planFile';
import { encodePixels16 } from '#core/render/encodePixels16';
import { RegionRenderer } from '#core/render/regionRenderer';
import { Resolver } from '#core/render/resolver';
import { KINDS } from '#kinds/registry.gen';
import type { ApplyCommand } from './arguments';
import { carryOver } from './carryOver';
import { openPhotoFile } from './photoFile';
import type { OpenedPhoto } from './photoFile';

const STRIP_PIXELS = 1_000_000;
const EXTENSIONS = { jpeg: 'jpg', png: 'png', png16: 'png', tiff16: 'tiff', webp: 'webp' } as const;

/** The file written, and what of the plan could not be carried to this photo. */
export interface Applied {
  readonly file: string;
  readonly warnings: readonly string[];
}

/** @throws {DocumentError} and file system errors */
export async function readPlan(path: string): Promise<PlanFile> {
  return parsePlanFile(await readFile(path, 'utf8'), KINDS);
}

/**
 * Renders one photo with a plan: with its own areas on its own photo, with areas found anew on any other.
 * @throws {PhotoFileError} {DocumentError} {NetworksMissingError} {CommandError}
 */
export async function applyPlan(plan: PlanFile, path: string, options: Pick<ApplyCommand, 'out' | 'format' | 'quality'>, onProgress: (share: number) => void): Promise<Applied> {
  const opened = await openPhotoFile(path), { name, sha256, pyramid } = opened, resolver = new Resolver(pyramid, KINDS);
  let photo = plan.photo, warnings: readonly string[] = [], baked: ReadonlyMap<string, Uint8Array> = new Map();
  if (sha256 === photo.id) baked = new Map(Object.entries(plan.coverage).map(([areaId, png]) => [areaId, decodeCoveragePng(Buffer.from(png, 'base64'), pyramid.width, pyramid.height)]));
  else {
    const carried = await carryOver(photo, opened, (share) => onProgress(share / 2));
    for (const [plate, coverage] of carried.plates) resolver.learnPlate(plate, coverage);
    ({ photo, warnings } = carried);
  }
  const format = options.format ?? (extname(name).toLowerCase() === '.png' ? 'png' : 'jpeg');
  const pixels = renderWhole({ opened, resolver, photo, baked, sixteen: format === 'png16' || format === 'tiff16' }, (share) => onProgress(0.5 + share / 2));
  const file = join(options.out, `${name.slice(0, name.length - extname(name).length)}.${EXTENSIONS[format]}`);
  await mkdir(options.out, { recursive: true });
  const image = sharp(pixels, { raw: { width: pyramid.width, height: pyramid.height, channels: 3 } });
  if (format === 'jpeg') await image.jpeg({ quality: options.quality, chromaSubsampling: '4:4:4' }).toFile(file);
  else if (format === 'webp') await image.webp({ quality: options.quality }).toFile(file);
  else if (format === 'tiff16') await image.toColourspace('rgb16').tiff({ compression: 'lzw' }).toFile(file);
  else await (format === 'png16' ? image.toColourspace('rgb16') : image).png().toFile(file);
  return { file, warnings };
}

interface Job {
  readonly opened: OpenedPhoto;
  readonly resolver: Resolver;
  readonly photo: Photo;
  readonly baked: ReadonlyMap<string, Uint8Array>;
  readonly sixteen: boolean;
}

/** Interleaved encoded sRGB in strips, 8 or 16 bits a channel. */
function renderWhole({ opened: { pyramid }, resolver, photo, baked, sixteen }: Job, onProgress: (share: number) => void): Uint8Array | Uint16Array {
  const { width, height } = pyramid, steps = resolver.plan(photo, baked), renderer = new RegionRenderer(pyramid, KINDS);
  for (const area of [WHOLE_PICTURE, ...photo.areas]) renderer.learnArea(resolver.area(area, photo, baked.get(area.id)));
  const pixels = sixteen ? new Uint16Array(3 * width * height) : new Uint8Array(3 * width * height), rows = Math.max(16, Math.floor(STRIP_PIXELS / width));
  for (let y = 0; y < height; y += rows) {
    const count = Math.min(rows, height - y), region = { x: 0, y, width, height: count, outWidth: width, outHeight: count }, at = 3 * y * width;
    if (pixels instanceof Uint16Array) encodePixels16(renderer.render(steps, region).data, pixels.subarray(at, at + 3 * count * width));
    else {
      const rgba = new Uint8Array(4 * count * width);
      renderer.renderEncoded(steps, region, rgba);
      for (let i = 0, p = at; i < rgba.length; i += 4, p += 3) pixels.set(rgba.subarray(i, i + 3), p);
    }
    onProgress((y + count) / height);
  }
  return pixels;
}
