import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { addArea, newPhoto } from '#core/document/commands';
import type { Photo } from '#core/document/schema';
import { CancelledError, WorkerLostError } from '#core/errors';
import { WRITTEN_BY_DEFAULT } from '#core/formats/writtenFile';
import type { Plate } from '#core/raster/plate';
import type { Pyramid } from '#core/raster/pyramid';
import type { Region } from '#core/raster/raster';
import type { ResolvedPlan } from '#core/render/resolved';
import { areaNamed } from '../tests/fixtures/documents';
import { mark } from '../tests/fixtures/plans';
import { PictureWorkers } from './client';
import type { PageMessage, RequestMessage } from './protocol';

type Request = Record<string, unknown>;
type Answer = (request: Request) => unknown;

/** Workers of the page's own making: each answers by the name of what it is asked. */
const made: ScriptedWorker[] = [];
let answers: Record<string, Answer> = {};
class ScriptedWorker extends EventTarget {
  readonly asked: RequestMessage[] = [];
  ended = false;
  readonly is: string;
  constructor(url: URL) {
    super();
    this.is = url.pathname.split('/').pop()!.replace('.worker.ts', '');
    made.push(this);
  }
  postMessage(message: PageMessage): void {
    if (!('call' in message)) return;
    this.asked.push(message);
    const answer = answers[message.name];
    const { call } = message;
    const post = (data: object) => this.say(data);
    void Promise.resolve(answer?.(message.request as Request)).then(
      (reply) => post({ call, reply }),
      ({ message: code }: Error) => post({ call, fault: { code, fields: {} } }),
    );
  }
  say(data: object): void {
    this.dispatchEvent(Object.assign(new Event('message'), { data }));
  }
  terminate(): void {
    this.ended = true;
  }
}
const asked = (is: string, name: string) =>
  made
    .filter((worker) => worker.is === is)
    .flatMap((worker) => worker.asked.filter((message) => message.name === name))
    .map(({ request }) => request as Request);

const PYRAMID: Pyramid = { width: 1, height: 1, levels: [] };
const PLAN = [{ kind: 'light', strength: 1 }] as unknown as ResolvedPlan;
const plate = {} as Plate;
const photo: Photo = newPhoto({ id: 'a'.repeat(64), file: 'a.jpg', width: 1000, height: 6000 });
const withPlate = addArea(
  photo,
  areaNamed('hair', 'hair', [mark('found-part', { sitter: 's', part: 'hair', plate: 'p1' })]),
);

let stored: Record<string, Plate> = {};
let drawnBy = 'processor';
let handsOn = false;
let workers: PictureWorkers;
const onLost = vi.fn();
beforeEach(() => {
  made.length = 0;
  onLost.mockClear();
  stored = {};
  drawnBy = 'processor';
  handsOn = false;
  answers = {
    areas: ({ ids }) => ({ newAreas: [], keys: Object.fromEntries((ids as string[]).map((id) => [id, id])) }),
    strip: () => new ArrayBuffer(4),
    plan: () => ({ plan: PLAN, isHandedOn: handsOn }),
    picture: ({ region }) => ({ bitmap: region, tookMs: 5, drawnBy }),
    write: () => new Blob(['picture']),
  };
  vi.stubGlobal('Worker', ScriptedWorker);
  vi.stubGlobal('navigator', { hardwareConcurrency: 3 });
  workers = new PictureWorkers((name) => Promise.resolve(stored[name]), onLost);
});
afterEach(() => {
  workers.dispose();
  vi.unstubAllGlobals();
});

