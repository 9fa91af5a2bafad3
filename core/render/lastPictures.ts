const MOST_PICTURES = 6;

/** The codes of the last pictures of a region: a value that returns, by undo or by the hand, is at once there. */
export class LastPictures {
  /** by what they show, the newest last */
  readonly #held = new Map<string, Uint8Array>();

  get(name: string): Uint8Array | undefined {
    return this.#held.get(name);
  }

  /** Keeps a copy as the newest, in the memory of the oldest where there are too many. */
  keep(name: string, codes: Uint8Array): void {
    const [oldest] = this.#held.keys();
    const gone = this.#held.has(name) || this.#held.size < MOST_PICTURES ? name : oldest!;
    const copy = this.#held.get(gone) ?? new Uint8Array(codes.length);
    this.#held.delete(gone);
    copy.set(codes);
    this.#held.set(name, copy);
  }
}
