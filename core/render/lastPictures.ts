const MOST_PICTURES = 6;

/** The codes of the last pictures of a region: a value that returns, by undo or by the hand, is at once there. */
export class LastPictures {
  /** by what they show, the newest last */
  readonly #held = new Map<string, Uint8Array<ArrayBuffer>>();

  /** A picture that is held, which is the newest from then on. Not to be written. */
  get(name: string): Uint8Array<ArrayBuffer> | undefined {
    const held = this.#held.get(name);
    if (held) this.keep(name, held);
    return held;
  }

  /** Memory for the next picture: that of the oldest, which is no longer held, where there are too many. */
  takeRoom(length: number): Uint8Array<ArrayBuffer> {
    const [oldest] = this.#held.entries();
    if (!oldest || this.#held.size < MOST_PICTURES) return new Uint8Array(length);
    this.#held.delete(oldest[0]);
    return oldest[1];
  }

  /** Keeps a picture as the newest. */
  keep(name: string, codes: Uint8Array<ArrayBuffer>): void {
    this.#held.delete(name);
    this.#held.set(name, codes);
  }
}
