import { randomUUID } from 'node:crypto';
import { mkdir, writeFile } from 'node:fs/promises';
import { basename, dirname } from 'node:path';
import { newPhoto } from '#core/document/commands';
import type { KindDefinition } from '#core/document/kinds';
import { makeMark, makeStep } from '#core/document/make';
import { stemOf } from '#core/document/names';
import { PART_NAMES } from '#core/document/partNames';
import { NO_EDGE_CARE } from '#core/document/schema';
import type { Area, Part, Photo } from '#core/document/schema';
import { CommandError } from '#core/errors';
import { decodeGreyPicture } from './greyPicture';
import { namedColour } from '#core/formats/namedColour';
import { makePlanFile } from '#core/formats/planFile';
import type { PlanFile } from '#core/formats/planFile';
import { measurePartColours } from '#core/measure/partColours';
import { wholeRegion } from '#core/raster/raster';
import { LightJudge } from '#core/render/photoLight';
import { Resolver } from '#core/render/resolver';
import { evenness } from '#kinds/adjust/evenness/index';
import { NEUTRAL as NO_EVENNESS } from '#kinds/adjust/evenness/schema';
import { hueToTarget } from '#kinds/adjust/hue-to-target/index';
import { NO_TARGETS } from '#kinds/adjust/hue-to-target/schema';
import { match } from '#kinds/adjust/match/index';
import { NEUTRAL as NO_MATCH } from '#kinds/adjust/match/schema';
import type { MatchParameters } from '#kinds/adjust/match/schema';
import { recolour } from '#kinds/adjust/recolour/index';
import { startRecolour } from '#kinds/adjust/recolour/schema';
import { picture } from '#kinds/mark/picture/index';
import { findingWords } from '#kinds/mend/findingWords';
import { lookOver, mendAll } from '#kinds/mend/mend';
import { KINDS } from '#kinds/registry.gen';
import type { PlanCommand } from './arguments';
import { findInto } from './openPlan';
import { begins, refuseForeign, writeWhole } from './outputs';
import type { Outputs } from './outputs';
import { openPhotoFile } from './photoFile';
import { quietReport } from './report';
import type { LookPlace, WorkPlace } from './workPlace';
import { packCoverage } from '../node/coverageFile';
import { areasInUse } from '#core/render/areasInUse';
import type { OpenedPhoto } from '../node/openPhoto';

/** A photo with its document, ready to be measured. */
interface Work {
  readonly opened: OpenedPhoto;
  readonly resolver: Resolver;
  photo: Photo;
  readonly baked: Map<string, Uint8Array>;
}

/**
 * Makes a plan for one photo and writes it.
 * @returns the file written and the plan
 * @throws {PhotoFileError} {NetworksMissingError} {CommandError} {DocumentError}
 */
export async function makePlan(
  path: string,
  command: PlanCommand,
  { outputs, report, threads }: WorkPlace,
): Promise<{ file: string; photo: Photo; notes: readonly string[] }> {
  if (command.files.length === 1) await refuseForeign(command.out, outputs, PLAN_BEGINS);
  const work = await openWork(path, command.mask, wantedParts(command), { report, threads });
  const notes: string[] = [];
  const put = <P>(part: Part, kind: KindDefinition<P>, parameters: NoInfer<P>) => {
    const steps = areasOf(work.photo, part, command.sitter).map(({ id: areaId }) =>
      makeStep(kind, parameters, { id: randomUUID(), areaId }),
    );
    work.photo = { ...work.photo, plan: [...work.photo.plan, ...steps] };
  };
  if (command.matchSkin)
    put('skin', match, await matchTo(command.matchSkin, { report: quietReport(report), threads }));
  if (command.skinHue) {
    const [light, middle, shade] = command.skinHue;
    put('skin', hueToTarget, { ...NO_TARGETS, hue: { light: light!, middle: middle!, shade: shade! } });
  }
  if (command.evenness) {
    const [hue, saturation, lightness] = command.evenness.map((percent) => percent / 100);
    put('skin', evenness, {
      ...NO_EVENNESS,
      hue: hue!,
      saturation: saturation!,
      lightness: lightness!,
    });
  }
  // Of nobody's skin nothing can be said, not that nothing is off.
  if (command.mend && work.photo.areas.length === 0) throw new CommandError('nobody');
  const judge = new LightJudge(work.resolver);
  if (command.mend)
    work.photo = await mendAll(
      work.photo,
      (photo) =>
        lookOver(judge, photo, work.baked).filter(({ sitterId }) =>
          ofSitter(photo, sitterId, command.sitter),
        ),
      randomUUID,
    );
  // What is left because it would have to be asked about is said.
  if (command.mend)
    notes.push(...judge.look(work.photo, work.baked).map((finding) => findingWords(finding, work.photo)));
  for (const [part, palette, text] of [
    ['irises', 'irises', command.iris],
    ['lips', 'lips', command.lips],
    ['hair', 'hair', command.hair],
  ] as const) {
    if (text === undefined) continue;
    const named = namedColour(text, palette);
    if (!named) throw new CommandError('colour', text);
    if (named.beyond) notes.push(`${text} lies beyond sRGB; the nearest colour, ${named.colour}, is taken`);
    put(part, recolour, startRecolour(part, named.colour));
  }
  const plan = makePlanFile(work.photo, await coverageOf(work));
  const file = await placeOf(path, command, outputs);
  await mkdir(dirname(file), { recursive: true });
  await writeWhole(file, (temporary) => writeFile(temporary, `${JSON.stringify(plan)}\n`));
  report.progress(1);
  return { file, photo: work.photo, notes };
}

