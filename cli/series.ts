import { randomUUID } from 'node:crypto';
import { mkdir, readFile, rm, writeFile } from 'node:fs/promises';
import { basename, join } from 'node:path';
import { newSitting } from '#core/document/commands';
import { fingerprint } from '#core/document/fingerprint';
import { joinSitters, personName } from '#core/document/joinSitters';
import type { Photo, Sitting } from '#core/document/schema';
import { CommandError } from '#core/errors';
import { writeSetCsv } from '#core/formats/setFile';
import type { PlanFile } from '#core/formats/planFile';
import type { SetRow } from '#core/formats/setFile';
import { rungNumbers } from '#core/measure/rungNumbers';
import { setSpread } from '#core/measure/setSpread';
import type { PartNumbers } from '#core/render/photoNumbers';
import { carryPlan } from '#kinds/set/carryPlan';
import { carryWords } from '#kinds/set/carryWords';
import { evenSet } from '#kinds/set/evenSet';
import { evenWords } from '#kinds/set/evenWords';
import { readPlan } from './apply';
import type { SeriesCommand } from './arguments';
import { openJob } from './jobs';
import { writeWhole } from './outputs';
import { planShifts } from './planShifts';
import { doJob } from './runJob';
import type { Entry } from './runJob';
import { keptIn, keptPlates, realOf, seriesFile } from './seriesRounds';
import type { Looked, Series, Written } from './seriesRounds';

/**
 * Evens a series, or carries a plan to all of it, and writes the photos and a report. Goes on where an earlier run
 * of the same command was stopped; a photo that fails is said, and the others go on without it.
 * @returns the exit code: 0, or 1 when a file failed
 */
export async function runSeries(command: SeriesCommand): Promise<number> {
  await mkdir(keptIn(command), { recursive: true });
  const looks = await inRound({ ...command, round: 'look' });
  await prepareSeries(command, looks.entries);
  const failed = looks.entries.filter(({ result }) => result === undefined);
  const files = command.files.filter((file) => !failed.some((entry) => entry.file === file));
  const written = await inRound({ ...command, files, round: 'write' });
  const entries = [...failed.filter(({ file }) => command.files.includes(file)), ...written.entries];
  const series = JSON.parse(await readFile(seriesFile(command), 'utf8')) as Series;
  const { json, rows, said } = reportOf(entries, series);
  const reports = { 'report.json': `${JSON.stringify(json, null, 2)}\n`, 'report.csv': writeSetCsv(rows) };
  for (const [name, text] of Object.entries(reports))
    await writeWhole(join(command.out, name), (path) => writeFile(path, text));
  console.log(command.json ? JSON.stringify(json, null, 2) : said);
  if (entries.some(({ error }) => error !== undefined)) return 1;
  await Promise.all([
    looks.log.remove(),
    written.log.remove(),
    rm(keptIn(command), { recursive: true, force: true }),
  ]);
  return 0;
}

async function inRound(command: SeriesCommand) {
  return doJob(command, await openJob(command));
}

/** Joins sitters and makes the plan of every photo, unless an earlier run has made it from the same. */
async function prepareSeries(command: SeriesCommand, entries: readonly Entry[]): Promise<void> {
  const { files, plan, toMedian, reference, frames, colour, light, most, ground } = command;
  const looked = entries.flatMap(({ result }) => (result === undefined ? [] : [result as Looked]));
  const unique = [...new Map(looked.map((each) => [each.photo.id, each])).values()];
  const file = plan === undefined ? undefined : await readPlan(plan);
  const planned = file?.photo;
  const asked = { planned, toMedian, reference, frames, colour, light, most, ground };
  const key = fingerprint([asked, unique.map(({ photo }) => photo), files.length]);
  const known = await readFile(seriesFile(command), 'utf8').catch(() => undefined);
  if (known !== undefined && (JSON.parse(known) as Series).key === key) return;
  let sitting: Sitting = {
    ...newSitting('series', 'Series', new Date(0).toISOString()),
    photos: unique.map(({ photo }) => photo),
  };
  for (const { photo } of unique) sitting = joinSitters(sitting, photo.id, randomUUID);
  const options = { frames, colour, light, most, ground, wins: 'plan', newId: randomUUID } as const;
  let photos: readonly Omit<Series['photos'][number], 'parts'>[];
  if (file) {
    const carry = carrying(file, sitting);
    const all: (typeof photos)[number][] = [];
    for (const [n, photo] of sitting.photos.entries()) all.push(await carry(photo, unique[n]!.kept));
    photos = all;
  } else {
    const set = sitting.photos.map((photo, n) => ({ photo, parts: unique[n]!.parts }));
    const to = await goalOf(reference, entries);
    photos = evenSet(set, { ...options, to }).map(({ photo, notes }) => ({
      photo,
      warnings: notes.map(evenWords),
    }));
  }
  const series: Series = {
    key,
    people: sitting.people,
    photos: photos.map((each, n) => ({ ...each, parts: unique[n]!.parts })),
  };
  await writeWhole(seriesFile(command), (path) => writeFile(path, JSON.stringify(series)));
}

