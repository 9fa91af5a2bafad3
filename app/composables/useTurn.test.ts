import { afterEach, expect, it, vi } from 'vitest';
import type { Ref } from 'vue';
import { createApp } from '../../tests/fixtures/unseenApp';
import { useTurn } from './useTurn';

afterEach(() => vi.unstubAllGlobals());

it('comes so many tasks after its component stood, and never once that is gone', () => {
  let tasks = new Map<number, () => void>();
  let count = 0;
  vi.stubGlobal('setTimeout', (task: () => void) => tasks.set(++count, task) && count);
  vi.stubGlobal('clearTimeout', (task: number) => tasks.delete(task));
  const runAll = () => {
    const due = tasks;
    tasks = new Map();
    for (const task of due.values()) task();
  };
  const turns: Readonly<Ref<boolean>>[] = [];
  const app = createApp({
    setup: () => {
      turns.push(useTurn(1), useTurn(2), useTurn(3));
      return () => null;
    },
  });
  app.mount({});
  const due = () => turns.map(({ value }) => value);
  expect(due()).toEqual([false, false, false]);
  runAll();
  expect(due()).toEqual([true, false, false]);
  runAll();
  expect(due()).toEqual([true, true, false]);
  app.unmount();
  runAll();
  expect(due()).toEqual([true, true, false]);
});
