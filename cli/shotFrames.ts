import { createHash } from 'node:crypto';
import { readFile, readdir, stat } from 'node:fs/promises';
import { basename, join } from 'node:path';
import type { Photo } from '#core/document/schema';
import { ShotError } from '#core/errors';
import { framesAmong } from '#kinds/shot/numberedFrames';
import { MOST_FRAMES, framesInOrder } from '#kinds/shot/frameOrder';
import { frameName } from '#kinds/shot/keyFrames';
import { buildPyramid } from '#core/raster/pyramid';
import { clipFrames, readClip } from './ffmpeg';
import type { ClipFacts } from './ffmpeg';
import { openPhoto } from '../node/openPhoto';
import type { OpenedPhoto } from '../node/openPhoto';
import { sharedBytes } from '../node/sharedBytes';

/** One frame of a shot, decoded. */
export interface OpenedFrame extends OpenedPhoto {
  /** its place among the frames that are followed, from 0 */
  readonly n: number;
}

/** A shot: a clip, or a folder of images in the order of their numbers. */
export interface OpenedShot {
  readonly count: number;
  readonly width: number;
  readonly height: number;
  /** undefined for a folder of images */
  readonly clip: ClipFacts | undefined;
  /** the place in the file of the first frame that is followed, from 0 */
  readonly first: number;
  /** one after another, from one to another; backwards where that comes before */
  frames(from: number, to: number): AsyncGenerator<OpenedFrame>;
  /** the place of the frame that a photo is; undefined where it is none of them */
  placeOf(photo: Pick<Photo, 'id' | 'frame'>): Promise<number | undefined>;
}

/** Which frames are wanted, counted from 1; all where nothing is said. */
export interface FrameRange {
  readonly from?: number | undefined;
  readonly to?: number | undefined;
}

/**
 * Opens a shot. Its frames are decoded when they are asked for.
 * @throws {ShotError} {PhotoFileError} and file system errors
 */
export async function openShot(path: string, range: FrameRange): Promise<OpenedShot> {
  return (await stat(path)).isDirectory() ? openFolder(path, range) : openClip(path, range);
}

async function openFolder(path: string, range: FrameRange): Promise<OpenedShot> {
  const all = framesAmong(await readdir(path), (name) => name);
  if (all.length === 0) throw new ShotError('no-frames');
  const { first, count } = chosenOf(all.length, range);
  const open = async (n: number): Promise<OpenedFrame> => {
    const name = all[first + n]!;
    return { n, ...(await openPhoto(name, await readFile(join(path, name)))) };
  };
  const { width, height } = (await open(0)).pyramid;
  async function* frames(from: number, to: number) {
    const step = from <= to ? 1 : -1;
    for (let n = from; step * (to - n) >= 0; n += step) {
      const frame = await open(n);
      if (frame.pyramid.width !== width || frame.pyramid.height !== height)
        throw new ShotError('sizes', { frame: frame.name, width, height });
      yield frame;
    }
  }
  const placeOf = async ({ id }: Pick<Photo, 'id'>) => {
    for (let n = 0; n < count; n++)
      if (sha256Of(await readFile(join(path, all[first + n]!))) === id) return n;
    return undefined;
  };
  return { count, width, height, clip: undefined, first, frames, placeOf };
}

const sha256Of = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex');

async function openClip(path: string, range: FrameRange): Promise<OpenedShot> {
  const clip = await readClip(path);
  const { first, count } = chosenOf(clip.times.length, range);
  const name = basename(path);
  async function* onward(from: number, to: number) {
    let n = from;
    for await (const rgb of clipFrames(path, clip, first + from, first + to))
      yield frameOf(name, rgb, { ...clip, n: n++, number: first + n });
  }
  return {
    count,
    width: clip.width,
    height: clip.height,
    clip,
    first,
    frames: (from, to) => framesInOrder(from, to, onward),
    placeOf: async ({ frame }) => {
      const n = (frame?.n ?? -1) - first;
      if (!frame || n < 0 || n >= count) return undefined;
      return sha256Of(await readFile(path)) === frame.clip ? n : undefined;
    },
  };
}

function chosenOf(all: number, { from = 1, to = all }: FrameRange) {
  if (from > to || from > all) throw new ShotError('no-range', { frames: all });
  const count = Math.min(to, all) - from + 1;
  if (count > MOST_FRAMES) throw new ShotError('too-long', { frames: count, most: MOST_FRAMES });
  return { first: from - 1, count };
}

/** A frame of a clip as the photo that a file of its pixels would be. */
function frameOf(
  file: string,
  rgb: Uint8Array,
  {
    width,
    height,
    n,
    number,
  }: { readonly width: number; readonly height: number; readonly n: number; readonly number: number },
): OpenedFrame {
  const data = sharedBytes(4 * width * height);
  for (let i = 0, o = 0; i < rgb.length; i += 3, o += 4) {
    data[o] = rgb[i]!;
    data[o + 1] = rgb[i + 1]!;
    data[o + 2] = rgb[i + 2]!;
    data[o + 3] = 255;
  }
  return {
    n,
    name: frameName(file, number - 1),
    sha256: sha256Of(rgb),
    pyramid: buildPyramid({ space: 'srgb8', width, height, data }, sharedBytes),
    type: 'image/png',
    extras: {},
    damage: undefined,
  };
}
