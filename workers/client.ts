import { clamp } from '#core/math/clamp';
import type { Photo } from '#core/document/schema';
import { CancelledError } from '#core/errors';
import { FORMAT_FACTS, spaceFor } from '#core/formats/writtenFile';
import type { WrittenAs } from '#core/formats/writtenFile';
import type { Warning } from '#core/measure/warnings/scene';
import type { Plate } from '#core/raster/plate';
import type { Pyramid } from '#core/raster/pyramid';
import { sizeWithin } from '#core/render/codedRegion';
import type { ResolvedPlan } from '#core/render/resolved';
import type { FoundPeople } from '#core/segment/found';
import { Analyst } from './analyst';
import { FileWorker } from './fileWorker';
import { Finder } from './finder';
import type { FindOptions } from './finder';
import { seenSpace } from './screenSpace';
import type { AreaHolder } from './heldAreas';
import type { CardTrial } from './card/cardTrial';
import type { OpenedPhoto, ResolvedAreas } from './protocol';
import { Encoder, channelsOf } from './encoder';
import { Renderers } from './renderers';
import type { Strip } from './renderers';

export { screenSpace } from './screenSpace';
export type {
  BeforeShown,
  CoverageLook,
  Layer,
  LayerBlob,
  WrittenLut,
  OpenedPhoto,
  Piece,
  Placement,
  SeenPeople,
  Survey,
} from './protocol';
export type { CardTrial } from './card/cardTrial';
export type { Warning } from '#core/measure/warnings/scene';
export type { ReadingDoubt } from '#core/measure/readingDoubt';
export type { PhotoFinding } from '#core/render/checkPhoto';
export { Painter } from './painterClient';
export { SetWorkers } from './setWorkers';
export { shotWorker } from './shotWorker';
export type { ClipFacts, FollowedAt, FrameWork, ShotExchanges, ShotFacts, ShotFormat } from './shotProtocol';
export type { WorkerPort } from './workerPort';
export { foundEntries } from '#core/segment/foundEntries';

/** What is written, and how. */
export interface Written {
  /** the photo's own file, for its profile and metadata */
  readonly file: Blob;
  readonly as: WrittenAs;
  /** 0..255 of every pixel, for a PNG that is seen through */
  readonly opacity?: Uint8Array;
}

/** How far a photo's writing is told, and how it is stopped. */
export interface ExportOptions {
  /** 0..1 */
  readonly onProgress: (share: number) => void;
  readonly signal: AbortSignal;
}

/** No single computation takes longer on a machine that is of use. */
const PATIENCE_MS = 60_000;
const MOST_LOSSES = 5;
const LOSSES_WITHIN_MS = 20_000;
const FEWEST_RENDERERS = 2;
const MOST_RENDERERS = 8;
/** Sitters worked out side by side: each takes memory for its part of the photo. */
const MOST_SITTERS_AT_ONCE = 4;
/** Rendering's share of an export; the rest is encoding. */
const RENDERED_SHARE = 0.7;

/** All the workers of one page, and the photo they have in use. */
export class PictureWorkers {
  /** measures, and prepares what is rendered */
  readonly analyst: Analyst;
  readonly renderers: Renderers;
  /** looks into files, so that neither the page nor the picture waits for them */
  readonly files = new FileWorker();
  readonly #finder: Finder;
  /** looks at what a plan did, beside the workers that the picture waits for */
  readonly #watcher: Renderers;
  /** the photo that it has in hand */
  #watched: Pyramid | undefined;
  #pyramid: Pyramid | undefined;
  /** areas are prepared one after the other, so that it is known what renderers hold; undefined while none are */
  #preparing: Promise<unknown> | undefined;

  /**
   * @param loadPlate fetches ready-made coverage by its name
   * @param onLost is told when a worker died; the photo is in use again by then, and must be prepared anew
   */
  constructor(
    loadPlate: (name: string) => Promise<Plate | undefined>,
    readonly onLost: () => void,
  ) {
    const losses: number[] = [];
    const lost = () => {
      this.#useAgain();
      losses.push(performance.now());
      // What kills every worker that does it is not asked for again and again.
      const often =
        losses.length > MOST_LOSSES && losses.at(-1)! - losses.at(-1 - MOST_LOSSES)! < LOSSES_WITHIN_MS;
      if (!often) onLost();
    };
    const cores = navigator.hardwareConcurrency || FEWEST_RENDERERS;
    const count = clamp(cores, FEWEST_RENDERERS, MOST_RENDERERS);
    this.analyst = new Analyst(loadPlate, lost, PATIENCE_MS);
    this.renderers = new Renderers(count, lost, PATIENCE_MS);
    this.#finder = new Finder(Math.min(count, MOST_SITTERS_AT_ONCE));
    this.#watcher = new Renderers(1, () => (this.#watched = undefined), PATIENCE_MS);
    this.analyst.port.warm();
    this.renderers.warm();
  }

  /** Inspects, names and decodes a file. @throws {PhotoFileError} */
  open(name: string, file: Blob): Promise<OpenedPhoto> {
    return this.analyst.open(name, file);
  }

