import { execFileSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { beforeAll, expect, it } from 'vitest';
import { tfNetworks } from '../networks/tfNetworks';
import { networkFiles } from './networkFiles';
import { openPhotoFile } from './photoFile';
import { SitterCrew, findInThreads } from './sitterCrew';

beforeAll(() => void execFileSync(process.execPath, ['cli/even-blush.mjs', '--version']));

it('two sitters found side by side are to the bit those found one after the other', async () => {
  const { pyramid } = await openPhotoFile(
    fileURLToPath(new URL('../tests/fixtures/heads/pair/photo.jpg', import.meta.url)),
  );
  const networks = tfNetworks(networkFiles);
  const progress: number[] = [];
  const onProgress = (share: number) => progress.push(share);
  const together = await findInThreads(pyramid, networks, { threads: 2, onProgress });
  expect(together).toEqual(await findInThreads(pyramid, networks, { threads: 1 }));
  expect(together.sitters.map(({ parts }) => parts.length > 5)).toEqual([true, true]);
  expect(progress).toEqual(progress.toSorted((p, q) => p - q));
});

it('what goes wrong in a thread is thrown where its sitter is waited for, and the thread goes on', async () => {
  const crew = new SitterCrew({ width: 1, height: 1, levels: [] }, 1);
  try {
    for (let n = 0; n < 2; n++)
      await expect(crew.give({} as never).finish({} as never, {} as never)).rejects.toMatchObject({
        code: 'unexpected',
        fields: { detail: 'RangeError: a sitter is divided before it is worked out' },
      });
  } finally {
    await crew.end();
  }
});
