import { readFile, writeFile } from 'node:fs/promises';
import sharp from 'sharp';
import { WHOLE_PICTURE } from '#core/document/schema';
import type { Area, Photo } from '#core/document/schema';
import { stemOf } from '#core/document/names';
import { platesOf } from '#core/document/plates';
import { DocumentError } from '#core/errors';
import { decodeCoveragePng } from '#core/formats/coveragePng';
import { parsePlanFile } from '#core/formats/planFile';
import type { PlanFile } from '#core/formats/planFile';
import { namedAreas } from '#core/render/namedAreas';
import { WRITER, isWrittenHere } from '#core/formats/exif';
import type { PhotoType } from '#core/formats/inspectPhotoFile';
import { writePng } from '#core/formats/pngFile';
import type { CodedPixels } from '#core/formats/pngFile';
import { writeTiff } from '#core/formats/tiffFile';
import { FORMAT_FACTS, placeExtras, spaceFor, writtenExtras } from '#core/formats/writtenFile';
import type { WrittenAs, WrittenFormat } from '#core/formats/writtenFile';
import { codedStrips, renderCoded, sizeWithin, writtenSpace } from '#core/render/codedRegion';
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

type Wanted = Pick<
  ApplyCommand,
  'out' | 'format' | 'quality' | 'fullChroma' | 'space' | 'metadata' | 'longEdge'
>;

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
  options: Wanted,
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
  const as = writtenAs(options, opened);
  const { ending } = FORMAT_FACTS[as.format];
  const file = await outputs.place(options.out, stemOf(name) || name, `.${ending}`, isOwnPicture);
  const job = { opened, resolver, photo, baked };
  const coded = renderWhole(job, as, (share) => report.progress(0.5 + share / 2));
  await writeWhole(file, async (temporary) => writeFile(temporary, await encodeFile(coded, as, opened)));
  return { file, warnings };
}

/** What is written where nothing is said: the photo's own kind of file, with as many bits as it has. */
function writtenAs({ format, space, longEdge, ...rest }: Wanted, { pyramid, type }: OpenedPhoto): WrittenAs {
  const isDeep = pyramid.levels[0]!.data.BYTES_PER_ELEMENT === 2;
  const kinds: Readonly<Record<PhotoType, WrittenFormat>> = {
    'image/jpeg': 'jpeg',
    'image/png': isDeep ? 'png16' : 'png',
    'image/tiff': 'tiff16',
    'image/webp': 'webp',
    'image/avif': 'avif',
  };
  const written = format ?? kinds[type];
  return { ...rest, format: written, space: spaceFor({ format: written, space }), longEdge };
}

/** Only what this program wrote is replaced by a later run. */
async function isOwnPicture(path: string): Promise<boolean> {
  const { exif, format } = await sharp(path).metadata();
  const bare = exif && (exif.subarray(0, 4).toString('latin1') === 'Exif' ? exif.subarray(6) : exif);
  return isWrittenHere(bare ?? (format === 'tiff' ? await readFile(path) : undefined));
}

async function encodeFile(coded: CodedPixels, as: WrittenAs, opened: OpenedPhoto): Promise<Uint8Array> {
  const extras = writtenExtras(opened.extras, writtenSpace(as.space, opened.pyramid), as, coded);
  if (as.format === 'tiff16') return writeTiff(coded, extras);
  if (as.format === 'png' || as.format === 'png16') return writePng(coded, extras);
  const { width, height, data } = coded;
  const image = sharp(data, { raw: { width, height, channels: 3 } });
  const { quality } = as;
  if (as.format === 'avif')
    return image
      .withExif({ IFD0: { Software: WRITER } })
      .avif({ quality })
      .toBuffer();
  const bare = await (
    as.format === 'webp'
      ? image.webp({ quality })
      : image.jpeg({ quality, chromaSubsampling: as.fullChroma ? '4:4:4' : '4:2:0' })
  ).toBuffer();
  return placeExtras(bare, as.format, extras, coded);
}

/**
 * The coverage that travels with a plan, of the areas that its steps stand on.
 * @throws {DocumentError} coverage, where it is missing and cannot be made from the marks
 */
export function ownCoverage(
  { photo, coverage }: PlanFile,
  width: number,
  height: number,
): Map<string, Uint8Array> {
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
}

function renderWhole(
  { opened: { pyramid }, resolver, photo, baked }: Job,
  { format, space, longEdge }: WrittenAs,
  onProgress: (share: number) => void,
): CodedPixels {
  const size = sizeWithin(pyramid, longEdge);
  const steps = resolver.plan(photo, baked);
  const renderer = new RegionRenderer(pyramid, KINDS);
  for (const area of [WHOLE_PICTURE, ...photo.areas])
    renderer.learnArea(resolver.area(area, photo, baked.get(area.id)));
  const { depth } = FORMAT_FACTS[format];
  const count = 3 * size.width * size.height;
  const data = depth === 16 ? new Uint16Array(count) : new Uint8Array(count);
  let at = 0;
  for (const region of codedStrips(pyramid, size, STRIP_PIXELS)) {
    const codes = renderCoded(renderer, steps, region, { space, depth, channels: 3 });
    data.set(codes, at);
    at += codes.length;
    onProgress(at / count);
  }
  return { ...size, data, channels: 3 };
}
