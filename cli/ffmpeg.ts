import { spawn } from 'node:child_process';
import type { ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { ShotError } from '#core/errors';
import { WRITER } from '#core/formats/exif';

/** What a clip says of itself. */
export interface ClipFacts {
  /** pixels, as it is shown: after its rotation */
  readonly width: number;
  readonly height: number;
  /** when each frame is shown, seconds, ascending */
  readonly times: readonly number[];
  /** frames a second, as a fraction: 30000/1001 */
  readonly rate: string;
  readonly hasSound: boolean;
  /** what of it is not kept: more than 8 bits, light beyond the display's */
  readonly deeper: '10-bit' | 'hdr' | undefined;
}

interface Probed {
  readonly streams: readonly {
    readonly codec_type: string;
    readonly width?: number;
    readonly height?: number;
    readonly pix_fmt?: string;
    readonly avg_frame_rate?: string;
    readonly color_transfer?: string;
    readonly side_data_list?: readonly { readonly rotation?: number }[];
  }[];
  readonly packets: readonly { readonly pts_time?: string }[];
}

/** Curves of light beyond the display's: PQ and HLG (ITU-R BT.2100). */
const HDR_CURVES: readonly string[] = ['smpte2084', 'arib-std-b67'];

/**
 * @throws {ShotError} no-ffmpeg, damaged or no-picture
 */
export async function readClip(path: string): Promise<ClipFacts> {
  const words = ['-v', 'error', '-show_entries'];
  const streams =
    'stream=codec_type,width,height,pix_fmt,avg_frame_rate,color_transfer:stream_side_data=rotation';
  const text = await outputOf('ffprobe', [...words, streams, '-of', 'json', path]);
  const { streams: all } = JSON.parse(text) as Probed;
  const picture = all.find(({ codec_type: type }) => type === 'video');
  if (!picture?.width || !picture.height) throw new ShotError('no-picture');
  const packets = await outputOf('ffprobe', [
    ...words,
    'packet=pts_time',
    '-select_streams',
    'v:0',
    '-of',
    'json',
    path,
  ]);
  const times = (JSON.parse(packets) as Probed).packets
    .map(({ pts_time: time }) => Number(time))
    .filter(Number.isFinite)
    .sort((p, q) => p - q);
  if (times.length === 0) throw new ShotError('damaged');
  const turned = picture.side_data_list?.some(({ rotation = 0 }) => Math.abs(rotation) % 180 === 90);
  const isHdr = HDR_CURVES.includes(picture.color_transfer ?? '');
  const isDeep = /(9|10|12|14|16)(le|be)$/.test(picture.pix_fmt ?? '');
  const deep = isDeep ? '10-bit' : undefined;
  return {
    width: turned ? picture.height : picture.width,
    height: turned ? picture.width : picture.height,
    times,
    rate: picture.avg_frame_rate && picture.avg_frame_rate !== '0/0' ? picture.avg_frame_rate : '25',
    hasSound: all.some(({ codec_type: type }) => type === 'audio'),
    deeper: isHdr ? 'hdr' : deep,
  };
}

/**
 * Frames of a clip one after another, three bytes a pixel, turned upright.
 * @param from the first, from 0
 * @param to the last
 * @throws {ShotError} no-ffmpeg, damaged
 */
export async function* clipFrames(
  path: string,
  { width, height }: Pick<ClipFacts, 'width' | 'height'>,
  from: number,
  to: number,
): AsyncGenerator<Uint8Array> {
  const chosen = `select='between(n,${from},${to})'`;
  const words = ['-v', 'error', '-i', path, '-map', '0:v:0', '-vf', chosen, '-frames:v', `${to - from + 1}`];
  const child = start('ffmpeg', [...words, '-vsync', '0', '-f', 'rawvideo', '-pix_fmt', 'rgb24', '-']);
  const end = ended(child);
  end.catch(() => undefined);
  const size = 3 * width * height;
  let frame = new Uint8Array(size);
  let filled = 0;
  let count = 0;
  try {
    for await (const chunk of child.stdout!) {
      for (let at = 0, bytes = chunk as Buffer; at < bytes.length;) {
        const part = bytes.subarray(at, at + size - filled);
        frame.set(part, filled);
        filled += part.length;
        at += part.length;
        if (filled < size) continue;
        yield frame;
        count++;
        frame = new Uint8Array(size);
        filled = 0;
      }
    }
    await end;
    if (count < to - from + 1) throw new ShotError('damaged', { frame: from + count + 1 });
  } finally {
    child.kill('SIGKILL');
  }
}

/** Whether a clip was written by this program. */
export async function isOwnClip(path: string): Promise<boolean> {
  const words = ['-v', 'error', '-show_entries', 'format_tags=comment', '-of', 'json', path];
  const text = await outputOf('ffprobe', words).catch(() => '{}');
  const { format } = JSON.parse(text) as { format?: { tags?: Record<string, string> } };
  return Object.entries(format?.tags ?? {}).some(
    ([name, value]) => name.toLowerCase() === 'comment' && value === WRITER,
  );
}

/** How a clip is written. */
export interface WrittenClip {
  readonly width: number;
  readonly height: number;
  readonly rate: string;
  /** where sound comes from, and which seconds of it; undefined where there is none */
  readonly sound: { readonly path: string; readonly from: number; readonly to: number } | undefined;
}

/** Ways of writing, by the ending of the file: nearly without loss. */
const CODECS = {
  webm: ['-c:v', 'libvpx-vp9', '-crf', '18', '-b:v', '0', '-row-mt', '1', '-cpu-used', '4'],
  mp4: ['-c:v', 'libx264', '-crf', '14', '-preset', 'medium'],
} as const;

/** Which clips can be written. */
export type ClipEnding = keyof typeof CODECS;

/** A clip that is being written, frame by frame. */
export interface ClipWriter {
  /** @param frame three bytes a pixel */
  add(frame: Uint8Array): Promise<void>;
  /** @throws {ShotError} not-written, with what ffmpeg said */
  end(): Promise<void>;
  stop(): void;
}

/** @throws {ShotError} no-ffmpeg */
export function startClip(path: string, ending: ClipEnding, as: WrittenClip): ClipWriter {
  const { width, height, rate, sound } = as;
  const picture = ['-f', 'rawvideo', '-pix_fmt', 'rgb24', '-s', `${width}x${height}`, '-r', rate, '-i', '-'];
  const sounds = sound ? ['-ss', String(sound.from), '-to', String(sound.to), '-i', sound.path] : [];
  const maps = ['-map', '0:v', ...(sound ? ['-map', '1:a', '-c:a', 'copy'] : [])];
  // Standards of high definition, said in the file; half the colour, as every player takes it.
  const colours = ['-pix_fmt', 'yuv420p', '-colorspace', 'bt709', '-color_primaries', 'bt709'];
  const even = ending === 'mp4' ? 'crop=trunc(iw/2)*2:trunc(ih/2)*2:0:0,' : '';
  const matrix = ['-color_trc', 'bt709', '-vf', `${even}scale=out_color_matrix=bt709:out_range=tv`];
  const child = start('ffmpeg', [
    '-v',
    'error',
    '-y',
    ...picture,
    ...sounds,
    ...maps,
    ...CODECS[ending],
    ...colours,
    ...matrix,
    '-metadata',
    `comment=${WRITER}`,
    path,
  ]);
  const end = ended(child);
  // Who adds frames hears of an early end when asking for it.
  end.catch(() => undefined);
  child.stdin!.on('error', () => undefined);
  return {
    add: async (frame) => {
      if (!child.stdin!.writable) return end;
      if (!child.stdin!.write(frame)) await Promise.race([once(child.stdin!, 'drain'), end]);
    },
    end: async () => {
      child.stdin!.end();
      await end;
    },
    stop: () => child.kill('SIGKILL'),
  };
}

function start(program: 'ffmpeg' | 'ffprobe', words: readonly string[]): ChildProcess {
  return spawn(program, words, { stdio: ['pipe', 'pipe', 'pipe'] });
}

/** Settles when a program that was just started has ended. @throws {ShotError} no-ffmpeg, or failed with what it said last */
async function ended(child: ChildProcess): Promise<void> {
  let said = '';
  child.stderr!.on('data', (text: Buffer) => (said = `${said}${text.toString()}`.slice(-400)));
  await new Promise<void>((resolve, reject) => {
    child.on('error', (error: NodeJS.ErrnoException) =>
      reject(error.code === 'ENOENT' ? new ShotError('no-ffmpeg') : error),
    );
    child.on('close', (code) =>
      code === 0
        ? resolve()
        : reject(new ShotError('failed', { said: said.trim().split('\n').at(-1) ?? '' })),
    );
  });
}

async function outputOf(program: 'ffprobe', words: readonly string[]): Promise<string> {
  const child = start(program, words);
  const end = ended(child);
  let output = '';
  child.stdout!.on('data', (text: Buffer) => (output += text.toString()));
  try {
    await end;
  } catch (error) {
    if (error instanceof ShotError && error.reason === 'failed') throw new ShotError('damaged');
    throw error;
  }
  return output;
}
