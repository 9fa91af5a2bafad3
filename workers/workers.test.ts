import { describe, expect, it, vi } from 'vitest';
import { CancelledError, PhotoFileError, WorkerLostError, WorkerSilentError } from '#core/errors';
import { drawCoverage } from './drawCoverage';
import type { Exchange, RequestMessage } from './protocol';
import { WorkerPort } from './workerPort';

type Sums = { add: Exchange<number, number> };

/** A worker that is answered by hand. */
class HandWorker extends EventTarget {
  readonly asked: RequestMessage[] = [];
  ended = false;
  postMessage(message: RequestMessage): void {
    this.asked.push(message);
  }
  terminate(): void {
    this.ended = true;
  }
  say(data: unknown): void {
    this.dispatchEvent(Object.assign(new Event('message'), { data }));
  }
}

function portOf() {
  const made: HandWorker[] = [];
  const losses: number[] = [];
  const port = new WorkerPort<Sums>({
    start: () => {
      made.push(new HandWorker());
      return made.at(-1) as unknown as Worker;
    },
    onLost: () => losses.push(1),
    patienceMs: 5000,
  });
  return { port, made, losses };
}

describe('calls to a worker', () => {
  it('settle by their own number, in any order, with progress before', async () => {
    const { port, made } = portOf();
    const shares: number[] = [];
    const first = port.call('add', 1, [], (share) => shares.push(share));
    const second = port.call('add', 2);
    made[0]!.say({ call: 2, reply: 20 });
    made[0]!.say({ call: 1, progress: 0.5 });
    made[0]!.say({ call: 1, reply: 10 });
    expect([await first, await second, shares, made.length]).toEqual([10, 20, [0.5], 1]);
  });

  it('fail with the class and fields that the worker gave', async () => {
    const { port, made } = portOf();
    const call = port.call('add', 1);
    made[0]!.say({
      call: 1,
      fault: { code: 'photo-file', fields: { file: 'a.jpg', reason: 'truncated' } },
    });
    const error = (await call.catch((reason: unknown) => reason)) as PhotoFileError;
    expect([error instanceof PhotoFileError, error.reason, error.fields.file]).toEqual([
      true,
      'truncated',
      'a.jpg',
    ]);
  });

  it('are all refused when the worker dies; the next one starts another', async () => {
    const { port, made, losses } = portOf();
    const calls = [port.call('add', 1), port.call('add', 2)];
    made[0]!.dispatchEvent(new Event('error', { cancelable: true }));
    for (const call of calls) await expect(call).rejects.toThrow(WorkerLostError);
    const again = port.call('add', 3);
    made[1]!.say({ call: 3, reply: 30 });
    expect([await again, losses.length, made[0]!.ended]).toEqual([30, 1, true]);
  });

  it('are refused when the worker ends itself, which no event tells: its lock is free', async () => {
    const { port, made, losses } = portOf();
    const locks: { name: string; free: () => void }[] = [];
    vi.stubGlobal('navigator', {
      locks: { request: (name: string, free: () => void) => void locks.push({ name, free }) },
    });
    const call = port.call('add', 1);
    made[0]!.say({ living: true });
    expect(made[0]!.asked[0]).toEqual({ lock: locks[0]!.name });
    locks[0]!.free();
    await expect(call).rejects.toThrow(WorkerLostError);
    expect(losses.length).toBe(1);
    // The lock of a worker that was let go is no news.
    const again = port.call('add', 2);
    locks[0]!.free();
    made[1]!.say({ call: 2, reply: 20 });
    expect([await again, losses.length]).toEqual([20, 1]);
    vi.unstubAllGlobals();
  });

  it('are refused when the worker says nothing for too long; signs of life and progress count', async () => {
    vi.useFakeTimers();
    const { port, made, losses } = portOf();
    const call = port.call('add', 1).catch((error: unknown) => error);
    await vi.advanceTimersByTimeAsync(4000);
    expect(made[0]!.asked.filter((message) => 'beat' in message).length).toBeGreaterThan(2);
    made[0]!.say({ beat: true });
    await vi.advanceTimersByTimeAsync(4000);
    made[0]!.say({ call: 1, progress: 0.5 });
    await vi.advanceTimersByTimeAsync(4000);
    expect(losses.length).toBe(0);
    await vi.advanceTimersByTimeAsync(4000);
    expect([losses.length, made[0]!.ended, await call]).toEqual([1, true, expect.any(WorkerSilentError)]);
    // An idle worker is left alone.
    await vi.advanceTimersByTimeAsync(60_000);
    expect(losses.length).toBe(1);
    vi.useRealTimers();
  });

  it('are cancelled when the worker is let go', async () => {
    const { port, losses } = portOf();
    const call = port.call('add', 1);
    port.dispose();
    await expect(call).rejects.toThrow(CancelledError);
    expect(losses).toEqual([]);
  });
});

describe('an area’s extent as a picture', () => {
  const coverage = {
    space: 'coverage8' as const,
    width: 20,
    height: 2,
    data: Uint8Array.from({ length: 40 }, (_, i) => (i % 20 < 10 ? 0 : 255)),
  };
  const region = { x: 0, y: 0, width: 20, height: 2, outWidth: 20, outHeight: 2 };
  const rgb = [10, 20, 30] as const;
  const pixel = (style: Parameters<typeof drawCoverage>[2]['style'], column: number, where = region) => [
    ...drawCoverage(coverage, where, { style, rgb }).subarray(4 * column, 4 * column + 4),
  ];

  it.each([
    ['grey', 3, [0, 0, 0, 255]],
    ['grey', 15, [255, 255, 255, 255]],
    ['ground', 3, [10, 20, 30, 255]],
    ['ground', 15, [0, 0, 0, 0]],
    ['dimmed', 3, [10, 20, 30, 184]],
    ['dimmed', 15, [0, 0, 0, 0]],
    ['outline', 10, [10, 20, 30, 230]],
    ['outline', 15, [0, 0, 0, 0]],
    ['hatch', 3, [0, 0, 0, 0]],
    ['hatch', 10, [10, 20, 30, 230]],
  ] as const)('%s at column %d', (style, column, expected) => expect(pixel(style, column)).toEqual(expected));

  it('hatch lies still on the photo: a region moved by its period draws the same', () => {
    expect(pixel('hatch', 15, { ...region, x: 9 })).toEqual(pixel('hatch', 15));
    const columns = Array.from({ length: 9 }, (_, n) => pixel('hatch', 11 + n)[3]!);
    expect([Math.max(...columns), Math.min(...columns)]).toEqual([158, 15]);
    // Crossed lines run the other way too: one more column of a period is ink, seen on the second row.
    const inked = (style: 'hatch' | 'crossed') =>
      [...drawCoverage(coverage, region, { style, rgb })].filter(
        (value, i) => i % 4 === 3 && i > 4 * 31 && value === 158,
      ).length;
    expect(inked('crossed')).toBeGreaterThan(inked('hatch'));
  });
});
