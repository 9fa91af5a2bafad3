import type { Triple } from '#core/colour/triple';
import { platesOf } from '#core/document/plates';
import { WHOLE_PICTURE } from '#core/document/schema';
import type { Photo } from '#core/document/schema';
import { CancelledError } from '#core/errors';
import type { PlanFile } from '#core/formats/planFile';
import type { ReadingRow } from '#core/formats/readingsFile';
import type { PartColours } from '#core/measure/partColours';
import type { ReadingPlaces } from '#core/measure/placing';
import type { Plate } from '#core/raster/plate';
import type { Pyramid } from '#core/raster/pyramid';
import type { PhotoFinding } from '#core/render/checkPhoto';
import type { PartNumbers } from '#core/render/photoNumbers';
import type { LutSize } from '#core/render/planLut';
import type { ResolvedPlan } from '#core/render/resolved';
import type { ReadingColours } from '#core/render/resolver';
import type { PlaceColours } from '#core/offer/stepContext';
import type { PartShifts } from '#kinds/set/carryPlan';
import { PhotoVersions } from './photoVersions';
import type {
  AnalystExchanges,
  AreaColours,
  LookedPhoto,
  OpenedPhoto,
  ResolvedAreas,
  Survey,
  WrittenLut,
} from './protocol';
import type { PictureOrder } from './renderers';
import { WorkerPort } from './workerPort';

/** A patch of a photo: its centre and its side, pixels. */
export interface Patch {
  readonly x: number;
  readonly y: number;
  readonly size: number;
}

/** The worker that decodes, prepares areas and measures. */
export class Analyst {
  readonly port: WorkerPort<AnalystExchanges>;
  readonly #versions: PhotoVersions;
  /** names of the plates that it holds */
  readonly #plates = new Set<string>();
  #fetching: Promise<void> | undefined;

