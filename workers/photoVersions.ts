import type { Photo } from '#core/document/schema';

/**
 * As many states of the document as are asked about by turns: the picture's, versions beside each other, a
 * check.
 */
const MOST_HELD = 8;

/** What a worker is told of a photo: a state under a number, and those that it may forget. */
export interface ToldPhoto {
  readonly version: number;
  readonly photo: Photo;
  readonly forget: readonly number[];
}

/**
 * Tells a worker each state of a photo's document once; calls name it by its number. States are never changed
 * in place, so that the object itself is the state.
 */
export class PhotoVersions {
  /** by state, the one asked for least lately first */
  readonly #held = new Map<Photo, number>();
  #count = 0;

  /** @param tell sends one state, before whatever is asked about it */
  constructor(readonly tell: (message: ToldPhoto) => void) {}

  /** The number of a state, which the worker knows by then. */
  of(photo: Photo): number {
    const known = this.#held.get(photo);
    const version = known ?? ++this.#count;
    this.#held.delete(photo);
    this.#held.set(photo, version);
    if (known === undefined) this.tell({ version, photo, forget: this.#drop() });
    return version;
  }

  /** The worker knows nothing any more. */
  clear(): void {
    this.#held.clear();
  }

  #drop(): number[] {
    const over = [...this.#held].slice(0, Math.max(0, this.#held.size - MOST_HELD));
    for (const [photo] of over) this.#held.delete(photo);
    return over.map(([, version]) => version);
  }
}
