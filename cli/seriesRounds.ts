import { mkdir, readFile, realpath, writeFile } from 'node:fs/promises';
import { join, resolve } from 'node:path';
import { deserialize, serialize } from 'node:v8';
import { newPhoto } from '#core/document/commands';
import { stemOf } from '#core/document/names';
import type { Photo, Sitting } from '#core/document/schema';
import { CommandError } from '#core/errors';
import type { SetRow } from '#core/formats/setFile';
import { FORMAT_FACTS } from '#core/formats/writtenFile';
import type { SetPart } from '#core/measure/setParts';
import type { Plate } from '#core/raster/plate';
import { photoNumbers } from '#core/render/photoNumbers';
import type { PartNumbers } from '#core/render/photoNumbers';
import { Resolver } from '#core/render/resolver';
import { KINDS } from '#kinds/registry.gen';
import { ownCoverage } from '../node/ownCoverage';
import { writePhoto } from '../node/writePhoto';
import { isOwnPicture, readPlan, writtenAs } from './apply';
import type { SeriesCommand } from './arguments';
import { findInto } from './openPlan';
import { writeWhole } from './outputs';
import type { Outputs } from './outputs';
import { openPhotoFile } from './photoFile';
import type { Report } from './report';

/** A photo as it was looked at: who is in it, and what its parts show. */
export interface Looked {
  readonly kept: string;
  readonly photo: Photo;
  readonly parts: readonly PartNumbers[];
}

/** A photo of the series as it was written. */
export interface Written {
  readonly file: string;
  readonly warnings: readonly string[];
  /** with who it is of, among the people of the series */
  readonly parts: readonly (Omit<SetRow, 'photo' | 'sitter'> & { readonly person: string | null })[];
}

/** The series once it is known what becomes of each photo. */
export interface Series {
  /** names the state from which it was made */
  readonly key: string;
  readonly people: Sitting['people'];
  readonly photos: readonly {
    readonly photo: Photo;
    readonly warnings: readonly string[];
    /** as it was looked at */
    readonly parts: readonly PartNumbers[];
  }[];
}

/** What is kept from round to round, beside what is written. */
export const keptIn = (command: Pick<SeriesCommand, 'out'>) =>
  join(command.out, '.even-blush-unfinished-series');
/** Where it is kept what becomes of each photo. */
export const seriesFile = (command: Pick<SeriesCommand, 'out'>) => join(keptIn(command), 'series.json');

/** Every file that is looked at: the photos, and the reference where it is none of them. */
async function filesOf({ files, reference }: SeriesCommand): Promise<readonly string[]> {
  if (reference === undefined) return files;
  const paths = await Promise.all(files.map(realOf));
  return paths.includes(await realOf(reference)) ? files : [...files, reference];
}
/** A path as it is found, however it is written. */
export const realOf = (path: string) => realpath(path).catch(() => resolve(path));

/** The first time through the files: who is in them, and what they show. */
export async function looking(command: SeriesCommand) {
  return {
    files: await filesOf(command),
    besides: [],
    folder: command.out,
    round: 'look',
    work: (file: string, _: Outputs, report: Report) => look(file, command, report),
    show: (file: string, { photo: { sitters } }: Looked) =>
      `${file}: ${sitters.length} ${sitters.length === 1 ? 'sitter' : 'sitters'}`,
    written: ({ kept }: Looked) => kept,
  };
}

/** The second time: each is written with what becomes of it. */
export function writing(command: SeriesCommand) {
  const { files, out, plan } = command;
  return {
    files,
    besides: [...(plan === undefined ? [] : [plan]), seriesFile(command)],
    folder: out,
    round: 'write',
    work: (file: string, outputs: Outputs, report: Report) => write(file, command, { outputs, report }),
    show: (file: string, { file: written, warnings }: Written) =>
      [`${file} → ${written}`, ...warnings.map((warning) => `  ${warning}`)].join('\n'),
    written: ({ file }: Written) => file,
  };
}

async function look(path: string, command: SeriesCommand, report: Report): Promise<Looked> {
  const { name, sha256, pyramid } = await openPhotoFile(path, report);
  const empty = newPhoto({ id: sha256, file: name, width: pyramid.width, height: pyramid.height });
  const { photo, plates } = await findInto(empty, pyramid, {
    onProgress: (share) => report.progress(0.9 * share),
    tellsApart: true,
  });
  const resolver = new Resolver(pyramid, KINDS);
  for (const [plate, coverage] of plates) resolver.areas.learnPlate(plate, coverage);
  const parts = photoNumbers(resolver, photo);
  await mkdir(keptIn(command), { recursive: true });
  const kept = join(keptIn(command), sha256);
  await writeWhole(kept, (temporary) => writeFile(temporary, serialize(plates)));
  return { kept, photo, parts };
}

async function write(
  path: string,
  command: SeriesCommand,
  { outputs, report }: { readonly outputs: Outputs; readonly report: Report },
): Promise<Written> {
  const opened = await openPhotoFile(path, report);
  const { name, sha256, pyramid } = opened;
  const { photos } = JSON.parse(await readFile(seriesFile(command), 'utf8')) as Series;
  const planned = photos.find(({ photo }) => photo.id === sha256);
  if (!planned) throw new CommandError('not-looked-at');
  const { warnings, parts: known } = planned;
  const plan = command.plan === undefined ? undefined : await readPlan(command.plan);
  // The plan's own photo has the areas that were made on it.
  const own = plan?.photo.id === sha256 ? plan : undefined;
  const photo = own?.photo ?? planned.photo;
  const baked = own ? await ownCoverage(own, pyramid.width, pyramid.height) : new Map<string, Uint8Array>();
  const plates = await keptPlates(join(keptIn(command), sha256));
  const resolver = new Resolver(pyramid, KINDS);
  for (const [plate, coverage] of plates) resolver.areas.learnPlate(plate, coverage);
  const as = writtenAs(command, opened);
  const { ending } = FORMAT_FACTS[as.format];
  const file = await outputs.place(command.out, stemOf(name) || name, `.${ending}`, isOwnPicture);
  const job = { opened, resolver, photo, baked };
  const bytes = await writePhoto(job, as, (share) => report.progress(0.9 * share));
  await writeWhole(file, (temporary) => writeFile(temporary, bytes));
  const personOf = (sitter: string | null) => {
    const number = photo.sitters.find(({ id }) => id === sitter)?.number;
    return planned.photo.sitters.find((entry) => entry.number === number)?.person ?? null;
  };
  const parts = photoNumbers(resolver, photo, { baked, known }).map(({ sitter, part, before, after }) => ({
    person: personOf(sitter),
    part: part as SetPart,
    before,
    after,
  }));
  return { file, warnings, parts };
}

/** What was found in a photo when it was looked at. */
export async function keptPlates(path: string): Promise<ReadonlyMap<string, Plate>> {
  return deserialize(await readFile(path)) as ReadonlyMap<string, Plate>;
}
