import type { Photo } from '#core/document/schema';
import type { Plate } from '#core/raster/plate';
import type { Pyramid } from '#core/raster/pyramid';
import type { FoundPeople } from '#core/segment/found';
import { Analyst } from './analyst';
import { Finder } from './finder';
import type { FindOptions } from './finder';

/** No photo takes longer on a machine that is of use. */
const PATIENCE_MS = 120_000;

/** Workers that go through the photos of a set, one at a time, beside the one that is looked at. */
export class SetWorkers {
  readonly analyst: Analyst;
  /** Photos are worked on in as many lanes as there are pairs of processors. */
  readonly #finder = new Finder(2);
  #pyramid: Pyramid | undefined;

  /** @param loadPlate fetches ready-made coverage by its name */
  constructor(loadPlate: (name: string) => Promise<Plate | undefined>) {
    this.analyst = new Analyst(loadPlate, () => (this.#pyramid = undefined), PATIENCE_MS);
  }

  /** Takes a photo in hand. @throws {PhotoFileError} */
  async use(photo: Pick<Photo, 'file'>, file: Blob): Promise<void> {
    const { pyramid } = await this.analyst.openNext(photo.file, file);
    await this.analyst.use(pyramid);
    this.#pyramid = pyramid;
  }

  /** Finds people in the photo in hand. @throws {NetworksMissingError} {CancelledError} */
  find(options: FindOptions): Promise<FoundPeople> {
    if (!this.#pyramid) throw new RangeError('no photo is in use');
    return this.#finder.find(this.#pyramid, options);
  }

  dispose(): void {
    this.#finder.dispose();
    this.analyst.port.dispose();
  }
}
