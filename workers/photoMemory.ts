import type { OpenedPhoto } from './protocol';

/** A buffer may be so much larger than what is kept in it. */
const MOST_ROOM = 1.25;

/** A photo that is had in hand, its pixels perhaps not worked out yet. */
export interface HeldPhoto {
  readonly sha256: string;
  /** works its pixels out, in memory that is allocated here; once */
  readonly open: () => OpenedPhoto;
  /** it is not wanted any more, and was not opened */
  readonly drop?: () => void;
}

/**
 * Memory for photos that are had in hand one after another: the next one takes that of the last, unless somebody has
 * taken the last one for good.
 */
export class PhotoMemory {
  #last: HeldPhoto | undefined;
  #opened: OpenedPhoto | undefined;
  #spare: ArrayBufferLike[] = [];

  /** @param make new memory */
  constructor(readonly make: (bytes: number) => Uint8Array) {}

  /** The next photo comes; it may take the memory of the last one. */
  begin(): void {
    if (this.#opened) this.#spare = this.#opened.pyramid.levels.map(({ data }) => data.buffer);
    else this.#last?.drop?.();
    this.#forget();
  }

  allocate(bytes: number): Uint8Array {
    const at = this.#spare.findIndex(
      ({ byteLength }) => byteLength >= bytes && byteLength <= MOST_ROOM * bytes,
    );
    const [buffer] = at < 0 ? [] : this.#spare.splice(at, 1);
    return buffer ? new Uint8Array(buffer, 0, bytes) : this.make(bytes);
  }

  /** It is there, and nobody's until it is taken. */
  keep(photo: HeldPhoto): void {
    this.#last = photo;
  }

  /** Works out the last photo, if it is not yet. @throws what opening it throws */
  workOut(): OpenedPhoto | undefined {
    if (!this.#last) return undefined;
    this.#opened ??= this.#last.open();
    this.#spare = [];
    return this.#opened;
  }

  /** The last photo, if it is this one; its memory is the caller's from now on. @throws what opening it throws */
  take(sha256: string): OpenedPhoto | undefined {
    if (this.#last?.sha256 !== sha256) return undefined;
    try {
      return this.workOut();
    } finally {
      this.#forget();
    }
  }

  #forget(): void {
    this.#last = this.#opened = undefined;
  }
}
