const MOST_CACHED = 64;

/** Keeps the latest values by key. */
export class Cache<T> {
  readonly #values = new Map<string, T>();

  /** @param most values that are kept */
  constructor(readonly most = MOST_CACHED) {}

  get(key: string, make: () => T): T {
    const value = this.#values.has(key) ? this.#values.get(key)! : make();
    this.#values.delete(key);
    this.#values.set(key, value);
    if (this.#values.size > this.most) this.#values.delete(this.#values.keys().next().value!);
    return value;
  }
}
