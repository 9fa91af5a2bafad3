import { unzipSync } from 'fflate';
import { expect, it } from 'vitest';
import { zipFiles } from './zipFiles';

it('packs files one after the other, each read when the one before is done', async () => {
  const files = new Map([
    ['one.jpg', Uint8Array.of(1, 2, 3)],
    ['täg/two.jpg', new Uint8Array(100_000).fill(7)],
    ['empty.txt', new Uint8Array(0)],
  ]);
  const read: string[] = [];
  const entries = [...files].map(
    ([name, bytes]) =>
      [
        name,
        () => {
          read.push(name);
          return Promise.resolve(bytes);
        },
      ] as const,
  );
  const pieces: Uint8Array[] = [];
  for await (const piece of zipFiles(entries)) {
    if (pieces.length === 0) expect(read).toEqual(['one.jpg']);
    pieces.push(piece);
  }
  expect(unzipSync(Buffer.concat(pieces))).toEqual(Object.fromEntries(files));
});

it('fails with the file that cannot be read', async () => {
  const archive = zipFiles([['gone.jpg', () => Promise.reject(new Error('gone'))]]);
  await expect(archive.next()).rejects.toThrow('gone');
});
