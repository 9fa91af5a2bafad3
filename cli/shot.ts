import { availableParallelism } from 'node:os';
import { setImmediate as pause } from 'node:timers/promises';
import { ShotError } from '#core/errors';
import type { Area, Photo } from '#core/document/schema';
import type { PlanFile } from '#core/formats/planFile';
import type { Pyramid } from '#core/raster/pyramid';
import { namedAreas } from '#core/render/namedAreas';
import { followShot } from '#kinds/shot/followShot';
import type { FollowNote, FollowedFrame, HandFrame } from '#kinds/shot/followShot';
import { followWords, noteRuns } from '#kinds/shot/followWords';
import { KINDS } from '#kinds/registry.gen';
import { areasInUse } from '#core/render/areasInUse';
import { keyMeasures } from '#kinds/shot/keyMeasures';
import type { FrameWork } from './shotWork';
import { openShot } from './shotFrames';
import type { OpenedFrame, OpenedShot } from './shotFrames';
import type { ShotCommand } from './shotArguments';
import { readPlan } from './apply';
import { carryOver } from './carryOver';
import type { Outputs } from './outputs';
import type { Report } from './report';
import { ShotThreads } from './shotThreads';
import { MaskWriter, startWriting } from './shotWriters';
import type { ShotWriter } from './shotWriters';
import type { WorkPlace } from './workPlace';

/** What was written of a shot, and what is worth a look. */
export interface ShotResult {
  readonly out: string;
  /** folder of the areas' coverage; null where it was not asked for */
  readonly masks: string | null;
  readonly frames: number;
  /** frames with something to look at, counted from 1 in the file */
  readonly notes: readonly {
    readonly from: number;
    readonly to: number;
    readonly is: string;
    readonly what: string;
  }[];
  readonly said: readonly string[];
}

/** Frames tried, one every so many, until one shows whom the plan is for. */
const TRIED_EVERY = 12;

/** What the command does. @throws {DocumentError} the plan */
export async function shotJob(command: ShotCommand) {
  const plan = await readPlan(command.plan);
  const threads = availableParallelism();
  return {
    files: command.files,
    besides: [command.plan],
    work: (file: string, outputs: Outputs, report: Report) =>
      applyToShot(plan, file, command, { outputs, report, threads }),
    show: sayShot,
    written: ({ out }: ShotResult) => out,
  };
}

/**
 * Carries a plan to a shot, follows its areas through all frames, and writes these.
 * @throws {ShotError} {PhotoFileError} {DocumentError} {CommandError} and file system errors
 */
async function applyToShot(
  plan: PlanFile,
  path: string,
  command: ShotCommand,
  { outputs, report, threads }: WorkPlace,
): Promise<ShotResult> {
  const shot = await openShot(path, command);
  sayWhatIsLost(shot, report);
  const hand = await handFrame(plan, shot, command, report);
  const writer = await startWriting({ path, shot, command, outputs });
  const crew = new ShotThreads(threads);
  const notes: FollowNote[] = [];
  const through = { ...shot, find: (pyramid: Pyramid) => crew.find(pyramid), pause };
  const measures = keyMeasures(through, hand, hand.atKeys);
  const line = new FramesInLine({ writer, crew, masks: command.masks, measures }, (done) =>
    report.progress(done / shot.count),
  );
  try {
    const followed = followShot(through, hand, { every: command.every });
    for await (const frame of followed) {
      notes.push(...frame.notes);
      await line.add(frame);
    }
    await line.end();
    await writer.end();
  } finally {
    await crew.end();
    await writer.dispose();
  }
  const runs = noteRuns(notes);
  const first = shot.first + 1;
  return {
    out: writer.out,
    masks: command.masks ? writer.masks : null,
    frames: shot.count,
    notes: runs.map(({ from, to, is, what }) => ({ from: from + first, to: to + first, is, what })),
    said: runs.map((run) => followWords(run, first)),
  };
}

/** Frames that are written while others are followed, in the order in which they come. */
class FramesInLine {
  readonly #open: Promise<void>[] = [];
  readonly #masks: MaskWriter;
  #last: Promise<void> = Promise.resolve();
  #done = 0;

