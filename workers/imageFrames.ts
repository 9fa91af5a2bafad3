import { BlobReader, BlobWriter, ZipReader, configure } from '@zip.js/zip.js';
import type { FileEntry } from '@zip.js/zip.js';
import { ShotError } from '#core/errors';
import { sampleRegion } from '#core/raster/sampleRegion';
import { wholeRegion } from '#core/raster/raster';
import type { ShotFrame } from '#kinds/shot/followShot';
import { MOST_FRAMES } from '#kinds/shot/frameOrder';
import { USUAL_RATE, framesAmong } from '#kinds/shot/numberedFrames';
import type { ClipFacts, OpenedClip } from './clip';
import { decodeAlone, jpegOf } from './photoOpening';

// This is a worker already.
configure({ useWebWorkers: false });

/** A shot whose frames are images in an archive, each read and decoded when it is asked for. */
export class ImageFrames implements OpenedClip {
  readonly sound = null;

  private constructor(
    readonly facts: ClipFacts,
    readonly images: readonly FileEntry[],
    readonly archive: ZipReader<unknown>,
  ) {}

  /** @param rate frames a second @throws {ShotError} damaged, no-frames, too-long {PhotoFileError} */
  static async open(file: Blob, name: string, rate = USUAL_RATE): Promise<ImageFrames> {
    const archive = new ZipReader(new BlobReader(file));
    const entries = await archive.getEntries().catch(() => {
      throw new ShotError('damaged', { file: name });
    });
    const files = entries.filter((entry) => !entry.directory);
    const images = framesAmong(files, ({ filename }) => filename);
    if (images.length === 0) throw new ShotError('no-frames', { file: name });
    if (images.length > MOST_FRAMES)
      throw new ShotError('too-long', { file: name, frames: images.length, most: MOST_FRAMES });
    const { width, height } = (await decoded(images[0]!)).pyramid;
    const times = images.map((_, n) => n / rate);
    const facts = {
      width,
      height,
      times,
      end: images.length / rate,
      sound: undefined,
      deeper: undefined,
    };
    return new ImageFrames(facts, images, archive);
  }

  /** Frames one after another; backwards where the second comes before the first. @throws {ShotError} sizes, damaged */
  async *frames(from: number, to: number): AsyncGenerator<ShotFrame> {
    const { width, height } = this.facts;
    const step = from <= to ? 1 : -1;
    for (let n = from; step * (to - n) >= 0; n += step) {
      const { pyramid } = await decoded(this.#at(n));
      if (pyramid.width !== width || pyramid.height !== height)
        throw new ShotError('sizes', { frame: this.#at(n).filename, width, height });
      yield { n, pyramid };
    }
  }

  /** A frame in small, as a JPEG. */
  async small(n: number, longSide: number): Promise<Blob> {
    const { pyramid } = await decoded(this.#at(n));
    const region = wholeRegion(pyramid.width, pyramid.height, longSide);
    return jpegOf(sampleRegion(pyramid, region).data, region);
  }

  /** A frame as the file that it came as. */
  async file(n: number): Promise<File> {
    const entry = this.#at(n);
    return new File([await bytesOf(entry)], nameIn(entry));
  }

  dispose(): void {
    void this.archive.close();
  }

  #at(n: number): FileEntry {
    const entry = this.images[n];
    if (!entry) throw new ShotError('damaged', { frame: n + 1 });
    return entry;
  }
}

const nameIn = ({ filename }: FileEntry): string => filename.slice(filename.lastIndexOf('/') + 1);

const bytesOf = (entry: FileEntry): Promise<Blob> =>
  entry.getData(new BlobWriter()).catch(() => {
    throw new ShotError('damaged', { file: entry.filename });
  });

/** @throws {ShotError} damaged {PhotoFileError} */
async function decoded(entry: FileEntry) {
  return decodeAlone(nameIn(entry), await bytesOf(entry));
}
