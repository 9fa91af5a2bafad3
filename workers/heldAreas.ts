import type { ResolvedArea } from '#core/render/resolved';

/** Who shows areas: each goes on with those it asked for last, whatever the others ask for. */
export type AreaHolder = 'picture' | 'versions' | 'export' | 'warnings' | 'loupe';

/** The areas that renderers hold, by whom they are needed. */
export class HeldAreas {
  readonly #wanted = new Map<AreaHolder, ReadonlySet<string>>();
  #held: ReadonlySet<string> = new Set();

  /** Keys of all areas that the renderers hold. */
  get keys(): readonly string[] {
    return [...this.#held];
  }

  /** Keys of those that a holder went on with last: whatever the others do, they stay. */
  of(holder: AreaHolder): readonly string[] {
    return [...(this.#wanted.get(holder) ?? [])];
  }

  /**
   * Notes what a holder goes on with.
   * @returns what the renderers are to learn, and the keys that they keep
   */
  take(
    holder: AreaHolder,
    newAreas: readonly ResolvedArea[],
    keys: readonly string[],
  ): { readonly areas: readonly ResolvedArea[]; readonly keep: readonly string[] } {
    this.#wanted.set(holder, new Set(keys));
    this.#held = new Set([...this.#wanted.values()].flatMap((wanted) => [...wanted]));
    return { areas: newAreas, keep: this.keys };
  }

  /** A holder is done. */
  release(holder: AreaHolder): void {
    this.#wanted.delete(holder);
  }

  /** The renderers hold nothing any more. */
  clear(): void {
    this.#wanted.clear();
    this.#held = new Set();
  }
}
