import {
  BufferTarget,
  EncodedAudioPacketSource,
  EncodedPacketSink,
  Mp4OutputFormat,
  Output,
  QUALITY_VERY_HIGH,
  VideoSample,
  VideoSampleSource,
  WebMOutputFormat,
  canEncodeVideo,
} from 'mediabunny';
import type { AudioCodec, InputAudioTrack, VideoCodec } from 'mediabunny';
import { ShotError } from '#core/errors';
import type { CodedPixels } from '#core/formats/pngFile';
import { yuvFrame } from '#core/formats/yuvFrame';
import type { FrameReach } from '#kinds/shot/followShot';
import type { OpenedClip } from './clip';

const FORMATS = { webm: () => new WebMOutputFormat(), mp4: () => new Mp4OutputFormat() };
/** Clips that can be written. */
export const CLIP_ENDINGS = ['webm', 'mp4'] as const;

/** Whether a clip's sound goes along as it is packed. */
export function keepsSound(
  ending: keyof typeof FORMATS,
  { sound }: Pick<OpenedClip['facts'], 'sound'>,
): boolean {
  const packed: readonly string[] = FORMATS[ending]().getSupportedAudioCodecs();
  return sound !== undefined && packed.includes(sound);
}

/** What is tried, in this order. */
const CODECS: Readonly<Record<keyof typeof FORMATS, readonly VideoCodec[]>> = {
  webm: ['vp9', 'av1', 'vp8'],
  mp4: ['avc', 'av1', 'vp9'],
};

/** A clip that is being written, frame by frame; each is shown when it was in the clip that it comes from. */
export class ClipWriter {
  private constructor(
    readonly clip: OpenedClip,
    readonly reach: FrameReach,
    readonly output: Output<WebMOutputFormat | Mp4OutputFormat, BufferTarget>,
    readonly picture: VideoSampleSource,
  ) {}

  /** @throws {ShotError} failed, where the browser encodes nothing that the file can hold */
  static async start(clip: OpenedClip, ending: keyof typeof FORMATS, reach: FrameReach): Promise<ClipWriter> {
    const { width, height } = evenSize(clip.facts);
    const format = FORMATS[ending]();
    let codec: VideoCodec | undefined;
    for (const one of CODECS[ending])
      if (!codec && (await canEncodeVideo(one, { width, height, quality: QUALITY_VERY_HIGH }))) codec = one;
    if (!codec) throw new ShotError('failed', { said: `this browser encodes no ${ending.toUpperCase()}` });
    const output = new Output({ format, target: new BufferTarget() });
    const picture = new VideoSampleSource({ codec, quality: QUALITY_VERY_HIGH });
    output.addVideoTrack(picture);
    const writer = new ClipWriter(clip, reach, output, picture);
    const sound = keepsSound(ending, clip.facts) ? clip.sound : null;
    if (sound) {
      const source = new EncodedAudioPacketSource(clip.facts.sound as AudioCodec);
      output.addAudioTrack(source);
      await output.start();
      await writer.#copySound(sound, source);
    } else await output.start();
    return writer;
  }

  /** @param frame 8 bits, four channels */
  async add(
    n: number,
    { width, height, data }: Pick<CodedPixels, 'width' | 'height' | 'data'>,
  ): Promise<void> {
    const { times, end } = this.clip.facts;
    const at = times[n]!;
    const frame = yuvFrame(data as Uint8Array, width, evenSize({ width, height }));
    const sample = new VideoSample(frame.data, {
      format: 'I420',
      codedWidth: frame.width,
      codedHeight: frame.height,
      timestamp: at - this.#start,
      duration: (times[n + 1] ?? end) - at,
      colorSpace: { primaries: 'bt709', transfer: 'bt709', matrix: 'bt709', fullRange: false },
    });
    try {
      await this.picture.add(sample);
    } catch (error) {
      throw new ShotError('failed', { said: error instanceof Error ? error.message : String(error) });
    } finally {
      sample.close();
    }
  }

  async end(): Promise<Blob> {
    await this.output.finalize();
    return new Blob([this.output.target.buffer!], { type: await this.output.getMimeType() });
  }

  async dispose(): Promise<void> {
    if (this.output.state === 'started') await this.output.cancel();
  }

  get #start(): number {
    return this.clip.facts.times[this.reach.from]!;
  }

  /** Sound as it is, from the packet that is heard with the first frame that is written to the last one's end. */
  async #copySound(track: InputAudioTrack, source: EncodedAudioPacketSource): Promise<void> {
    const { times, end } = this.clip.facts;
    const until = times[this.reach.to + 1] ?? end;
    const decoderConfig = await track.getDecoderConfig();
    for await (const packet of new EncodedPacketSink(track).packets()) {
      if (packet.timestamp + packet.duration <= this.#start) continue;
      if (packet.timestamp >= until) break;
      const moved = packet.clone({ timestamp: Math.max(0, packet.timestamp - this.#start) });
      await source.add(moved, decoderConfig ? { decoderConfig } : undefined);
    }
    source.close();
  }
}

/** Colours have half the size of light, and encoders want whole pixels of both. */
function evenSize({ width, height }: { readonly width: number; readonly height: number }) {
  return { width: width & ~1, height: height & ~1 };
}
