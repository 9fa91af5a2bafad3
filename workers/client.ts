import { clamp } from '#core/math/clamp';
import type { Photo } from '#core/document/schema';
import { CancelledError } from '#core/errors';
import type { Plate } from '#core/raster/plate';
import type { Pyramid } from '#core/raster/pyramid';
import type { ResolvedPlan } from '#core/render/resolved';
import type { FoundPeople } from '#core/segment/findParts';
import { Analyst } from './analyst';
import { FileWorker } from './fileWorker';
import { Finder } from './finder';
import type { FindOptions } from './finder';
import type { AreaHolder } from './heldAreas';
import type { OpenedPhoto, ResolvedAreas } from './protocol';
import { Renderers } from './renderers';

export type { CoverageLook, OpenedPhoto, Piece, Placement, Survey } from './protocol';
export type { ReadingDoubt } from '#core/measure/readingDoubt';
export type { PhotoFinding } from '#core/render/checkPhoto';
export { Painter } from './painterClient';
export { foundEntries } from '#core/segment/foundEntries';

/** How a photo is written. */
export interface ExportOptions {
  readonly type: 'image/jpeg' | 'image/png';
  /** 0..1, of JPEG */
  readonly quality: number;
  /** 0..1 */
  readonly onProgress: (share: number) => void;
  readonly signal: AbortSignal;
}

/** No single computation takes longer on a machine that is of use. */
const PATIENCE_MS = 60_000;
const MOST_LOSSES = 5;
const LOSSES_WITHIN_MS = 20_000;
const FEWEST_RENDERERS = 2;
const MOST_RENDERERS = 4;
/** Rendering's share of an export; the rest is encoding. */
const RENDERED_SHARE = 0.9;

/** All the workers of one page, and the photo they have in use. */
export class PictureWorkers {
  /** measures, and prepares what is rendered */
  readonly analyst: Analyst;
  readonly renderers: Renderers;
  /** looks into files, so that neither the page nor the picture waits for them */
  readonly files = new FileWorker();
  readonly #finder = new Finder();
  #pyramid: Pyramid | undefined;
  #lastOpened: OpenedPhoto | undefined;
  /** areas are prepared one after the other, so that it is known what renderers hold */
  #preparing: Promise<unknown> = Promise.resolve();

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
    this.analyst.port.warm();
    this.renderers.warm();
  }

  /** Inspects, names and decodes a file. @throws {PhotoFileError} */
  async open(name: string, file: Blob): Promise<OpenedPhoto> {
    return (this.#lastOpened = await this.analyst.open(name, file));
  }

  /** The photo opened last, if it is this one: a photo just imported is not decoded again to be shown. */
  openedBefore(sha256: string): OpenedPhoto | undefined {
    return this.#lastOpened?.sha256 === sha256 ? this.#lastOpened : undefined;
  }

  /** Takes a photo in hand; what follows is about it. */
  async use(pyramid: Pyramid): Promise<void> {
    this.#pyramid = pyramid;
    await Promise.all([this.analyst.use(pyramid), this.renderers.use(pyramid)]);
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
    const prepared = this.#preparing.then(prepare, prepare);
    this.#preparing = prepared.catch(() => undefined);
    return prepared;
  }

  /** Renders and writes the whole photo. @throws {CancelledError} when the signal says so */
  async exportPhoto(
    plan: ResolvedPlan,
    { width, height }: Photo,
    { type, quality, onProgress, signal }: ExportOptions,
  ): Promise<Blob> {
    const { port } = this.analyst;
    let rows = 0;
    await port.call('sheet', { width, height });
    try {
      await this.renderers.strips(
        plan,
        { width, height },
        async ({ region, data }) => {
          await port.call('strip', { data, row: region.y, width }, [data.buffer]);
          rows += region.outHeight;
          onProgress((RENDERED_SHARE * rows) / height);
        },
        signal,
      );
      const blob = await port.call('write', { type, quality });
      if (signal.aborted) throw new CancelledError();
      onProgress(1);
      return blob;
    } catch (error) {
      await port.call('dropSheet', undefined).catch(() => undefined);
      throw error;
    } finally {
      this.renderers.release('export');
    }
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
    this.#useAgain();
    this.onLost();
  }

  dispose(): void {
    this.#finder.dispose();
    this.files.dispose();
    this.analyst.port.dispose();
    this.renderers.dispose();
  }

  #useAgain(): void {
    if (this.#pyramid) this.use(this.#pyramid).catch(() => undefined);
  }
}