describe('the workers of a page', () => {
  it('tell how long a picture of the same size and kinds of steps will take, until another photo is in hand', async () => {
    const whole = { x: 0, y: 0, width: 300, height: 200, outWidth: 150, outHeight: 100 };
    const twice = { ...whole, outWidth: 300 };
    const other = [{ kind: 'relief', strength: 1 }] as unknown as ResolvedPlan;
    expect(workers.renderers.expectedMs(PLAN, whole)).toBe(Infinity);
    await workers.renderers.picture(PLAN, whole);
    expect(workers.renderers.expectedMs(PLAN, whole)).toBe(5);
    expect(workers.renderers.expectedMs(PLAN, twice)).toBe(Infinity);
    drawnBy = 'memory';
    await workers.renderers.picture(PLAN, twice);
    expect(workers.renderers.expectedMs(PLAN, twice)).toBe(Infinity);
    expect(workers.renderers.expectedMs(other, whole)).toBe(Infinity);
    await workers.use(PYRAMID);
    expect(workers.renderers.expectedMs(PLAN, whole)).toBe(Infinity);
  });

  it('draw a picture that was handed on under the calls that the page waits for; one that was not is asked for', async () => {
    const region = { x: 0, y: 0, width: 300, height: 200, outWidth: 150, outHeight: 100 };
    await workers.use(PYRAMID);
    expect((asked('analyst', 'use')[0]!.renderers as unknown[]).length).toBe(3);
    handsOn = true;
    const order = workers.renderers.order(region, 'shown');
    const planned = workers.analyst.plan(photo, order);
    expect(asked('analyst', 'plan')[0]!.order).toEqual({ ...order.told, held: [], shown: 'shown' });
    const drawn = workers.renderers.picture(await planned, region, order);
    const strips = made.filter(({ is }) => is === 'render').slice(0, 3);
    for (const [n, { call, region: strip }] of order.told.pieces.entries())
      strips[n]!.say({ call, reply: { bitmap: strip, tookMs: 1, drawnBy } });
    expect((await drawn).map(({ region: strip }) => [strip.y, strip.height, strip.outHeight])).toEqual([
      [0, 66, 33],
      [66, 66, 33],
      [132, 68, 34],
    ]);
    expect([asked('render', 'picture').length, order.isDropped]).toEqual([0, false]);

    // Areas that another holder may let go are none to stand on.
    await workers.areas(withPlate, 'versions', ['hair']);
    expect(workers.renderers.order(region, undefined).told.held).toEqual([]);
    await workers.areas(withPlate, 'picture', ['hair']);
    expect(workers.renderers.order(region, undefined).told.held).toEqual(['hair']);

    handsOn = false;
    const dropped = workers.renderers.order(region, undefined);
    await workers.renderers.picture(await workers.analyst.plan(photo, dropped), region, dropped);
    expect([asked('render', 'picture').length, dropped.isDropped]).toEqual([3, true]);

    // A plan that fails is drawn by nobody, and nobody waits for it; a worker that dies refuses what was ordered of it.
    answers.plan = () => Promise.reject(new Error('cancelled'));
    const failed = workers.renderers.order(region, undefined);
    await expect(workers.analyst.plan(photo, failed)).rejects.toThrow();
    expect(failed.isDropped).toBe(true);
    const lost = workers.renderers.order(region, undefined);
    strips[0]!.dispatchEvent(new Event('error'));
    await expect(workers.renderers.picture(PLAN, region, lost)).rejects.toBeInstanceOf(WorkerLostError);
  });

  it('are given coverage once; a plate that was not there is asked for again', async () => {
    await workers.areas(withPlate, 'picture');
    expect(asked('analyst', 'plates')).toHaveLength(0);
    stored.p1 = plate;
    await workers.areas(withPlate, 'picture');
    await workers.areas(withPlate, 'picture');
    expect(asked('analyst', 'plates')).toHaveLength(1);
  });

  it('fetch coverage once for all who ask meanwhile, and tell it before they ask', async () => {
    const fetched = vi.fn(() => Promise.resolve(plate));
    const others = new PictureWorkers(fetched, onLost);
    await Promise.all([others.areas(withPlate, 'picture'), others.analyst.plan(withPlate)]);
    expect(fetched).toHaveBeenCalledOnce();
    const names = made.findLast(({ is }) => is === 'analyst')!.asked.map(({ name }) => name);
    expect(names.filter((name) => ['plates', 'areas', 'plan'].includes(name))).toEqual([
      'plates',
      'areas',
      'plan',
    ]);
    others.dispose();
  });

  it('are asked at once, within the turn, when nothing is to be fetched or prepared before', async () => {
    const asking = () =>
      made.findLast(({ is }) => is === 'analyst')!.asked.filter(({ name }) => name === 'areas');
    const first = workers.areas(photo, 'picture');
    expect(asking()).toHaveLength(1);
    // Only the one before knows what renderers hold: another one waits for it.
    const second = workers.areas(photo, 'versions');
    expect(asking()).toHaveLength(1);
    await Promise.all([first, second]);
    expect(asking()).toHaveLength(2);
  });

  it('are not asked through storage for plates that were told straight away', async () => {
    await workers.analyst.learnPlates(new Map([['p1', plate]]));
    stored.p1 = plate;
    await workers.areas(withPlate, 'picture');
    expect(asked('analyst', 'plates')).toHaveLength(1);
  });

  it('take the photo in hand again when one of them dies, and the page is told', async () => {
    await workers.use(PYRAMID);
    made.find(({ is }) => is === 'render')!.dispatchEvent(new Event('error'));
    await vi.waitFor(() => expect(asked('analyst', 'use')).toHaveLength(2));
    expect(onLost).toHaveBeenCalledOnce();
  });

  it('are not started without end by what kills them every time', async () => {
    await workers.use(PYRAMID);
    for (let n = 0; n < 9; n++)
      made.findLast(({ is, ended }) => is === 'analyst' && !ended)!.dispatchEvent(new Event('error'));
    expect(onLost).toHaveBeenCalledTimes(5);
  });
});

