import { BlobSource, EncodedPacketSink, Input, MATROSKA, MP4, QTFF, VideoSampleSink, WEBM } from 'mediabunny';
import type { InputAudioTrack, InputVideoTrack, VideoSample } from 'mediabunny';
import { ShotError } from '#core/errors';
import { buildPyramid } from '#core/raster/pyramid';
import type { Pyramid } from '#core/raster/pyramid';
import { sizeWithin } from '#core/render/codedRegion';
import { MOST_FRAMES, framesInOrder } from '#kinds/shot/frameOrder';
import type { ShotFrame } from '#kinds/shot/followShot';

/** What a clip says of itself. */
export interface ClipFacts {
  /** pixels, as it is shown: after its rotation */
  readonly width: number;
  readonly height: number;
  /** when each frame is shown, seconds, ascending */
  readonly times: readonly number[];
  /** when the last frame ends, seconds */
  readonly end: number;
  /** how sound is packed; undefined where there is none */
  readonly sound: string | undefined;
  /** what of it is not kept: more than 8 bits, light beyond the display's */
  readonly deeper: '10-bit' | 'hdr' | undefined;
}

/** The codecs' own names for more than 8 bits: VP9, AV1, H.264 High 10 and beyond, HEVC Main 10. */
const DEEP = /^(vp09\.\d+\.\d+\.1\d|av01\.\d+\.\w+\.1\d|avc1\.(6e|7a|f4)|h[ev][cv]1\.2)/i;

/** A shot that is open, whatever it came as. */
export interface OpenedClip {
  readonly facts: ClipFacts;
  readonly sound: InputAudioTrack | null;
  /** frames one after another; backwards where the second comes before the first; throws ShotError */
  frames(from: number, to: number): AsyncGenerator<ShotFrame>;
  /** a frame in small, as a JPEG */
  small(n: number, longSide: number): Promise<Blob>;
  /** a frame as the file that it came as, where it came as one */
  file?(n: number): Promise<File>;
  dispose(): void;
}

/** A clip whose frames are decoded when they are asked for. */
export class Clip implements OpenedClip {
  readonly #sink: VideoSampleSink;

  private constructor(
    readonly facts: ClipFacts,
    readonly input: Input,
    readonly picture: InputVideoTrack,
    readonly sound: InputAudioTrack | null,
  ) {
    this.#sink = new VideoSampleSink(picture);
  }

  /** @throws {ShotError} no-picture, codec, damaged, too-long; its fields name the file */
  static async open(file: Blob, name: string): Promise<Clip> {
    const input = new Input({ source: new BlobSource(file), formats: [WEBM, MATROSKA, MP4, QTFF] });
    const picture = await input.getPrimaryVideoTrack().catch(() => null);
    if (!picture) throw new ShotError('no-picture', { file: name });
    const codec = (await picture.getCodecParameterString()) ?? String(await picture.getInternalCodecId());
    if (!(await picture.canDecode())) throw new ShotError('codec', { file: name, codec });
    const { times, end } = await timesOf(picture, name);
    if (times.length > MOST_FRAMES)
      throw new ShotError('too-long', { file: name, frames: times.length, most: MOST_FRAMES });
    const sound = await input.getPrimaryAudioTrack();
    const isHdr = await picture.hasHighDynamicRange();
    const deep = DEEP.test(codec) ? '10-bit' : undefined;
    const facts: ClipFacts = {
      width: await picture.getDisplayWidth(),
      height: await picture.getDisplayHeight(),
      times,
      end,
      sound: (sound && (await sound.getCodec())) ?? undefined,
      deeper: isHdr ? 'hdr' : deep,
    };
    return new Clip(facts, input, picture, sound);
  }

  /** Frames one after another; backwards where the second comes before the first. @throws {ShotError} damaged */
  frames(from: number, to: number): AsyncGenerator<ShotFrame> {
    return framesInOrder(from, to, (first, last) => this.#onward(first, last));
  }

  /** A frame in small, as a JPEG. */
  async small(n: number, longSide: number): Promise<Blob> {
    for await (const { sample } of this.#samples(n, n)) {
      const { width, height } = sizeWithin(
        { width: sample.displayWidth, height: sample.displayHeight },
        longSide,
      );
      const { canvas } = drawn(sample, width, height);
      return canvas.convertToBlob({ type: 'image/jpeg', quality: 0.8 });
    }
    throw new ShotError('damaged', { frame: n + 1 });
  }

  dispose(): void {
    this.input.dispose();
  }

  async *#onward(from: number, to: number): AsyncGenerator<ShotFrame> {
    for await (const { n, sample } of this.#samples(from, to)) yield { n, pyramid: pyramidOf(sample) };
  }

  async *#samples(from: number, to: number): AsyncGenerator<{ n: number; sample: VideoSample }> {
    const { times } = this.facts;
    let n = from;
    const samples = this.#sink.samples(times[from], times[to + 1]);
    try {
      for await (const sample of samples) {
        try {
          yield { n, sample };
        } finally {
          sample.close();
        }
        if (n++ === to) return;
      }
    } catch (error) {
      if (error instanceof ShotError) throw error;
      throw new ShotError('damaged', { frame: n + 1 });
    }
    throw new ShotError('damaged', { frame: n + 1 });
  }
}

/** When frames are shown, without decoding them. */
async function timesOf(picture: InputVideoTrack, name: string) {
  const times: number[] = [];
  let end = 0;
  try {
    for await (const { timestamp, duration } of new EncodedPacketSink(picture).packets(undefined, undefined, {
      metadataOnly: true,
    })) {
      times.push(timestamp);
      end = Math.max(end, timestamp + duration);
    }
  } catch {
    throw new ShotError('damaged', { file: name });
  }
  if (times.length === 0) throw new ShotError('no-picture', { file: name });
  return { times: times.sort((p, q) => p - q), end };
}

function drawn(sample: VideoSample, width: number, height: number): OffscreenCanvasRenderingContext2D {
  const context = new OffscreenCanvas(width, height).getContext('2d', {
    alpha: false,
    willReadFrequently: true,
  })!;
  sample.draw(context, 0, 0, width, height);
  return context;
}

function pyramidOf(sample: VideoSample): Pyramid {
  const { displayWidth: width, displayHeight: height } = sample;
  const pixels = drawn(sample, width, height).getImageData(0, 0, width, height).data;
  const data = allocate(pixels.length);
  data.set(pixels);
  return buildPyramid({ space: 'srgb8', width, height, data }, allocate);
}

/** Bytes that another worker reads without a copy, where the page may share memory. */
function allocate(bytes: number): Uint8Array {
  return new Uint8Array(self.crossOriginIsolated ? new SharedArrayBuffer(bytes) : new ArrayBuffer(bytes));
}
