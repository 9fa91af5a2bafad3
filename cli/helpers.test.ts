import { EventEmitter } from 'node:events';
import { beforeEach, expect, it, vi } from 'vitest';
import { WorkerLostError } from '#core/errors';
import { parseCommand } from './arguments';
import type { Command } from './arguments';
import { ClaimsInOrder } from './claims';
import { Helpers } from './helpers';
import type { FromHelper, ToHelper } from './helpers';

class Process extends EventEmitter {
  readonly told: ToHelper[] = [];
  gone = false;
  send(message: ToHelper): void {
    this.told.push(message);
  }
  disconnect(): void {
    this.gone = true;
  }
  say(message: FromHelper): void {
    this.emit('message', message);
  }
}
const forked: Process[] = [];
vi.mock('node:child_process', () => ({
  fork: () => {
    forked.push(new Process());
    return forked.at(-1);
  },
}));

const command = parseCommand(['read', 'a.jpg', 'b.jpg', 'c.jpg']) as Command;
const told: string[] = [];
const report = {
  progress: (share: number) => void told.push(`${share}`),
  warn: (sentence: string) => void told.push(sentence),
};
let helpers: Helpers;
beforeEach(() => {
  forked.length = told.length = 0;
  helpers = new Helpers(command, new ClaimsInOrder(command.files));
});

it('a helper that dies loses its file alone; another is started in its place', async () => {
  const [first, second] = [helpers.work(0, report), helpers.work(1, report)];
  forked[0]!.emit('exit', 137);
  await expect(first).rejects.toBeInstanceOf(WorkerLostError);
  const third = helpers.work(2, report);
  expect(forked).toHaveLength(3);
  forked[2]!.say({ result: 'C' });
  forked[1]!.say({ result: 'B' });
  expect([await second, await third]).toEqual(['B', 'C']);
});

it('a helper is told whether a path is its own', async () => {
  const work = helpers.work(0, report);
  const helper = forked[0]!;
  for (const path of ['/p', '/p']) {
    helper.say({ claim: path });
    await new Promise((settled) => setTimeout(settled));
  }
  expect(helper.told.slice(2)).toEqual([{ claimed: true }, { claimed: false }]);
  helper.say({ result: 0 });
  await work;
});
