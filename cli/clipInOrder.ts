import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import type { ClipWriter } from './ffmpeg';

/** Hands frames to a clip in their order; those that come too early wait on the disk beside it. */
export class ClipInOrder {
  #next = 0;
  #folder: string | undefined;
  readonly #waiting = new Set<number>();

  constructor(
    readonly writer: ClipWriter,
    readonly beside: string,
  ) {}

  /** @param n the frame's place, from 0 */
  async add(n: number, rgb: Uint8Array): Promise<void> {
    if (n !== this.#next) {
      this.#folder ??= await mkdtemp(join(dirname(this.beside), '.frames-'));
      await writeFile(this.#fileOf(n), rgb);
      this.#waiting.add(n);
      return;
    }
    await this.writer.add(rgb);
    this.#next++;
    while (this.#waiting.delete(this.#next))
      await this.writer.add(await readFile(this.#fileOf(this.#next++)));
  }

  /** Takes away what waited. */
  async dispose(): Promise<void> {
    if (this.#folder) await rm(this.#folder, { recursive: true, force: true });
  }

  #fileOf(n: number): string {
    return join(this.#folder!, `${n}.rgb`);
  }
}