  /**
   * @param loadPlate fetches ready-made coverage by its name
   * @param onLost is told when it died
   */
  constructor(
    readonly loadPlate: (name: string) => Promise<Plate | undefined>,
    onLost: () => void,
    patienceMs: number,
  ) {
    this.port = new WorkerPort({
      start: () => new Worker(new URL('./analyst.worker.ts', import.meta.url), { type: 'module' }),
      onLost,
      patienceMs,
    });
    this.#versions = new PhotoVersions(
      (message) => void this.port.call('photo', message).catch(() => undefined),
    );
  }

  /** Inspects, names and decodes a file. @throws {PhotoFileError} */
  open(name: string, file: Blob): Promise<OpenedPhoto> {
    return this.port.call('open', { name, file });
  }

  /** The same for photos in turn: the one that was opened so before must not be looked at any more. */
  openNext(name: string, file: Blob): Promise<OpenedPhoto> {
    return this.port.call('openNext', { name, file });
  }

  /**
   * What a photo is, and how it looks in small. Photos looked at one after another take the memory of one.
   * @param longSide pixels
   * @param opensNext it is about to be opened
   * @throws {PhotoFileError}
   */
  look(name: string, file: Blob, longSide: number, opensNext = false): Promise<LookedPhoto> {
    return this.port.call('look', { name, file, longSide, opensNext });
  }

  /**
   * Takes a photo in hand; nothing is known of the one before.
   * @param renderers to whom pictures are handed on
   */
  async use(pyramid: Pyramid, renderers: MessagePort[] = []): Promise<void> {
    this.#plates.clear();
    this.#versions.clear();
    await this.port.call('use', { pyramid, renderers }, renderers);
  }

  /** What became of the photo, in small. @param longSide pixels */
  async result(photo: Photo, longSide: number): Promise<Blob> {
    await this.#ensurePlates(photo);
    return this.port.call('result', { version: this.#versions.of(photo), longSide });
  }

  /** Ready-made coverage, by the names under which marks know it. */
  async learnPlates(plates: ReadonlyMap<string, Plate>): Promise<void> {
    if (plates.size === 0) return;
    for (const name of plates.keys()) this.#plates.add(name);
    await this.port.call('plates', { plates });
  }

  /** All ready-made coverage that is known of the photo in use, by name. */
  heldPlates(): Promise<ReadonlyMap<string, Plate>> {
    return this.port.call('heldPlates', undefined);
  }

  /**
   * Prepares the marks of the areas that steps stand on, and of others that are shown.
   * @param known keys of areas that need not be told again
   */
  areas(photo: Photo, shown: readonly string[], known: readonly string[]): Promise<ResolvedAreas> {
    const stoodOn = photo.plan.filter(({ on }) => on).map(({ areaId }) => areaId ?? WHOLE_PICTURE.id);
    const ids = [...new Set([...stoodOn, ...shown])];
    const ask = () => this.port.call('areas', { version: this.#versions.of(photo), ids, known });
    return this.#lacks(photo) ? this.#ensurePlates(photo).then(ask) : ask();
  }

  /**
   * Measures what the steps ask for.
   * @param picture is drawn by the renderers as soon as that is done, or dropped
   */
  async plan(photo: Photo, picture?: PictureOrder): Promise<ResolvedPlan> {
    const ask = () => this.port.call('plan', { version: this.#versions.of(photo), order: picture?.told });
    let isHandedOn = false;
    try {
      const reply = await (this.#lacks(photo) ? this.#ensurePlates(photo).then(ask) : ask());
      ({ isHandedOn } = reply);
      return reply.plan;
    } finally {
      if (!isHandedOn) picture?.drop();
    }
  }

  /**
   * Measures what the numbers, the ladder and the face map show, in short pieces: a change of the photo
   * never waits long behind it.
   * @throws {CancelledError} between two pieces, when it is no longer wanted
   */
  async survey(photo: Photo, areaId: string | undefined, isWanted: () => boolean): Promise<Survey> {
    const version = this.#versions.of(photo);
    const piece = async <T>(ask: () => Promise<T>): Promise<T> => {
      const value = await ask();
      if (!isWanted()) throw new CancelledError();
      return value;
    };
    const open = areaId ?? WHOLE_PICTURE.id;
    const ladderOf = (after: boolean) =>
      piece(() => this.port.call('ladder', { version, areaId: open, after }));
    const areas: Record<string, AreaColours> = {};
    const coloursOf = async (id: string) => {
      areas[id] = await piece(() => this.port.call('areaColours', { version, areaId: id }));
    };
    const readings = await piece(() => this.port.call('readings', { version }));
    const ladder = { before: await ladderOf(false), after: await ladderOf(true) };
    const palette = await piece(() => this.port.call('palette', { version, areaId: open }));
    // The chosen one first, the others as time allows.
    await coloursOf(open);
    for (const { id } of photo.areas) if (id !== open) await coloursOf(id);
    const { families, histogram } = palette;
    return { photo, of: open, readings, ladder, areas, families, histogram };
  }

  /** The mean of a patch, as the photo is and as the plan leaves it; undefined beside the photo. */
  patch(photo: Photo, patch: Patch): Promise<PlaceColours | undefined> {
    return this.port.call('patch', { version: this.#versions.of(photo), ...patch });
  }

  /** What the readings show as the plan leaves them. */
  readings(photo: Photo): Promise<readonly ReadingColours[]> {
    return this.port.call('readings', { version: this.#versions.of(photo) });
  }

  /** What the parts show by which photos of a set are compared. */
  async numbers(photo: Photo): Promise<readonly PartNumbers[]> {
    await this.#ensurePlates(photo);
    return this.port.call('numbers', { version: this.#versions.of(photo) });
  }

  /** Places where readings of an area stand well. */
  async placed(photo: Photo, areaId: string): Promise<ReadingPlaces> {
    await this.#ensurePlates(photo);
    return this.port.call('placed', { version: this.#versions.of(photo), areaId });
  }

  /** How much further than with the face what lies on found parts goes from another photo to this one. */
  async partShifts(from: Photo, photo: Photo, who: ReadonlyMap<string, string>): Promise<PartShifts> {
    await this.#ensurePlates(photo);
    const plates = await this.#load(platesOf(from));
    return this.port.call('partShifts', { version: this.#versions.of(photo), from, plates, who });
  }

  /** What is off on the skin of every sitter, as the plan leaves it. */
  async check(photo: Photo): Promise<readonly PhotoFinding[]> {
    await this.#ensurePlates(photo);
    return this.port.call('check', { version: this.#versions.of(photo) });
  }

  /** Ids of the areas at a point of the photo, the most covering first. */
  areasAt(photo: Photo, x: number, y: number): Promise<readonly string[]> {
    return this.port.call('areasAt', { version: this.#versions.of(photo), x, y });
  }

  /** An area's coverage at the photo's size, as an 8-bit grey PNG. */
  coveragePng(photo: Photo, areaId: string): Promise<Uint8Array> {
    return this.port.call('coveragePng', { version: this.#versions.of(photo), areaId });
  }

  planFile(photo: Photo): Promise<PlanFile> {
    return this.port.call('planFile', { version: this.#versions.of(photo) });
  }

  /** Where an area lies and its mean colours, before and after. */
  areaColours(photo: Photo, areaId: string): Promise<AreaColours> {
    return this.port.call('areaColours', { version: this.#versions.of(photo), areaId });
  }

  /** Mean colours of a patch, as the photo is and as its plan leaves it; undefined beside the photo. */
  patchColours(photo: Photo, patch: Patch): Promise<PlaceColours | undefined> {
    return this.port.call('patch', { version: this.#versions.of(photo), ...patch });
  }

  /** Coverage 0..255 of an area at the photo's size. */
  coverage(photo: Photo, areaId: string): Promise<Uint8Array> {
    return this.port.call('coverage', { version: this.#versions.of(photo), areaId });
  }

  /** The colour part of the plan as a table, with the steps on one area or without. */
  lut(photo: Photo, size: LutSize, areaId: string | null): Promise<WrittenLut> {
    return this.port.call('lut', { version: this.#versions.of(photo), size, areaId });
  }

  /** Every reading with its colours. */
  readingRows(photo: Photo): Promise<readonly ReadingRow[]> {
    return this.port.call('readingRows', { version: this.#versions.of(photo) });
  }

  /** Before, after, readings and plan as one page of HTML. @param day ISO 8601 */
  proofSheet(photo: Photo, sitting: string, day: string): Promise<string> {
    return this.port.call('proofSheet', { version: this.#versions.of(photo), sitting, day });
  }

  /**
   * Opens a photo of the sitting to take colours from, and shows it as its plan leaves it.
   * @param file undefined for the photo in use
   */
  async lend(photo: Photo, file: Blob | undefined, longSide: number): Promise<ImageBitmap> {
    const plates = file ? await this.#load(platesOf(photo)) : new Map<string, Plate>();
    if (!file) await this.#ensurePlates(photo);
    return this.port.call('lend', { name: photo.file, file, photo, plates, longSide });
  }

  /**
   * What an area of the lending photo has, as its plan leaves it; undefined when it covers next to nothing.
   */
  lentPart(areaId: string): Promise<PartColours | undefined> {
    return this.port.call('lentPart', { areaId });
  }

  /** The mean of a patch of the lending photo, linear sRGB; undefined beside it. */
  lentPatch(patch: Patch): Promise<Triple | undefined> {
    return this.port.call('lentPatch', patch);
  }

  /** Whether ready-made coverage is still to be told; where none is, what is asked leaves at once. */
  #lacks(photo: Photo): boolean {
    return platesOf(photo).some((name) => !this.#plates.has(name));
  }

  async #ensurePlates(photo: Photo): Promise<void> {
    // Who asks while some are fetched waits for these first.
    while (this.#fetching) await this.#fetching;
    const missing = platesOf(photo).filter((name) => !this.#plates.has(name));
    if (missing.length === 0) return;
    this.#fetching = this.#load(missing).then((plates) => this.learnPlates(plates));
    try {
      await this.#fetching;
    } finally {
      this.#fetching = undefined;
    }
  }

  /** What is not there is left out, and asked for again the next time. */
  async #load(names: readonly string[]): Promise<Map<string, Plate>> {
    const plates = new Map<string, Plate>();
    for (const name of names) {
      const plate = await this.loadPlate(name);
      if (plate) plates.set(name, plate);
    }
    return plates;
  }
}
