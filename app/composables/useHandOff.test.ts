import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { CancelledError, DocumentError, factsOf } from '#core/errors';
import type { PlanFile } from '#core/formats/planFile';
import { WRITTEN_BY_DEFAULT } from '#core/formats/writtenFile';
import { handOff, useHandOffLimits } from './useHandOff';

type Answer = (path: string, init?: RequestInit) => Promise<Response> | Response;
let answer: Answer;
const asked: { path: string; init: RequestInit | undefined }[] = [];
beforeEach(() => {
  asked.length = 0;
  vi.stubGlobal('fetch', (path: string, init?: RequestInit) => {
    asked.push({ path, init });
    return Promise.resolve().then(() => answer(path, init));
  });
});
afterEach(() => vi.unstubAllGlobals());

const plan = { schema: 5 } as unknown as PlanFile;
const hand = (signal = new AbortController().signal, onProgress: (share: number) => void = () => undefined) =>
  handOff({ plan, name: 'a.jpg', file: new Blob(['photo']), as: WRITTEN_BY_DEFAULT }, { signal, onProgress });

it('sends photo, plan and what is wanted, and gives back the file', async () => {
  answer = () => new Response('file');
  expect(await (await hand()).text()).toBe('file');
  const form = asked[0]!.init!.body as FormData;
  expect((form.get('photo') as File).name).toBe('a.jpg');
  expect(JSON.parse(await (form.get('plan') as File).text())).toEqual(plan);
  expect(JSON.parse(form.get('as') as string)).toEqual(WRITTEN_BY_DEFAULT);
});

it('asks how far it is by the job’s own name, and stops asking', async () => {
  vi.useFakeTimers();
  let done: (response: Response) => void = () => undefined;
  answer = (path) =>
    path === '/api/render' ? new Promise((resolve) => (done = resolve)) : Response.json({ share: 0.4 });
  const shares: number[] = [];
  const job = hand(undefined, (share) => shares.push(share));
  await vi.advanceTimersByTimeAsync(1100);
  expect(shares).toEqual([0.4, 0.4]);
  expect(asked[1]!.path).toBe(`/api/render/${(asked[0]!.init!.headers as Record<string, string>)['X-Job']}`);
  // An answer that is late is not heard.
  let late: (response: Response) => void = () => undefined;
  const first = answer;
  answer = (path, init) =>
    path === '/api/render' ? first(path, init) : new Promise((resolve) => (late = resolve));
  await vi.advanceTimersByTimeAsync(500);
  done(new Response('file'));
  await job;
  late(Response.json({ share: 0.9 }));
  await vi.advanceTimersByTimeAsync(2000);
  expect([asked.length, shares.length]).toEqual([4, 2]);
  vi.useRealTimers();
});

it('fails with what the server says, or that it says nothing, or is away; stopped it is cancelled', async () => {
  answer = () => Response.json({ fault: factsOf(new DocumentError('other-photo')) }, { status: 422 });
  await expect(hand()).rejects.toBeInstanceOf(DocumentError);
  answer = () => new Response('<html>', { status: 502 });
  await expect(hand()).rejects.toMatchObject({ reason: 'lost' });
  answer = () => Promise.reject(new TypeError('Failed to fetch'));
  await expect(hand()).rejects.toMatchObject({ reason: 'away' });
  const stop = new AbortController();
  answer = () => {
    stop.abort();
    return Promise.reject(new DOMException('stopped', 'AbortError'));
  };
  await expect(hand(stop.signal)).rejects.toBeInstanceOf(CancelledError);
});

it('knows what the server takes; one that takes nothing, or answers anything else, takes nothing', async () => {
  const limits = { megabytes: 1, megapixels: 2, seconds: 3, jobs: 1, waiting: 0 };
  answer = () => Response.json(limits);
  const taken = useHandOffLimits();
  await vi.waitFor(() => expect(taken.value).toEqual(limits));
  for (const other of [
    () => Response.json(limits, { status: 404 }),
    () => Response.json({ ...limits, jobs: 'many' }),
    () => new Response('<html>'),
    () => Promise.reject(new TypeError('away')),
  ]) {
    answer = other;
    const none = useHandOffLimits();
    await new Promise((settled) => setTimeout(settled, 5));
    expect(none.value).toBeUndefined();
  }
});