  /** Takes one photo after another in hand, each in the memory of the one before. @throws {PhotoFileError} */
  async useNext(name: string, file: Blob): Promise<void> {
    const { pyramid } = await this.analyst.openNext(name, file);
    await this.use(pyramid);
  }

  /** Takes a photo in hand; what follows is about it. */
  async use(pyramid: Pyramid): Promise<void> {
    this.#pyramid = pyramid;
    this.#watched = undefined;
    const channels = this.renderers.channels();
    await Promise.all([
      this.analyst.use(
        pyramid,
        channels.map(({ port1 }) => port1),
      ),
      this.renderers.use(
        pyramid,
        seenSpace(pyramid),
        channels.map(({ port2 }) => port2),
      ),
    ]);
  }

  /**
   * Prepares the marks of the areas that steps stand on, and of others that are shown.
   * @param holder who shows them; they stay known until it asks again or lets go
   * @returns the key of each of them, by its id
   */
  areas(photo: Photo, holder: AreaHolder, shown: readonly string[] = []): Promise<ResolvedAreas['keys']> {
    const prepare = async () => {
      const { newAreas, keys } = await this.analyst.areas(photo, shown, this.renderers.heldKeys);
      this.renderers.learn(holder, newAreas, Object.values(keys));
      return keys;
    };
    const prepared = this.#preparing ? this.#preparing.then(prepare) : prepare();
    const settled = prepared
      .catch(() => undefined)
      .then(() => {
        if (this.#preparing === settled) this.#preparing = undefined;
      });
    this.#preparing = settled;
    return prepared;
  }

  /** What the photo's plan may have done unasked, and where. */
  async warnings(photo: Photo): Promise<readonly Warning[]> {
    if (!this.#pyramid) throw new RangeError('no photo is in use');
    // It takes the photo in hand when it is first asked, so that opening does not wait for it.
    if (this.#watched !== this.#pyramid) await this.#watcher.use(this.#pyramid);
    this.#watched = this.#pyramid;
    const all = photo.areas.map(({ id }) => id);
    const { newAreas, keys } = await this.analyst.areas(photo, all, this.#watcher.heldKeys);
    this.#watcher.learn('warnings', newAreas, Object.values(keys));
    return this.#watcher.warnings(photo, await this.analyst.plan(photo), keys);
  }

  /**
   * Renders and writes the whole photo.
   * @throws {CancelledError} when the signal says so
   */
  async exportPhoto(
    plan: ResolvedPlan,
    photo: Photo,
    { file, as, opacity }: Written,
    { onProgress, signal }: ExportOptions,
  ): Promise<Blob> {
    const encoder = new Encoder();
    const stop = () => encoder.dispose();
    signal.addEventListener('abort', stop);
    const size = sizeWithin(photo, as.longEdge);
    const channels = opacity ? 4 : channelsOf(as.format);
    const target = { space: spaceFor(as), depth: FORMAT_FACTS[as.format].depth, channels };
    try {
      let rows = 0;
      await encoder.begin(size, target);
      const take = async (strip: Strip) => {
        await encoder.put(strip);
        rows += strip.rows;
        onProgress((RENDERED_SHARE * rows) / size.height);
      };
      await this.renderers.strips({ plan, photo, size, target }, take, signal);
      if (opacity) await encoder.seeThrough(opacity);
      const blob = await encoder.write(as, photo.file, file, (share) =>
        onProgress(RENDERED_SHARE + (1 - RENDERED_SHARE) * share),
      );
      if (signal.aborted) throw new CancelledError();
      onProgress(1);
      return blob;
    } finally {
      signal.removeEventListener('abort', stop);
      encoder.dispose();
      this.renderers.release('export');
    }
  }

  /**
   * What the machine's graphics card is worth, tried beside the workers that the picture waits for; undefined where
   * there is none.
   * @param mayBeSlow takes one that a processor imitates, too
   */
  tryCard(mayBeSlow: boolean): Promise<CardTrial | undefined> {
    return this.#watcher.tryCard(mayBeSlow);
  }

  /** Loads what finding people needs, before it is asked for. */
  prepareFind(): void {
    this.#finder.prepare();
  }

  /**
   * Finds people and their parts in the photo in use.
   * @throws {NetworksMissingError} {CancelledError} when the signal says so
   */
  find(options: FindOptions): Promise<FoundPeople> {
    if (!this.#pyramid) throw new RangeError('no photo is in use');
    return this.#finder.find(this.#pyramid, options);
  }

  /** Gives up whatever is being computed for the picture, however long it takes. */
  restart(): void {
    this.analyst.port.dispose();
    this.renderers.dispose();
    this.#watcher.dispose();
    this.#watched = undefined;
    this.#useAgain();
    this.onLost();
  }

  dispose(): void {
    this.#finder.dispose();
    this.files.dispose();
    this.analyst.port.dispose();
    this.renderers.dispose();
    this.#watcher.dispose();
  }

  #useAgain(): void {
    if (this.#pyramid) this.use(this.#pyramid).catch(() => undefined);
  }
}