describe('a survey', () => {
  it('looks at the chosen area first, and stops between two pieces when it is not wanted', async () => {
    const two = addArea(addArea(photo, areaNamed('a', 'lips', [])), areaNamed('b', 'hair', []));
    answers.areaColours = ({ areaId }) => areaId;
    answers.palette = ({ areaId }) => ({ families: [areaId], histogram: undefined });
    const { areas } = await workers.analyst.survey(two, 'b', () => true);
    expect(Object.keys(areas)).toEqual(['b', 'a']);
    const whole = await workers.analyst.survey(two, undefined, () => true);
    expect([whole.of, whole.families]).toEqual(['whole-picture', ['whole-picture']]);
    expect(Object.keys(whole.areas)).toEqual(['whole-picture', 'a', 'b']);
    const stopped = workers.analyst.survey(two, 'b', () => asked('analyst', 'palette').length < 3);
    await expect(stopped).rejects.toBeInstanceOf(CancelledError);
    expect(asked('analyst', 'areaColours')).toHaveLength(5);
  });
});

describe('an export', () => {
  const as = { ...WRITTEN_BY_DEFAULT, format: 'png' } as const;
  const exporting = (signal = new AbortController().signal, onProgress: (share: number) => void = () => {}) =>
    workers.exportPhoto(PLAN, photo, { file: new Blob(), as }, { onProgress, signal });
  const encoders = () => made.filter(({ is }) => is === 'encoder');

  it('that is stopped ends its worker, and nothing is written', async () => {
    const stop = new AbortController();
    const stopped = new Promise((done) => stop.signal.addEventListener('abort', done));
    answers.strip = async ({ region }) => {
      if ((region as Region | undefined)?.y) await stopped;
      return new ArrayBuffer(4);
    };
    await expect(exporting(stop.signal, () => stop.abort())).rejects.toBeInstanceOf(CancelledError);
    // Strips that were on their way start no other.
    expect(encoders().map(({ ended }) => ended)).toEqual([true]);
    expect(asked('encoder', 'write')).toEqual([]);
  });
});
