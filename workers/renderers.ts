import { CancelledError } from '#core/errors';
import type { Photo } from '#core/document/schema';
import type { ScreenSpace } from '#core/render/encodePixels';
import type { Warning } from '#core/measure/warnings/scene';
import type { Pyramid } from '#core/raster/pyramid';
import type { Region } from '#core/raster/raster';
import { codedStrips } from '#core/render/codedRegion';
import type { ChangeSums } from '#core/render/changeMap';
import type { CodedTarget } from '#core/render/codedRegion';
import type { ResolvedArea, ResolvedPlan } from '#core/render/resolved';
import { HeldAreas } from './heldAreas';
import type { AreaHolder } from './heldAreas';
import type { CardTrial } from './card/cardTrial';
import type { CardUse, CoverageLook, OrderedPicture, Piece, RenderExchanges, Size } from './protocol';
import { WorkerPort } from './workerPort';

const STRIP_PIXELS = 1_500_000;
/** Result pixels that all of them keep together, some 56 bytes each. */
const MOST_PIXELS = 10_000_000;

/** A strip of the written picture: its first row, how many, and their codes. */
export interface Strip {
  readonly row: number;
  readonly rows: number;
  readonly codes: ArrayBuffer;
}

/** A picture to be written: what becomes of which photo, how large, and in what codes. */
export interface WrittenPicture {
  readonly plan: ResolvedPlan;
  readonly photo: Size;
  readonly size: Size;
  readonly target: CodedTarget;
}

/** Kinds and strengths of a plan's steps. */
type PlanKinds = readonly { readonly kind: string; readonly strength: number }[];

/** A picture of which the plan is still worked out. */
export interface PictureOrder {
  /** what is told to the worker that hands it on */
  readonly told: OrderedPicture;
  /** by piece; undefined once it is dropped */
  readonly replies: readonly Promise<RenderExchanges['picture']['reply'] | undefined>[];
  /** It is not handed on. */
  readonly drop: () => void;
  readonly isDropped: boolean;
}

/** The workers that render, each a part of what is asked for. */
export class Renderers {
  readonly #ports: readonly WorkerPort<RenderExchanges>[];
  readonly #areas = new HeldAreas();
  /** milliseconds that the last picture took, by the kinds of the plan's steps and its size */
  readonly #times = new Map<string, number>();
  #cardUse: CardUse = { uses: false, mayBeSlow: false };

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

  /** A channel to each of them. */
  channels(): MessageChannel[] {
    return this.#ports.map(() => new MessageChannel());
  }

  /**
   * Takes a photo in hand; nothing is known of the one before.
   * @param space in which pictures are seen
   * @param peers by renderer, from which calls come as well
   */
  async use(pyramid: Pyramid, space: ScreenSpace = 'srgb', peers: MessagePort[] = []): Promise<void> {
    this.#areas.clear();
    this.#times.clear();
    // A worker that was started again has no card yet.
    if (this.#cardUse.uses) this.#tellCardUse();
    const mostPixels = Math.ceil(MOST_PIXELS / this.#ports.length);
    await Promise.all(
      this.#ports.map((port, n) => {
        const peer = peers[n];
        return port.call('use', { pyramid, space, mostPixels, peer }, peer ? [peer] : []);
      }),
    );
  }

  /** What the machine's graphics card is worth; undefined where there is none. */
  tryCard(mayBeSlow: boolean): Promise<CardTrial | undefined> {
    return this.#ports[0]!.call('tryCard', { mayBeSlow });
  }

  /** Draws pictures by the graphics card from now on, or by the processor; files are always the processor's. */
  drawByCard(use: CardUse): void {
    this.#cardUse = use;
    this.#tellCardUse();
  }

  #tellCardUse(): void {
    for (const port of this.#ports) void port.call('useCard', this.#cardUse).catch(() => undefined);
  }

