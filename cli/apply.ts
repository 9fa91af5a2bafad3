import { strips } from '#core/raster/strips';
import { readFile } from 'node:fs/promises';
import { extname } from 'node:path';
import sharp from 'sharp';
import type { Sharp } from 'sharp';
import { WHOLE_PICTURE } from '#core/document/schema';
import type { Area, Photo } from '#core/document/schema';
import { stemOf } from '#core/document/names';
import { platesOf } from '#core/document/plates';
import { DocumentError } from '#core/errors';
import { decodeCoveragePng } from '#core/formats/coveragePng';
import { parsePlanFile } from '#core/formats/planFile';
import type { PlanFile } from '#core/formats/planFile';
import { namedAreas } from '#core/render/namedAreas';
import { encodePixels16 } from '#core/render/encodePixels16';
import { RegionRenderer } from '#core/render/regionRenderer';
import { Resolver } from '#core/render/resolver';
import { KINDS } from '#kinds/registry.gen';
import type { ApplyCommand } from './arguments';
import { carryOver } from './carryOver';
import { writeWhole } from './outputs';
import type { Outputs } from './outputs';
import { openPhotoFile } from './photoFile';
import type { Report } from './report';
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
export async function applyPlan(
  plan: PlanFile,
  path: string,
  options: Pick<ApplyCommand, 'out' | 'format' | 'quality'>,
  { outputs, report }: { readonly outputs: Outputs; readonly report: Report },
): Promise<Applied> {
  const opened = await openPhotoFile(path, report);
  const { name, sha256, pyramid } = opened;
  const resolver = new Resolver(pyramid, KINDS);
  let photo = plan.photo;
  let warnings: readonly string[] = [];
  let baked: ReadonlyMap<string, Uint8Array> = new Map();
  if (sha256 === photo.id) {
    baked = ownCoverage(plan, pyramid.width, pyramid.height);
  } else {
    const carried = await carryOver(photo, opened, (share) => report.progress(share / 2));
    for (const [plate, coverage] of carried.plates) resolver.areas.learnPlate(plate, coverage);
    ({ photo, warnings } = carried);
  }
  const format = options.format ?? (extname(name).toLowerCase() === '.png' ? 'png' : 'jpeg');
  const sixteen = format === 'png16' || format === 'tiff16';
  const pixels = renderWhole({ opened, resolver, photo, baked, sixteen }, (share) =>
    report.progress(0.5 + share / 2),
  );
  const file = await outputs.place(options.out, stemOf(name) || name, `.${EXTENSIONS[format]}`, isOwnPicture);
  const image = sharp(pixels, { raw: { width: pyramid.width, height: pyramid.height, channels: 3 } });
  // Says who wrote the file, so that a later run may replace it and nothing else.
  await writeWhole(file, async (temporary) => {
    await encoded(image.withXmp(WRITTEN_HERE), format, options.quality).toFile(temporary);
  });
  return { file, warnings };
}

const WRITER = 'dc:contributor="Even Blush"';
/** Metadata that every format written here can hold (ISO 16684-1, with the Dublin Core elements). */
const WRITTEN_HERE = `<rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description rdf:about="" xmlns:dc="http://purl.org/dc/elements/1.1/" ${WRITER}/></rdf:RDF>`;

async function isOwnPicture(path: string): Promise<boolean> {
  const { xmp } = await sharp(path).metadata();
  return xmp?.includes(WRITER) ?? false;
}

function encoded(image: Sharp, format: keyof typeof EXTENSIONS, quality: number): Sharp {
  if (format === 'jpeg') return image.jpeg({ quality, chromaSubsampling: '4:4:4' });
  if (format === 'webp') return image.webp({ quality });
  if (format === 'tiff16') return image.toColourspace('rgb16').tiff({ compression: 'lzw' });
  return (format === 'png16' ? image.toColourspace('rgb16') : image).png();
}

/**
 * The coverage that travels with a plan, of the areas that its steps stand on.
 * @throws {DocumentError} coverage, where it is missing and cannot be made from the marks
 */
function ownCoverage({ photo, coverage }: PlanFile, width: number, height: number): Map<string, Uint8Array> {
  const used = new Set(
    photo.plan
      .filter(({ on }) => on)
      .flatMap(({ kind, areaId, parameters }) => [areaId, KINDS.adjusts.get(kind)!.like?.(parameters)]),
  );
  const baked = new Map<string, Uint8Array>();
  for (const area of photo.areas.filter(({ id }) => used.has(id))) {
    const png = Object.hasOwn(coverage, area.id) ? coverage[area.id] : undefined;
    if (png !== undefined) baked.set(area.id, decodeCoveragePng(Buffer.from(png, 'base64'), width, height));
    else if (standsOnPlates(area, photo))
      throw new DocumentError('coverage', area.name, 'it is missing from the plan; export the plan again');
  }
  return baked;
}

/** Whether an area's marks, or those of areas that they name, look at ready-made coverage. */
function standsOnPlates(area: Area, photo: Photo): boolean {
  const named = namedAreas(area, photo.areas, KINDS);
  const open = [area];
  const seen = new Set<Area>();
  for (let next = open.pop(); next; next = open.pop()) {
    if (seen.has(next)) continue;
    seen.add(next);
    if (platesOf({ areas: [next] }).length > 0) return true;
    for (const mark of next.marks) {
      const other = named(next, mark);
      if (other) open.push(other);
    }
  }
  return false;
}

interface Job {
  readonly opened: OpenedPhoto;
  readonly resolver: Resolver;
  readonly photo: Photo;
  readonly baked: ReadonlyMap<string, Uint8Array>;
  readonly sixteen: boolean;
}

/** Interleaved encoded sRGB in strips, 8 or 16 bits a channel. */
function renderWhole(
  { opened: { pyramid }, resolver, photo, baked, sixteen }: Job,
  onProgress: (share: number) => void,
): Uint8Array | Uint16Array {
  const { width, height } = pyramid;
  const steps = resolver.plan(photo, baked);
  const renderer = new RegionRenderer(pyramid, KINDS);
  for (const area of [WHOLE_PICTURE, ...photo.areas])
    renderer.learnArea(resolver.area(area, photo, baked.get(area.id)));
  const pixels = sixteen ? new Uint16Array(3 * width * height) : new Uint8Array(3 * width * height);
  for (const region of strips(width, height, STRIP_PIXELS)) {
    const { y, outHeight: count } = region;
    const at = 3 * y * width;
    if (pixels instanceof Uint16Array)
      encodePixels16(renderer.render(steps, region).data, pixels.subarray(at, at + 3 * count * width));
    else {
      const rgba = new Uint8Array(4 * count * width);
      renderer.renderEncoded(steps, region, rgba);
      for (let i = 0, p = at; i < rgba.length; i += 4, p += 3) pixels.set(rgba.subarray(i, i + 3), p);
    }
    onProgress((y + count) / height);
  }
  return pixels;
}