  constructor(
    readonly to: { readonly writer: ShotWriter; readonly crew: ShotThreads } & Pick<
      FrameWork,
      'masks' | 'measures'
    >,
    readonly onDone: (count: number) => void,
  ) {
    this.#masks = new MaskWriter(to.writer.masks);
  }

  /** Settles when there is room for another one. */
  async add(followed: FollowedFrame<OpenedFrame>): Promise<void> {
    const { writer, crew, ...how } = this.to;
    const { frame, photo, plates } = followed;
    const written = crew.write({
      followed: { frame, photo, plates },
      as: writer.asFor(frame),
      bare: writer.bare,
      ...how,
    });
    this.#last = Promise.all([written, this.#last]).then(async ([result]) => {
      await writer.add(frame, result);
      await this.#masks.add(frame.name, result);
      this.onDone(++this.#done);
    });
    // Whoever waits for it hears of a failure.
    this.#last.catch(() => undefined);
    this.#open.push(this.#last);
    if (this.#open.length > MOST_OPEN) await this.#open.shift();
  }

  async end(): Promise<void> {
    await Promise.all(this.#open);
  }
}
/** Frames that are written or wait for it; each holds its pixels. */
const MOST_OPEN = 6;

function sayWhatIsLost({ clip, width, height }: OpenedShot, { warn }: Report): void {
  if (!clip) return;
  if (clip.deeper === '10-bit') warn('has more than 8 bits a channel: it is read and written with 8');
  if (clip.deeper === 'hdr')
    warn('is HDR: its numbers are taken as they are, with 8 bits, and its light beyond the display is lost');
  const gaps = clip.times.slice(1).map((time, i) => time - clip.times[i]!);
  if (Math.max(...gaps) - Math.min(...gaps) > UNEVEN_SECONDS)
    warn(
      'shows its frames for unequal times: they are written evenly, and sound may come a little early or late',
    );
  if (width % 2 === 1 || height % 2 === 1)
    warn('has an odd size: as MP4 it is written one pixel smaller, as WebM or images whole');
}
/** Clocks of containers count in milliseconds. */
const UNEVEN_SECONDS = 0.003;

/** The frame on which a plan stands, and the steps that hold on what they find there. */
type PlannedFrame = HandFrame<OpenedFrame> & { readonly atKeys: readonly string[] };

/** The plan on one frame of the shot: its own, or the first that shows whom it is for. */
async function handFrame(
  plan: PlanFile,
  shot: OpenedShot,
  { measured }: ShotCommand,
  report: Report,
): Promise<PlannedFrame> {
  const own = await shot.placeOf(plan.photo);
  for (let n = own ?? 0; n < shot.count; n += TRIED_EVERY) {
    for await (const frame of shot.frames(n, n)) {
      const carried = await carryOver(plan, frame, {}).catch((error: unknown) => {
        if ((error as { reason?: string }).reason === 'nobody') return undefined;
        throw error;
      });
      if (!carried) continue;
      for (const warning of carried.warnings) report.warn(warning);
      const { photo, plates } = carried;
      const said = new Set(plan.photo.frame?.measuredAtKeys);
      const atKeys = photo.brought.filter(({ of }) => said.has(of)).map(({ id }) => id);
      const all = photo.plan.map(({ id }) => id);
      return { frame, photo: onlyUsed(photo), plates, atKeys: measured === 'once' ? all : atKeys };
    }
  }
  throw new ShotError('nobody');
}

/** A photo without the areas that no step stands on or names, itself or through others. */
function onlyUsed(photo: Photo): Photo {
  const used = new Set(areasInUse(photo, KINDS));
  const take = (area: Area): void => {
    const named = namedAreas(area, photo.areas, KINDS);
    for (const mark of area.marks) {
      const other = named(area, mark);
      if (!other || used.has(other)) continue;
      used.add(other);
      take(other);
    }
  };
  for (const area of [...used]) take(area);
  return { ...photo, areas: photo.areas.filter((area) => used.has(area)), versions: [], brought: [] };
}

/** What was written, in lines for a terminal. */
function sayShot(path: string, { out, masks, frames, said }: ShotResult): string {
  const also = masks === null ? '' : `; areas in ${masks}`;
  return [`${path} → ${out}, ${frames} frames${also}`, ...said.map((line) => `  ${line}`)].join('\n');
}