async function goalOf(reference: string | undefined, entries: readonly Entry[]) {
  if (reference === undefined) return { by: 'median' } as const;
  const path = await realOf(reference);
  const paths = await Promise.all(entries.map(({ file }) => realOf(file)));
  const entry = entries[paths.indexOf(path)];
  const looked = entry?.result as Looked | undefined;
  if (!looked?.photo.sitters.length) throw new CommandError('reference', basename(reference));
  return { by: 'reference', photoId: looked.photo.id } as const;
}

/** A plan on photos of the series: by who the sitters are where its own photo is in the series, else by number. */
function carrying(file: PlanFile, { photos }: Sitting) {
  const plan = file.photo;
  const own = photos.find(({ id }) => id === plan.id);
  const shiftsOf = planShifts(file);
  return async (photo: Photo, kept: string) => {
    const who = new Map(
      plan.sitters.flatMap(({ id, number }) => {
        const person = own?.sitters.find((sitter) => sitter.number === number)?.person;
        const same = photo.sitters.find((sitter) =>
          person ? sitter.person === person : sitter.number === number,
        );
        return same ? [[id, same.id] as const] : [];
      }),
    );
    const shifts = shiftsOf({ photo, plates: await keptPlates(kept), who });
    const options = { wholePicture: true, fades: 'face', wins: 'plan', shifts, newId: randomUUID } as const;
    const { photo: planned, notes } = carryPlan(plan, photo, who, options);
    return { photo: planned, warnings: notes.map(carryWords) };
  };
}

function reportOf(entries: readonly Entry[], series: Series) {
  const rows: SetRow[] = [];
  const photos = entries.map(({ file, result, error, message, warnings }) => {
    if (result === undefined) return { photo: file, error, message };
    const { file: written, parts, warnings: notes } = result as Written;
    const mine = parts.map(({ person, ...numbers }): SetRow => {
      const sitter = person === null ? '' : personName(series.people, person);
      return { photo: file, sitter, ...numbers };
    });
    rows.push(...mine);
    const numbers = mine.map(({ sitter, part, before, after }) => ({
      sitter,
      part,
      before: rungsOf(before),
      after: rungsOf(after),
    }));
    return { photo: file, written, parts: numbers, notes: [...(warnings ?? []), ...notes] };
  });
  const spread = spreadOf(rows);
  const lines = spread.map(
    ({ sitter, photos: count, before, after }) =>
      `${sitter}, ${count} photos: middle hue of the skin spreads by ${before.toFixed(1)}° before, ${after.toFixed(1)}° after`,
  );
  return { json: { photos, skin: spread }, rows, said: lines.join('\n') };
}

const rungsOf = ({ light, middle, shade }: PartNumbers['before']) => ({
  light: rungNumbers(light),
  middle: rungNumbers(middle),
  shade: rungNumbers(shade),
});

/** Standard deviation of the middle hue of each sitter's skin over the photos, HSV degrees. */
function spreadOf(rows: readonly SetRow[]) {
  const skins = rows.filter(({ part }) => part === 'skin');
  return [...new Set(skins.map(({ sitter }) => sitter))].map((sitter) => {
    const own = skins.filter((row) => row.sitter === sitter);
    const spread = (of: 'before' | 'after') =>
      setSpread(
        own.flatMap((row) => rungNumbers(row[of].middle).hue ?? []),
        0,
        true,
      ).spread;
    return { sitter, photos: own.length, before: spread('before'), after: spread('after') };
  });
}
