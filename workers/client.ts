import { WHOLE_PICTURE } from '#core/document/schema';
import type { Photo } from '#core/document/schema';
import { platesOf } from '#core/document/plates';
import { CancelledError } from '#core/errors';
import type { PlanFile } from '#core/formats/planFile';
import type { Triple } from '#core/colour/triple';
import type { PartColours } from '#core/measure/partColours';
import type { PlacedReading } from '#core/measure/placing';
import type { Plate } from '#core/raster/plate';
import type { PhotoFinding } from '#core/render/checkPhoto';
import type { Pyramid } from '#core/raster/pyramid';
import type { Region } from '#core/raster/raster';
import type { ResolvedPlan } from '#core/render/resolved';
import type { ReadingColours } from '#core/render/resolver';
import type { FoundPeople } from '#core/segment/findParts';
import type {
  AnalystExchanges,
  AreaColours,
  CoverageLook,
  FinderExchanges,
  OpenedPhoto,
  Piece,
  RenderExchanges,
  ResolvedAreas,
  Survey,
} from './protocol';
import { FileWorker } from './fileWorker';
import { WorkerPort } from './workerPort';

export type { CoverageLook, OpenedPhoto, Piece, Placement, Survey } from './protocol';
export type { ReadingDoubt } from '#core/measure/readingDoubt';
export type { PhotoFinding } from '#core/render/checkPhoto';
export { Painter } from './painterClient';
export { foundEntries } from '#core/segment/foundEntries';

export interface ExportOptions {
  readonly type: 'image/jpeg' | 'image/png';
  /** 0..1, of JPEG */
  readonly quality: number;
  /** 0..1 */
  readonly onProgress: (share: number) => void;
  readonly signal: AbortSignal;
}

const STRIP_PIXELS = 1_500_000;
/** No single computation takes longer on a machine that is of use. */
const PATIENCE_MS = 60_000;
const MOST_LOSSES = 5;
const LOSSES_WITHIN_MS = 20_000;

/** All the workers of one page, and the photo they have in use. */
export class PictureWorkers {
  readonly #analyst: WorkerPort<AnalystExchanges>;
  readonly #renderers: readonly WorkerPort<RenderExchanges>[];
  #pyramid: Pyramid | undefined;
  #lastOpened: OpenedPhoto | undefined;
  #finder: WorkerPort<FinderExchanges> | undefined;
  /** looks into files, so that neither the page nor the picture waits for them */
  readonly files = new FileWorker();
  /** names of the plates that the analyst holds */
  readonly #plates = new Set<string>();

