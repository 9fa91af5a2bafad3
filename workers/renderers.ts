import { CancelledError } from '#core/errors';
import type { Pyramid } from '#core/raster/pyramid';
import type { Region } from '#core/raster/raster';
import { strips } from '#core/raster/strips';
import type { ResolvedArea, ResolvedPlan } from '#core/render/resolved';
import { HeldAreas } from './heldAreas';
import type { AreaHolder } from './heldAreas';
import type { CoverageLook, Piece, RenderExchanges } from './protocol';
import { WorkerPort } from './workerPort';

const STRIP_PIXELS = 1_500_000;

/** A strip of the finished photo, interleaved RGBA of 8 bits. */
export interface Strip {
  readonly region: Region;
  readonly data: Uint8ClampedArray<ArrayBuffer>;
}

/** The workers that render, each a part of what is asked for. */
export class Renderers {
  readonly #ports: readonly WorkerPort<RenderExchanges>[];
  readonly #areas = new HeldAreas();

  /** @param onLost is told when one of them died */
  constructor(count: number, onLost: () => void, patienceMs: number) {
    const start = () => new Worker(new URL('./render.worker.ts', import.meta.url), { type: 'module' });
    this.#ports = Array.from({ length: count }, () => new WorkerPort({ start, onLost, patienceMs }));
  }

  /** Keys of the areas that they hold. */
  get heldKeys(): readonly string[] {
    return this.#areas.keys;
  }

  warm(): void {
    for (const port of this.#ports) port.warm();
  }

  /** Takes a photo in hand; nothing is known of the one before. */
  async use(pyramid: Pyramid): Promise<void> {
    this.#areas.clear();
    await Promise.all(this.#ports.map((port) => port.call('use', { pyramid })));
  }

  /** Makes areas known; each holder's own stay known until it takes others or lets go. */
  learn(holder: AreaHolder, newAreas: readonly ResolvedArea[], keys: readonly string[]): void {
    const message = this.#areas.take(holder, newAreas, keys);
    for (const port of this.#ports) void port.call('learn', message).catch(() => undefined);
  }

  release(holder: AreaHolder): void {
    this.#areas.release(holder);
  }

  /** A region as pieces, one from each worker. */
  picture(plan: ResolvedPlan, region: Region): Promise<Piece[]> {
    return this.#pieces(region, (port, piece) => port.call('picture', { plan, region: piece }));
  }

  coverage(areaKey: string, region: Region, look: CoverageLook): Promise<Piece[]> {
    return this.#pieces(region, (port, piece) => port.call('coverage', { areaKey, region: piece, look }));
  }

  /** Where a region is clipped, and the share of its pixels per channel, at white and at black. */
  async clipping(
    plan: ResolvedPlan,
    region: Region,
  ): Promise<{ pieces: Piece[]; shares: readonly number[] }> {
    const shares = [0, 0, 0, 0, 0, 0];
    const pixels = region.outWidth * region.outHeight;
    const pieces = await this.#pieces(region, async (port, piece) => {
      const { bitmap, counts } = await port.call('clipping', { plan, region: piece });
      counts.forEach((count, n) => (shares[n]! += count / pixels));
      return bitmap;
    });
    return { pieces, shares };
  }

  /**
   * The whole photo in strips, in any order.
   * @param take is given each; the next one of its worker waits for it
   * @throws {CancelledError} when the signal says so
   */
  async strips(
    plan: ResolvedPlan,
    { width, height }: { readonly width: number; readonly height: number },
    take: (strip: Strip) => Promise<void>,
    signal: AbortSignal,
  ): Promise<void> {
    const open = strips(width, height, STRIP_PIXELS);
    const work = async (port: WorkerPort<RenderExchanges>) => {
      for (const region of open) {
        if (signal.aborted) throw new CancelledError();
        await take({ region, data: await port.call('strip', { plan, region }) });
      }
    };
    // Whoever asked may begin anew once this has ended: no strip is on its way by then.
    const ended = await Promise.allSettled(this.#ports.map(work));
    for (const end of ended) if (end.status === 'rejected') throw end.reason;
  }

  /** Gives up whatever is being rendered. */
  dispose(): void {
    for (const port of this.#ports) port.dispose();
  }

  #pieces(
    region: Region,
    render: (port: WorkerPort<RenderExchanges>, piece: Region) => Promise<ImageBitmap>,
  ): Promise<Piece[]> {
    const count = Math.min(this.#ports.length, region.outHeight);
    const rowHeight = region.height / region.outHeight;
    return Promise.all(
      Array.from({ length: count }, async (_, i) => {
        const first = Math.floor((i * region.outHeight) / count);
        const last = Math.floor(((i + 1) * region.outHeight) / count);
        const piece = {
          ...region,
          y: region.y + first * rowHeight,
          height: (last - first) * rowHeight,
          outHeight: last - first,
        };
        return { region: piece, bitmap: await render(this.#ports[i]!, piece) };
      }),
    );
  }
}