/** Opens a photo with the areas that are given, finding the parts that are wanted and not given. */
export async function openWork(
  path: string,
  masks: PlanCommand['mask'],
  wanted: readonly Part[],
  { report, threads }: LookPlace,
): Promise<Work> {
  const opened = await openPhotoFile(path, report);
  const { pyramid, name, sha256 } = opened;
  const resolver = new Resolver(pyramid, KINDS);
  const work: Work = {
    opened,
    resolver,
    photo: newPhoto({ id: sha256, file: name, width: pyramid.width, height: pyramid.height }),
    baked: new Map(),
  };
  const given = new Set(masks.map(({ part }) => part));
  if (wanted.some((part) => !given.has(part))) {
    const found = await findInto(work.photo, pyramid, {
      onProgress: (share) => report.progress(share),
      threads,
    });
    for (const [plate, coverage] of found.plates) resolver.areas.learnPlate(plate, coverage);
    work.photo = { ...found.photo, areas: found.photo.areas.filter(({ part }) => !given.has(part)) };
  }
  for (const { part, file } of masks) {
    const coverage8 = await decodeGreyPicture(file, pyramid.width, pyramid.height);
    const plate = randomUUID();
    resolver.areas.learnPlate(plate, {
      region: wholeRegion(pyramid.width, pyramid.height),
      coverage8,
    });
    const area: Area = {
      id: randomUUID(),
      name: PART_NAMES[part],
      part,
      sitter: null,
      inverted: false,
      edgeCare: NO_EDGE_CARE,
      marks: [makeMark(picture, { file: basename(file), plate }, { id: randomUUID() })],
    };
    work.photo = { ...work.photo, areas: [...work.photo.areas, area] };
  }
  return work;
}

/** The plan of one photo has the name that was given, those of several their photos' in a folder. */
function placeOf(path: string, { files, out }: PlanCommand, outputs: Outputs): Promise<string> | string {
  if (files.length === 1) return out;
  return outputs.place(out, stemOf(basename(path)), '.json', (file) => begins(file, PLAN_BEGINS));
}

/** How a plan file begins; anything else of that name is somebody's. */
const PLAN_BEGINS = '{"schema":';

function wantedParts({ matchSkin, skinHue, evenness, mend, iris, lips, hair }: PlanCommand): Part[] {
  const parts: [Part, unknown][] = [
    ['skin', matchSkin ?? skinHue ?? evenness ?? (mend || undefined)],
    ['irises', iris],
    ['lips', lips],
    ['hair', hair],
  ];
  return parts.filter(([, asked]) => asked !== undefined).map(([part]) => part);
}

/** The areas of a part, of one sitter or of all. @throws {CommandError} when there is none */
function areasOf(photo: Photo, part: Part, sitter: number | undefined): readonly Area[] {
  const areas = photo.areas.filter((area) => area.part === part && ofSitter(photo, area.sitter, sitter));
  if (areas.length === 0) throw new CommandError('no-part', PART_NAMES[part].toLowerCase());
  return areas;
}

function ofSitter(photo: Photo, id: string | null | undefined, number: number | undefined): boolean {
  return number === undefined || !id || photo.sitters.find((sitter) => sitter.id === id)?.number === number;
}

/** The trend of another photo's skin, as a match takes it. */
async function matchTo(
  { photo, mask }: NonNullable<PlanCommand['matchSkin']>,
  place: LookPlace,
): Promise<MatchParameters> {
  const other = await openWork(photo, mask ? [{ part: 'skin', file: mask }] : [], ['skin'], place);
  const [skin] = areasOf(other.photo, 'skin', undefined);
  const colours = measurePartColours(
    other.resolver.measures.input(other.resolver.area(skin!, other.photo), []),
  );
  if (!colours) throw new CommandError('no-part', 'skin');
  const rows = colours.rows.map(([lightness, a, b]): [number, number, number] => [lightness, a, b]);
  return { ...NO_MATCH, to: { by: 'trend', name: other.opened.name, rows } };
}

/** Coverage of every area that a step stands on, or that one of them names. */
async function coverageOf({ photo, resolver }: Work): Promise<PlanFile['coverage']> {
  const packed = areasInUse(photo, KINDS).map(async (area) => {
    const coverage = resolver.areas.fullCoverage(resolver.area(area, photo));
    return [area.id, (await packCoverage(coverage, photo.width, photo.height)).toString('base64')] as const;
  });
  return Object.fromEntries(await Promise.all(packed));
}

/** What check finds in one photo. */
export async function checkFile(path: string, masks: PlanCommand['mask'], place: LookPlace) {
  const work = await openWork(path, masks, ['skin'], place);
  return { photo: work.photo, findings: lookOver(new LightJudge(work.resolver), work.photo, work.baked) };
}

/** The steps of a plan, in lines for a terminal. */
export function sayPlan(
  file: string,
  {
    file: out,
    photo,
    notes,
  }: { readonly file: string; readonly photo: Photo; readonly notes: readonly string[] },
): string {
  const steps = photo.plan.map(
    ({ kind, areaId }, n) =>
      `  ${n + 1}. ${KINDS.adjusts.get(kind)!.label} on ${photo.areas.find(({ id }) => id === areaId)?.name ?? 'the whole picture'}`,
  );
  return [
    `${file} → ${out}`,
    ...(steps.length > 0 ? steps : [nothingWords(notes)]),
    ...notes.map((note) => `  ${note}`),
  ].join('\n');
}

/** Why a plan has no steps; what is left because it would have to be asked about follows as notes. */
function nothingWords(notes: readonly string[]): string {
  return notes.length > 0 ? '  no steps' : '  no steps: nothing was asked for, or nothing is off';
}