  /**
   * @param loadPlate fetches ready-made coverage by its name
   * @param onLost is told when a worker died; the photo is in use again by then, and must be prepared anew
   */
  constructor(
    readonly loadPlate: (name: string) => Promise<Plate | undefined>,
    readonly onLost: () => void,
  ) {
    const losses: number[] = [];
    const lost = () => {
      if (this.#pyramid) this.use(this.#pyramid).catch(() => undefined);
      losses.push(performance.now());
      // What kills every worker that does it is not asked for again and again.
      const often =
        losses.length > MOST_LOSSES && losses.at(-1)! - losses.at(-1 - MOST_LOSSES)! < LOSSES_WITHIN_MS;
      if (!often) onLost();
    };
    const count = Math.min(4, Math.max(2, navigator.hardwareConcurrency || 2));
    this.#analyst = new WorkerPort({
      start: () => new Worker(new URL('./analyst.worker.ts', import.meta.url), { type: 'module' }),
      onLost: lost,
      patienceMs: PATIENCE_MS,
    });
    const startRenderer = () =>
      new Worker(new URL('./render.worker.ts', import.meta.url), { type: 'module' });
    this.#renderers = Array.from(
      { length: count },
      () => new WorkerPort<RenderExchanges>({ start: startRenderer, onLost: lost, patienceMs: PATIENCE_MS }),
    );
    for (const port of [this.#analyst, ...this.#renderers]) port.warm();
  }

  /** Inspects, names and decodes a file. @throws {PhotoFileError} */
  async open(name: string, file: Blob): Promise<OpenedPhoto> {
    return (this.#lastOpened = await this.#analyst.call('open', { name, file }));
  }

  /** The photo opened last, if it is this one: a photo just imported is not decoded again to be shown. */
  openedBefore(sha256: string): OpenedPhoto | undefined {
    return this.#lastOpened?.sha256 === sha256 ? this.#lastOpened : undefined;
  }

  thumb(pyramid: Pyramid, longSide: number): Promise<Blob> {
    return this.#analyst.call('thumb', { pyramid, longSide });
  }

  /** Takes a photo in hand; what follows is about it. */
  async use(pyramid: Pyramid): Promise<void> {
    this.#pyramid = pyramid;
    this.#plates.clear();
    await Promise.all([
      this.#analyst.call('use', { pyramid }),
      ...this.#renderers.map((renderer) => renderer.call('use', { pyramid })),
    ]);
  }

  /**
   * Prepares the marks of the areas that steps stand on, and of others that are shown.
   * @returns the key of each of them, by its id
   */
  async areas(photo: Photo, shown: readonly string[] = []): Promise<ResolvedAreas['keys']> {
    await this.#ensurePlates(photo);
    const ids = [
      ...new Set([
        ...photo.plan.filter(({ on }) => on).map(({ areaId }) => areaId ?? WHOLE_PICTURE.id),
        ...shown,
      ]),
    ];
    const { newAreas, keys } = await this.#analyst.call('areas', { photo, ids });
    for (const renderer of this.#renderers)
      void renderer.call('learn', { areas: newAreas, keep: Object.values(keys) }).catch(() => undefined);
    return keys;
  }

  /** Measures what the steps ask for. The areas must have been prepared. */
  plan(photo: Photo): Promise<ResolvedPlan> {
    return this.#analyst.call('plan', { photo });
  }

  /**
   * Measures what the numbers, the ladder and the face map show, in short pieces: a change of the photo
   * never waits long behind it.
   * @throws {CancelledError} between two pieces, when it is no longer wanted
   */
  async survey(photo: Photo, areaId: string | undefined, isWanted: () => boolean): Promise<Survey> {
    const piece = async <T>(answer: Promise<T>): Promise<T> => {
      const value = await answer;
      if (!isWanted()) throw new CancelledError();
      return value;
    };
    const readings = await piece(this.#analyst.call('readings', { photo }));
    const ladder =
      areaId === undefined
        ? undefined
        : {
            before: await piece(this.#analyst.call('ladder', { photo, areaId, after: false })),
            after: await piece(this.#analyst.call('ladder', { photo, areaId, after: true })),
          };
    const palette =
      areaId === undefined ? undefined : await piece(this.#analyst.call('palette', { photo, areaId }));
    const areas: Record<string, AreaColours> = {};
    // The chosen one first, the others as time allows.
    for (const { id } of photo.areas.toSorted((p, q) => Number(q.id === areaId) - Number(p.id === areaId)))
      areas[id] = await piece(this.#analyst.call('areaColours', { photo, areaId: id }));
    return { readings, ladder, areas, families: palette?.families ?? [], histogram: palette?.histogram };
  }

  /** The mean of a patch, as the photo is and as the plan leaves it, linear sRGB; undefined beside the photo. */
  patch(
    photo: Photo,
    x: number,
    y: number,
    size: number,
  ): Promise<{ now: Triple; result: Triple } | undefined> {
    return this.#analyst.call('patch', { photo, x, y, size });
  }

  /**
   * Opens a photo of the sitting to take colours from, and shows it as its plan leaves it.
   * @param file undefined for the photo in use
   */
  async lend(photo: Photo, file: Blob | undefined, longSide: number): Promise<ImageBitmap> {
    const plates = new Map<string, Plate>();
    for (const name of file ? platesOf(photo) : []) {
      const plate = await this.loadPlate(name);
      if (plate) plates.set(name, plate);
    }
    if (!file) await this.#ensurePlates(photo);
    return this.#analyst.call('lend', { name: photo.file, file, photo, plates, longSide });
  }

  lentPart(areaId: string): Promise<PartColours | undefined> {
    return this.#analyst.call('lentPart', { areaId });
  }

  lentPatch(x: number, y: number, size: number): Promise<Triple | undefined> {
    return this.#analyst.call('lentPatch', { x, y, size });
  }

  /** What the readings show as the plan leaves them. */
  readings(photo: Photo): Promise<readonly ReadingColours[]> {
    return this.#analyst.call('readings', { photo });
  }

  /** Places where readings of an area stand well. */
  async placed(photo: Photo, areaId: string): Promise<readonly PlacedReading[]> {
    await this.#ensurePlates(photo);
    return this.#analyst.call('placed', { photo, areaId });
  }

  /** What is off on the skin of every sitter, as the plan leaves it. */
  async check(photo: Photo): Promise<readonly PhotoFinding[]> {
    await this.#ensurePlates(photo);
    return this.#analyst.call('check', { photo });
  }

  /** Ids of the areas at a point of the photo, the most covering first. */
  areasAt(photo: Photo, x: number, y: number): Promise<readonly string[]> {
    return this.#analyst.call('areasAt', { photo, x, y });
  }

  /** An area's coverage at the photo's size, as an 8-bit grey PNG. */
  coveragePng(photo: Photo, areaId: string): Promise<Uint8Array> {
    return this.#analyst.call('coveragePng', { photo, areaId });
  }

  planFile(photo: Photo): Promise<PlanFile> {
    return this.#analyst.call('planFile', { photo });
  }

  /** A region as pieces, one from each renderer. */
  picture(plan: ResolvedPlan, region: Region): Promise<Piece[]> {
    return this.#pieces(region, (renderer, piece) => renderer.call('picture', { plan, region: piece }));
  }

  /** Where a region is clipped, and the share of its pixels per channel, at white and at black. */
  async clipping(
    plan: ResolvedPlan,
    region: Region,
  ): Promise<{ pieces: Piece[]; shares: readonly number[] }> {
    const shares = [0, 0, 0, 0, 0, 0];
    const pixels = region.outWidth * region.outHeight;
    const pieces = await this.#pieces(region, async (renderer, piece) => {
      const { bitmap, counts } = await renderer.call('clipping', { plan, region: piece });
      counts.forEach((count, n) => (shares[n]! += count / pixels));
      return bitmap;
    });
    return { pieces, shares };
  }

  coverage(areaKey: string, region: Region, look: CoverageLook): Promise<Piece[]> {
    return this.#pieces(region, (renderer, piece) =>
      renderer.call('coverage', { areaKey, region: piece, look }),
    );
  }

  /** Renders and writes the whole photo. @throws {CancelledError} when the signal says so */
  async exportPhoto(plan: ResolvedPlan, { width, height }: Photo, options: ExportOptions): Promise<Blob> {
    const rows = Math.max(16, Math.floor(STRIP_PIXELS / width));
    const starts = Array.from({ length: Math.ceil(height / rows) }, (_, i) => i * rows);
    await this.#analyst.call('sheet', { width, height });
    let done = 0;
    const work = async (renderer: WorkerPort<RenderExchanges>) => {
      for (let row = starts.shift(); row !== undefined; row = starts.shift()) {
        if (options.signal.aborted) throw new CancelledError();
        const count = Math.min(rows, height - row);
        const data = await renderer.call('strip', {
          plan,
          region: { x: 0, y: row, width, height: count, outWidth: width, outHeight: count },
        });
        await this.#analyst.call('strip', { data, row, width }, [data.buffer]);
        done += count;
        options.onProgress((0.9 * done) / height);
      }
    };
    await Promise.all(this.#renderers.map(work));
    const blob = await this.#analyst.call('write', { type: options.type, quality: options.quality });
    if (options.signal.aborted) throw new CancelledError();
    options.onProgress(1);
    return blob;
  }

  /**
   * Finds people and their parts in the photo in use.
   * @throws {NetworksMissingError} {CancelledError} when the signal says so
   */
  async find(options: {
    tiles: boolean;
    onProgress: (share: number) => void;
    signal: AbortSignal;
  }): Promise<FoundPeople> {
    const finder = (this.#finder ??= new WorkerPort({
      start: () => new Worker(new URL('./find.worker.ts', import.meta.url), { type: 'module' }),
      onLost: () => undefined,
      patienceMs: 2 * PATIENCE_MS,
    }));
    const stop = () => finder.dispose();
    options.signal.addEventListener('abort', stop, { once: true });
    try {
      return await finder.call(
        'find',
        { pyramid: this.#pyramid!, tiles: options.tiles },
        [],
        options.onProgress,
      );
    } finally {
      options.signal.removeEventListener('abort', stop);
    }
  }

  async #ensurePlates(photo: Photo): Promise<void> {
    const wanted = platesOf(photo).filter((name) => !this.#plates.has(name));
    const plates = new Map<string, Plate>();
    for (const name of wanted) {
      const plate = await this.loadPlate(name);
      if (!plate) continue;
      plates.set(name, plate);
      this.#plates.add(name);
    }
    if (plates.size > 0) await this.#analyst.call('plates', { plates });
  }

  /** All ready-made coverage that is known of the photo in use, by name. */
  heldPlates(): Promise<ReadonlyMap<string, Plate>> {
    return this.#analyst.call('heldPlates', undefined);
  }

  /** Gives up whatever is being computed for the picture, however long it takes. */
  restart(): void {
    for (const port of [this.#analyst, ...this.#renderers]) port.dispose();
    if (this.#pyramid) this.use(this.#pyramid).catch(() => undefined);
    this.onLost();
  }

  dispose(): void {
    this.#finder?.dispose();
    this.files.dispose();
    this.#analyst.dispose();
    for (const renderer of this.#renderers) renderer.dispose();
  }

  #pieces(
    region: Region,
    render: (renderer: WorkerPort<RenderExchanges>, piece: Region) => Promise<ImageBitmap>,
  ): Promise<Piece[]> {
    const count = Math.min(this.#renderers.length, region.outHeight);
    const rowHeight = region.height / region.outHeight;
    return Promise.all(
      Array.from({ length: count }, async (_, i) => {
        const first = Math.floor((i * region.outHeight) / count);
        const last = Math.floor(((i + 1) * region.outHeight) / count);
        const piece = {
          ...region,
          y: region.y + first * rowHeight,
          height: (last - first) * rowHeight,
          outHeight: last - first,
        };
        return { region: piece, bitmap: await render(this.#renderers[i]!, piece) };
      }),
    );
  }
}
