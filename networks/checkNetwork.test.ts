import { readFile, readdir } from 'node:fs/promises';
import { describe, expect, it } from 'vitest';
import { checkNetwork } from './checkNetwork';

const bytesOf = async (path: string) => {
  const bytes = await readFile(path);
  return bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength) as ArrayBuffer;
};

describe('the files of a network', () => {
  it('that ship are what they should be', async () => {
    const names = (await readdir('public/models'))
      .filter((name) => name.endsWith('.json'))
      .map((name) => name.slice(0, -5));
    expect(names.length).toBeGreaterThanOrEqual(3);
    for (const name of names) {
      const graph: unknown = JSON.parse(await readFile(`public/models/${name}.json`, 'utf8'));
      const weights = await bytesOf(`public/models/${name}.bin`);
      expect(() => checkNetwork(graph, weights), name).not.toThrow();
      expect(() => checkNetwork(graph, weights.slice(0, -1)), name).toThrow(/bytes in place of/);
    }
  });

  it('are refused when a page of words came in their place', () => {
    for (const graph of [
      null,
      'words',
      {},
      { modelTopology: {} },
      { modelTopology: {}, weightsManifest: [{ weights: [{ shape: [2], dtype: 'words' }] }] },
    ]) {
      expect(() => checkNetwork(graph, new ArrayBuffer(8))).toThrow();
    }
  });
});
