import { readdir } from 'node:fs/promises';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { commandLine } from '../tests/fixtures/commandLine';
import { ClipInOrder } from './clipInOrder';

const heard = commandLine();

it('frames that come backwards are written in their order, and nothing of them stays', async () => {
  const written: number[] = [];
  const writer = {
    add: async ([first]: Uint8Array) => void written.push(first!),
    end: async () => undefined,
    stop: () => undefined,
  };
  const clip = new ClipInOrder(writer, join(heard.folder, 'a.mp4'));
  for (const n of [2, 1]) await clip.add(n, Uint8Array.of(n));
  expect(written).toEqual([]);
  for (const n of [0, 3, 5, 4]) await clip.add(n, Uint8Array.of(n));
  expect(written).toEqual([0, 1, 2, 3, 4, 5]);
  await clip.dispose();
  expect(await readdir(heard.folder)).toEqual([]);
});
