import { readFile, writeFile } from 'node:fs/promises';
import sharp from 'sharp';
import { stemOf } from '#core/document/names';
import { isWrittenHere } from '#core/formats/exif';
import type { PhotoType } from '#core/formats/inspectPhotoFile';
import { parsePlanFile } from '#core/formats/planFile';
import type { PlanFile } from '#core/formats/planFile';
import { FORMAT_FACTS, spaceFor } from '#core/formats/writtenFile';
import type { WrittenAs, WrittenFormat } from '#core/formats/writtenFile';
import { Resolver } from '#core/render/resolver';
import { KINDS } from '#kinds/registry.gen';
import type { OpenedPhoto } from '../node/openPhoto';
import { ownCoverage } from '../node/ownCoverage';
import { writePhoto } from '../node/writePhoto';
import type { ApplyCommand } from './arguments';
import { carryOver } from './carryOver';
import { writeWhole } from './outputs';
import { openPhotoFile } from './photoFile';
import type { WorkPlace } from './workPlace';

type Wanted = Pick<
  ApplyCommand,
  'out' | 'format' | 'quality' | 'fullChroma' | 'space' | 'metadata' | 'longEdge'
>;

const THREAD = new URL('../.cli/stripThread.mjs', import.meta.url);

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
  { outputs, report, threads }: WorkPlace,
): Promise<Applied> {
  const opened = await openPhotoFile(path, report);
  const { name, sha256, pyramid } = opened;
  const resolver = new Resolver(pyramid, KINDS);
  let photo = plan.photo;
  let warnings: readonly string[] = [];
  let baked: ReadonlyMap<string, Uint8Array> = new Map();
  if (sha256 === photo.id) {
    baked = await ownCoverage(plan, pyramid.width, pyramid.height);
  } else {
    const carried = await carryOver(plan, opened, {
      onProgress: (share) => report.progress(share / 2),
      threads,
    });
    for (const [plate, coverage] of carried.plates) resolver.areas.learnPlate(plate, coverage);
    ({ photo, warnings } = carried);
  }
  const as = writtenAs(options, opened);
  const { ending } = FORMAT_FACTS[as.format];
  const file = await outputs.place(options.out, stemOf(name) || name, `.${ending}`, isOwnPicture);
  const job = { opened, resolver, photo, baked };
  const progress = (share: number) => report.progress(0.5 + share / 2);
  const bytes = await writePhoto(job, as, progress, { count: threads, file: THREAD });
  await writeWhole(file, (temporary) => writeFile(temporary, bytes));
  return { file, warnings };
}

/** What is written where nothing is said: the photo's own kind of file, with as many bits as it has. */
export function writtenAs(
  { format, space, longEdge, ...rest }: Wanted,
  { pyramid, type }: OpenedPhoto,
): WrittenAs {
  const isDeep = pyramid.levels[0]!.data.BYTES_PER_ELEMENT === 2;
  const kinds: Readonly<Record<PhotoType, WrittenFormat>> = {
    'image/jpeg': 'jpeg',
    'image/png': isDeep ? 'png16' : 'png',
    'image/tiff': 'tiff16',
    'image/webp': 'webp',
    'image/avif': 'avif',
    'image/jxl': 'png',
    'image/x-raw': 'tiff16',
  };
  const written = format ?? kinds[type];
  return { ...rest, format: written, space: spaceFor({ format: written, space }), longEdge };
}

/** Only what this program wrote is replaced by a later run. */
export async function isOwnPicture(path: string): Promise<boolean> {
  const { exif, format } = await sharp(path).metadata();
  const bare = exif && (exif.subarray(0, 4).toString('latin1') === 'Exif' ? exif.subarray(6) : exif);
  return isWrittenHere(bare ?? (format === 'tiff' ? await readFile(path) : undefined));
}

/** What was written, in lines for a terminal. */
export function sayApplied(path: string, { file, warnings }: Applied): string {
  return [`${path} → ${file}`, ...warnings.map((warning) => `  ${warning}`)].join('\n');
}
