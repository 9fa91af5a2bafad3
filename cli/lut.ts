import { writeFile } from 'node:fs/promises';
import { stemOf } from '#core/document/names';
import { CommandError, DocumentError } from '#core/errors';
import { CUBE_BEGINS, writeCube } from '#core/formats/cubeFile';
import type { PlanFile } from '#core/formats/planFile';
import { stepWords } from '#core/offer/stepWords';
import { planLut } from '#core/render/planLut';
import type { LeftOut } from '#core/render/planLut';
import type { ResolvedPlan } from '#core/render/resolved';
import { Resolver } from '#core/render/resolver';
import { KINDS } from '#kinds/registry.gen';
import { ownCoverage } from '../node/ownCoverage';
import { readPlan } from './apply';
import type { LutCommand } from './arguments';
import { refuseForeign, writeWhole } from './outputs';
import type { Outputs } from './outputs';
import { openPhotoFile } from './photoFile';

/** The file written, the steps in it, and those that are not and why. */
export interface MadeLut {
  readonly file: string;
  readonly taken: readonly string[];
  readonly left: readonly { readonly step: string; readonly why: LeftOut }[];
}

/**
 * Writes the colour part of a plan as a table.
 * @param photoPath the plan's own photo, for steps that measure it
 * @throws {CommandError} {DocumentError} {PhotoFileError}
 */
export async function makeLut(
  planPath: string,
  photoPath: string | undefined,
  { out, size, area: areaName }: LutCommand,
  outputs: Outputs,
): Promise<MadeLut> {
  const file = await readPlan(planPath);
  const { photo } = file;
  const area = photo.areas.find(({ name }) => name.toLowerCase() === areaName?.toLowerCase());
  if (areaName !== undefined && !area) throw new CommandError('no-area', areaName);
  await refuseForeign(out, outputs, CUBE_BEGINS);
  const resolved = photoPath === undefined ? undefined : await resolvePlan(file, photoPath);
  const lut = planLut(photo, resolved, KINDS, { size, areaId: area?.id ?? null });
  if (lut.taken.length === 0) throw new CommandError('not-in-a-table');
  await writeWhole(out, (temporary) => writeFile(temporary, writeCube(stemOf(photo.file), size, lut.table)));
  const words = (step: (typeof lut.taken)[number]) => stepWords(step, photo, KINDS);
  return {
    file: out,
    taken: lut.taken.map(words),
    left: lut.left.map(({ step, why }) => ({ step: words(step), why })),
  };
}

async function resolvePlan(file: PlanFile, photoPath: string): Promise<ResolvedPlan> {
  const { sha256, pyramid, name } = await openPhotoFile(photoPath);
  if (sha256 !== file.photo.id) throw new DocumentError('other-photo', '', name);
  return new Resolver(pyramid, KINDS).plan(
    file.photo,
    await ownCoverage(file, pyramid.width, pyramid.height),
  );
}

const REASONS: Readonly<Record<LeftOut, string>> = {
  place: 'it looks at places, not at colours alone',
  area: 'it stands on another area; name that with --area',
  photo: 'it measures the photo; name that after the plan',
};

/** What was made, in lines for a terminal. */
export function sayLut(planPath: string, { file, taken, left }: MadeLut): string {
  return [
    `${planPath} → ${file}`,
    ...taken.map((step) => `  in it: ${step}`),
    ...left.map(({ step, why }) => `  left out: ${step} (${REASONS[why]})`),
  ].join('\n');
}
