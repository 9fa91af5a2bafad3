import { EventEmitter } from 'node:events';
import type { Worker } from 'node:worker_threads';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { CancelledError, PhotoFileError, factsOf } from '#core/errors';
import { WRITTEN_BY_DEFAULT } from '#core/formats/writtenFile';
import type { RenderRequest } from '../../node/renderFile';
import type { ThreadMessage } from '../../node/renderThread';
import { RenderJobs } from './renderJobs';

class Thread extends EventEmitter {
  ended = false;
  constructor(readonly request: RenderRequest) {
    super();
  }
  say(message: ThreadMessage): void {
    this.emit('message', message);
  }
  terminate(): Promise<number> {
    this.ended = true;
    this.emit('exit', 1);
    return Promise.resolve(1);
  }
}

const threads: Thread[] = [];
const LIMITS = { megabytes: 1, megapixels: 1, seconds: 10, jobs: 1, waiting: 1 };
const FILE = new Uint8Array([1, 2]);
const named = (name: string) => () =>
  Promise.resolve({ plan: '{}', name, bytes: new Uint8Array(1), as: WRITTEN_BY_DEFAULT });
const signal = new AbortController().signal;
let jobs: RenderJobs;
beforeEach(() => {
  vi.useFakeTimers();
  threads.length = 0;
  jobs = new RenderJobs(LIMITS, (request) => {
    threads.push(new Thread(request));
    return threads.at(-1) as unknown as Worker;
  });
});
afterEach(() => vi.useRealTimers());
const begun = (count: number) => vi.waitFor(() => expect(threads).toHaveLength(count));

describe('photos in hand', () => {
  it('are rendered one after another; one more than can wait is refused before it is received', async () => {
    const first = jobs.run(named('a'), { signal });
    const second = jobs.run(named('b'), { signal });
    const receive = vi.fn(named('c'));
    await expect(jobs.run(receive, { signal })).rejects.toMatchObject({ reason: 'busy' });
    expect(receive).not.toHaveBeenCalled();
    await begun(1);
    threads[0]!.say({ file: FILE });
    expect(await first).toEqual(FILE);
    await begun(2);
    expect(threads.map(({ request, ended }) => [request.name, ended])).toEqual([
      ['a', true],
      ['b', false],
    ]);
    threads[1]!.say({ file: FILE });
    await second;
    // Both places are free again.
    const [third, fourth] = [jobs.run(named('d'), { signal }), jobs.run(named('e'), { signal })];
    await begun(3);
    threads[2]!.say({ file: FILE });
    await begun(4);
    threads[3]!.say({ file: FILE });
    await Promise.all([third, fourth]);
  });

  it('say how far they are, until they are done', async () => {
    const job = jobs.run(named('a'), { signal, id: 'x' });
    expect([jobs.shareOf('x'), jobs.shareOf('y')]).toEqual([0, undefined]);
    await begun(1);
    threads[0]!.say({ share: 0.25 });
    expect(jobs.shareOf('x')).toBe(0.25);
    threads[0]!.say({ file: FILE });
    await job;
    expect(jobs.shareOf('x')).toBeUndefined();
  });

  it('that take too long are ended', async () => {
    const job = expect(jobs.run(named('a'), { signal })).rejects.toMatchObject({
      reason: 'too-slow',
      fields: { most: 10 },
    });
    await begun(1);
    await vi.advanceTimersByTimeAsync(9_900);
    expect(threads[0]!.ended).toBe(false);
    await vi.advanceTimersByTimeAsync(200);
    await job;
    expect(threads[0]!.ended).toBe(true);
  });

  it('whose asker has gone are ended, or never begun', async () => {
    const [now, later] = [new AbortController(), new AbortController()];
    const first = expect(jobs.run(named('a'), { signal: now.signal })).rejects.toBeInstanceOf(CancelledError);
    const second = expect(jobs.run(named('b'), { signal: later.signal })).rejects.toBeInstanceOf(
      CancelledError,
    );
    await begun(1);
    later.abort();
    now.abort();
    await Promise.all([first, second]);
    expect(threads.map(({ ended }) => ended)).toEqual([true]);
  });

  it('fail with what their thread says, or when it ends; a photo that does not come frees its place', async () => {
    const bad = jobs.run(named('a'), { signal });
    await begun(1);
    threads[0]!.say({ fault: factsOf(new PhotoFileError('a', 'undecodable')) });
    await expect(bad).rejects.toBeInstanceOf(PhotoFileError);
    const lost = jobs.run(named('a'), { signal });
    await begun(2);
    threads[1]!.emit('exit', 134);
    await expect(lost).rejects.toMatchObject({ reason: 'lost' });
    for (let n = 0; n < 3; n++)
      await expect(jobs.run(() => Promise.reject(new Error('cut')), { signal })).rejects.toThrow('cut');
    expect(threads).toHaveLength(2);
  });
});
