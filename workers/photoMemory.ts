import type { OpenedPhoto } from './protocol';

/** A buffer may be so much larger than what is kept in it. */
const MOST_ROOM = 1.25;

/**
 * Memory for photos that are had in hand one after another: the next one takes that of the last, unless somebody has
 * taken the last one for good.
 */
export class PhotoMemory {
  #last: OpenedPhoto | undefined;
  #spare: ArrayBufferLike[] = [];

  /** @param make new memory */
  constructor(readonly make: (bytes: number) => Uint8Array) {}

  /** The next photo comes; it may take the memory of the last one. */
  begin(): void {
    this.#spare = this.#last?.pyramid.levels.map(({ data }) => data.buffer) ?? [];
    this.#last = undefined;
  }

  allocate(bytes: number): Uint8Array {
    const at = this.#spare.findIndex(
      ({ byteLength }) => byteLength >= bytes && byteLength <= MOST_ROOM * bytes,
    );
    const [buffer] = at < 0 ? [] : this.#spare.splice(at, 1);
    return buffer ? new Uint8Array(buffer, 0, bytes) : this.make(bytes);
  }

  /** It is there, and nobody's until it is taken. */
  keep(opened: OpenedPhoto): void {
    this.#last = opened;
    this.#spare = [];
  }

  /** The last photo, if it is this one; its memory is the caller's from now on. */
  take(sha256: string): OpenedPhoto | undefined {
    if (this.#last?.sha256 !== sha256) return undefined;
    const taken = this.#last;
    this.#last = undefined;
    return taken;
  }
}
