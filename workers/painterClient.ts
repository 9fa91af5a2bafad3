import { screenSpace } from './screenSpace';
import type { BeforeShown, Layer, PainterExchanges, Piece, Placement } from './protocol';
import { WorkerPort } from './workerPort';

/** Drawing what is there takes milliseconds. */
const PATIENCE_MS = 15_000;

/** Draws one canvas of the page, in a worker of its own. */
export class Painter {
  readonly #port: WorkerPort<PainterExchanges>;

  /**
   * @param canvas given up to the worker: the page draws on it no more
   * @param onLost is told when the worker died, and the canvas with it
   */
  constructor(canvas: HTMLCanvasElement, onLost: () => void) {
    this.#port = new WorkerPort({
      start: () => new Worker(new URL('./painter.worker.ts', import.meta.url), { type: 'module' }),
      onLost,
      patienceMs: PATIENCE_MS,
    });
    const surface = canvas.transferControlToOffscreen();
    this.#send(this.#port.call('attach', { canvas: surface, space: screenSpace() }, [surface]));
  }

  /** Puts pieces in place of a layer; their bitmaps are handed over. */
  layer(layer: Layer, pieces: readonly Piece[] | undefined): void {
    this.#send(this.#port.call('layer', { layer, pieces }, pieces?.map(({ bitmap }) => bitmap) ?? []));
  }

  /** Settles when it is drawn. */
  draw(
    size: { width: number; height: number },
    placement: Placement,
    before: BeforeShown,
  ): Promise<undefined> {
    return this.#port.call('draw', { ...size, placement, before });
  }

  dispose(): void {
    this.#port.dispose();
  }

  /** A painter that was let go has nothing left to say. */
  #send(reply: Promise<undefined>): void {
    reply.catch(() => undefined);
  }
}
