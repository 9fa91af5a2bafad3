import { mkdir, rename, rm, writeFile } from 'node:fs/promises';
import { dirname, extname, join } from 'node:path';
import { stemOf } from '#core/document/names';
import { CommandError } from '#core/errors';
import { fileNameBy, freeName } from '#core/formats/fileNames';
import { FORMAT_FACTS } from '#core/formats/writtenFile';
import type { WrittenAs } from '#core/formats/writtenFile';
import { ClipInOrder } from './clipInOrder';
import { isOwnClip, startClip } from './ffmpeg';
import type { ClipEnding } from './ffmpeg';
import type { OpenedFrame, OpenedShot } from './shotFrames';
import { isOwnPicture, writtenAs } from './apply';
import type { ShotCommand } from './shotArguments';
import { exists } from './outputs';
import type { Outputs } from './outputs';
import type { WrittenFrame } from './shotWork';

/** Where the frames of a shot go. */
export interface ShotWriter {
  /** the clip, or the folder of frames */
  readonly out: string;
  /** folder of the areas' coverage */
  readonly masks: string;
  /** whether it takes pixels and no files */
  readonly bare: boolean;
  /** as what a frame is written */
  asFor(frame: OpenedFrame): WrittenAs;
  add(frame: OpenedFrame, written: Pick<WrittenFrame, 'bytes'>): Promise<void>;
  /** makes what was written whole */
  end(): Promise<void>;
  /** gives up what is not whole */
  dispose(): Promise<void>;
}

/** What is written, how it was asked for, and what is not to be written onto. */
export interface ShotWriting {
  readonly path: string;
  readonly shot: OpenedShot;
  readonly command: ShotCommand;
  readonly outputs: Outputs;
}

/** A clip where the name of one is asked for, else a folder of frames. @throws {ShotError} {CommandError} */
export async function startWriting(writing: ShotWriting): Promise<ShotWriter> {
  const ending = extname(writing.command.out).slice(1).toLowerCase();
  return ending === 'webm' || ending === 'mp4' ? clipWriter(writing, ending) : folderWriter(writing);
}

function folderWriter({ command, outputs }: ShotWriting): ShotWriter {
  const { out } = command;
  const asFor = (frame: OpenedFrame) => writtenAs(command, frame);
  return {
    out,
    masks: join(out, 'masks'),
    bare: false,
    asFor,
    add: async (frame, { bytes }) => {
      const { ending } = FORMAT_FACTS[asFor(frame).format];
      const stem = stemOf(frame.name) || frame.name;
      await writeFile(await outputs.place(out, stem, `.${ending}`, isOwnPicture), bytes);
    },
    end: async () => undefined,
    dispose: async () => undefined,
  };
}

async function clipWriter(
  { path, shot, command, outputs }: ShotWriting,
  ending: ClipEnding,
): Promise<ShotWriter> {
  const { out } = command;
  await mkdir(dirname(out), { recursive: true });
  if ((await exists(out)) && ((await outputs.isInput(out)) || !(await isOwnClip(out))))
    throw new CommandError('in-the-way', out);
  const unfinished = join(dirname(out), `.${process.pid}.unfinished.${ending}`);
  const { clip, width, height, first, count } = shot;
  const sound = clip?.hasSound
    ? { path, from: clip.times[first]! - clip.times[0]!, to: endOf(clip.times, first + count) }
    : undefined;
  const writer = startClip(unfinished, ending, {
    width,
    height,
    rate: clip?.rate ?? command.rate,
    sound,
  });
  const inOrder = new ClipInOrder(writer, unfinished);
  return {
    out,
    masks: `${out.slice(0, -ending.length - 1)}-masks`,
    bare: true,
    asFor: (frame) => writtenAs({ ...command, format: 'png', space: 'srgb', longEdge: undefined }, frame),
    add: ({ n }, { bytes }) => inOrder.add(n, bytes),
    end: async () => {
      await writer.end();
      await rename(unfinished, out);
    },
    dispose: async () => {
      writer.stop();
      await inOrder.dispose();
      await rm(unfinished, { force: true });
    },
  };
}

/** When the last of some frames ends, seconds from the first of the clip. */
function endOf(times: readonly number[], end: number): number {
  const last = times.at(-1)! - times[0]!;
  return end < times.length ? times[end]! - times[0]! : last + last / Math.max(1, times.length - 1);
}

/** Writes coverage of areas, each into a folder of its name. */
export class MaskWriter {
  readonly #taken = new Set<string>();
  readonly #folders = new Map<string, string>();

  constructor(readonly folder: string) {}

  /** @param frame the name of the frame's file */
  async add(frame: string, { masks }: Pick<WrittenFrame, 'masks'>): Promise<void> {
    for (const { area, png } of masks) {
      const folder = join(this.folder, this.#nameOf(area));
      await mkdir(folder, { recursive: true });
      await writeFile(join(folder, `${stemOf(frame) || frame}.png`), png);
    }
  }

  #nameOf({ id, name }: WrittenFrame['masks'][number]['area']): string {
    const known = this.#folders.get(id);
    if (known) return known;
    const file = fileNameBy('{name}', { name, sitting: '', number: 0 }, 'png');
    const free = freeName(file, this.#taken).slice(0, -'.png'.length);
    this.#folders.set(id, free);
    return free;
  }
}