  /** Makes areas known; each holder's own stay known until it takes others or lets go. */
  learn(holder: AreaHolder, newAreas: readonly ResolvedArea[], keys: readonly string[]): void {
    const message = this.#areas.take(holder, newAreas, keys);
    for (const port of this.#ports) void port.call('learn', message).catch(() => undefined);
  }

  release(holder: AreaHolder): void {
    this.#areas.release(holder);
  }

  /**
   * Orders the picture, of which the plan is still worked out; whoever does so is told of it.
   * @param shown what is shown already, by the key of its plan's last step: that is not drawn again
   */
  order(region: Region, shown: string | undefined): PictureOrder {
    const expected = this.#split(region).map((piece, n) => {
      const port = this.#ports[n]!;
      return { port, region: piece, ...port.expect<'picture'>() };
    });
    const order = {
      told: {
        held: this.#areas.of('picture'),
        shown,
        pieces: expected.map(({ call, region: piece }) => ({ call, region: piece })),
      },
      isDropped: false,
      replies: expected.map(({ reply }) =>
        reply.catch((error: unknown) => {
          if (!order.isDropped) throw error;
          return undefined;
        }),
      ),
      drop: () => {
        order.isDropped = true;
        for (const { port, call } of expected) port.forget(call);
      },
    };
    // It may be that nobody waits for them.
    for (const reply of order.replies) reply.catch(() => undefined);
    return order;
  }

  /** A region as pieces, one from each worker. @param order of it; what was dropped is asked for now */
  async picture(plan: ResolvedPlan, region: Region, order?: PictureOrder): Promise<Piece[]> {
    let slowest = 0;
    const pieces = await this.#pieces(region, async (port, piece, n) => {
      const ask = () => port.call('picture', { plan, region: piece });
      const { bitmap, tookMs, drawnBy } = (await order?.replies[n]) ?? (await ask());
      slowest = Math.max(slowest, tookMs);
      return { bitmap, drawnBy };
    });
    // What was remembered does not tell how long the next one takes.
    if (pieces.every(({ drawnBy }) => drawnBy !== 'memory')) this.#times.set(timeKey(plan, region), slowest);
    return pieces;
  }

  /**
   * How long a picture may be computed, by the last one of the same size with steps of the same kinds; without one, for
   * ever.
   * @param plan its steps that are on
   */
  expectedMs(plan: PlanKinds, region: Region): number {
    return this.#times.get(timeKey(plan, region)) ?? Infinity;
  }

  coverage(areaKey: string, region: Region, look: CoverageLook): Promise<Piece[]> {
    return this.#pieces(region, async (port, piece) => ({
      bitmap: await port.call('coverage', { areaKey, region: piece, look }),
    }));
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
      return { bitmap };
    });
    return { pieces, shares };
  }

  /** What a plan may have done unasked. @param keys of all areas, which it has learned, by their ids */
  warnings(
    photo: Photo,
    plan: ResolvedPlan,
    keys: Readonly<Record<string, string>>,
  ): Promise<readonly Warning[]> {
    return this.#ports[0]!.call('warnings', { photo, plan, keys });
  }

  /** By how much a region is changed from one plan to another, and that in numbers. */
  async change(
    from: ResolvedPlan,
    plan: ResolvedPlan,
    region: Region,
  ): Promise<{ pieces: Piece[]; sums: ChangeSums }> {
    let sums: ChangeSums = { sum: 0, most: 0, changed: 0, seen: 0 };
    const pieces = await this.#pieces(region, async (port, piece) => {
      const reply = await port.call('change', { from, plan, region: piece });
      const { sum, most, changed, seen } = reply.sums;
      sums = {
        sum: sums.sum + sum,
        most: Math.max(sums.most, most),
        changed: sums.changed + changed,
        seen: sums.seen + seen,
      };
      return { bitmap: reply.bitmap };
    });
    return { pieces, sums };
  }

  /**
   * The whole photo in strips of codes, in any order.
   * @param size what is written, pixels
   * @param take is given each; the next one of its worker waits for it
   * @throws {CancelledError} when the signal says so
   */
  async strips(
    { plan, photo, size, target }: WrittenPicture,
    take: (strip: Strip) => Promise<void>,
    signal: AbortSignal,
  ): Promise<void> {
    const open = codedStrips(photo, size, STRIP_PIXELS);
    let row = 0;
    const work = async (port: WorkerPort<RenderExchanges>) => {
      for (const region of open) {
        if (signal.aborted) throw new CancelledError();
        const first = row;
        row += region.outHeight;
        const codes = await port.call('strip', { plan, region, target });
        await take({ row: first, rows: region.outHeight, codes });
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
    render: (port: WorkerPort<RenderExchanges>, piece: Region, n: number) => Promise<Omit<Piece, 'region'>>,
  ): Promise<Piece[]> {
    return Promise.all(
      this.#split(region).map(async (piece, n) => ({
        region: piece,
        ...(await render(this.#ports[n]!, piece, n)),
      })),
    );
  }

  /** A region in as many strips as there are workers. */
  #split(region: Region): Region[] {
    const count = Math.min(this.#ports.length, region.outHeight);
    const rowHeight = region.height / region.outHeight;
    return Array.from({ length: count }, (_, i) => {
      const first = Math.floor((i * region.outHeight) / count);
      const last = Math.floor(((i + 1) * region.outHeight) / count);
      return {
        ...region,
        y: region.y + first * rowHeight,
        height: (last - first) * rowHeight,
        outHeight: last - first,
      };
    });
  }
}

function timeKey(plan: PlanKinds, { outWidth, outHeight }: Region): string {
  return [outWidth, outHeight, ...plan.flatMap(({ kind, strength }) => (strength > 0 ? kind : []))].join();
}
