import { CancelledError } from '#core/errors';
import type { WrittenAs, WrittenFormat } from '#core/formats/writtenFile';
import type { CodedTarget } from '#core/render/codedRegion';
import type { EncoderExchanges, Size } from './protocol';
import type { Strip } from './renderers';
import { WorkerPort } from './workerPort';

/** A hundred megapixels of 16 bits take their time. */
const PATIENCE_MS = 300_000;

/** What an encoder is given of a pixel: those that came with the browser, or for it, want opacity too. */
export function channelsOf(format: WrittenFormat): CodedTarget['channels'] {
  return format === 'jpeg' || format === 'webp' || format === 'avif' ? 4 : 3;
}

/** A worker that writes one picture, and is ended at once when that is stopped; what comes later is refused. */
export class Encoder {
  #ended = false;
  readonly #port = new WorkerPort<EncoderExchanges>({
    start: () => new Worker(new URL('./encoder.worker.ts', import.meta.url), { type: 'module' }),
    onLost: () => undefined,
    patienceMs: PATIENCE_MS,
  });

  async begin(size: Size, target: CodedTarget): Promise<undefined> {
    return this.#running().call('sheet', { ...size, target });
  }

  async put({ codes, row }: Strip): Promise<undefined> {
    return this.#running().call('strip', { codes, row }, [codes]);
  }

  /** @param opacity 0..255 of every pixel of the sheet, which is of four channels */
  async seeThrough(opacity: Uint8Array): Promise<undefined> {
    return this.#running().call('opacity', { opacity });
  }

  async write(as: WrittenAs, name: string, file: Blob, onProgress: (share: number) => void): Promise<Blob> {
    return this.#running().call('write', { as, name, file }, [], onProgress);
  }

  dispose(): void {
    this.#ended = true;
    this.#port.dispose();
  }

  #running(): WorkerPort<EncoderExchanges> {
    if (this.#ended) throw new CancelledError();
    return this.#port;
  }
}
