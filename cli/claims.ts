import { stemOf } from '#core/document/names';
import { basename } from 'node:path';

/** Who may write where. */
export interface Claims {
  /**
   * Takes a path for a file of the command.
   * @param n which file
   * @returns false when another file has it
   */
  claim(n: number, path: string): Promise<boolean>;
}

/**
 * Paths taken in the order of the files, whichever is done first: photos of one name get the same numbers in
 * every run.
 */
export class ClaimsInOrder implements Claims {
  readonly #taken: Set<string>;
  readonly #settled: { readonly promise: Promise<void>; readonly settle: () => void }[];
  readonly #stems: readonly string[];

  /** @param taken what an earlier run has written */
  constructor(files: readonly string[], taken: Iterable<string> = []) {
    this.#taken = new Set(taken);
    this.#stems = files.map((file) => stemOf(basename(file)));
    this.#settled = files.map(() => {
      let settle: () => void = () => undefined;
      const promise = new Promise<void>((resolve) => (settle = resolve));
      return { promise, settle };
    });
  }

  async claim(n: number, path: string): Promise<boolean> {
    const stem = this.#stems[n];
    await Promise.all(
      this.#settled
        .slice(0, n)
        .filter((_, i) => this.#stems[i] === stem)
        .map(({ promise }) => promise),
    );
    if (this.#taken.has(path)) return false;
    this.#taken.add(path);
    this.ended(n);
    return true;
  }

  /** A file that is done, or takes no place. */
  ended(n: number): void {
    this.#settled[n]?.settle();
  }
}
