import { describe, expect, it, vi } from 'vitest';
import { PhotoMemory } from './photoMemory';
import type { OpenedPhoto } from './protocol';

const make = (bytes: number) => new Uint8Array(bytes);
const photo = (sha256: string, ...levels: Uint8Array[]): OpenedPhoto => ({
  sha256,
  type: 'image/jpeg',
  pyramid: {
    width: 1,
    height: 1,
    levels: levels.map((data) => ({ space: 'srgb8', width: 1, height: 1, data }) as const),
  },
});

describe('memory of photos one after another', () => {
  it('keeps the last one until it is taken, once', () => {
    const looked = new PhotoMemory(make);
    looked.begin();
    const one = photo('one', looked.allocate(100));
    looked.keep({ sha256: 'one', open: () => one });
    expect(looked.take('other')).toBeUndefined();
    expect(looked.take('one')).toBe(one);
    expect(looked.take('one')).toBeUndefined();
  });

  it('gives its memory to the next one, where that fits', () => {
    const looked = new PhotoMemory(make);
    looked.begin();
    const [large, small] = [looked.allocate(100), looked.allocate(25)];
    const one = photo('one', large, small);
    looked.keep({ sha256: 'one', open: () => one });
    looked.workOut();
    looked.begin();
    expect(looked.take('one')).toBeUndefined();
    const next = [looked.allocate(90), looked.allocate(25), looked.allocate(25)];
    expect(next.map(({ length }) => length)).toEqual([90, 25, 25]);
    expect(next[0]!.buffer).toBe(large.buffer);
    expect(next[1]!.buffer).toBe(small.buffer);
    expect(next[2]!.buffer).not.toBe(small.buffer);
    // Too large for what is wanted, and too small for it.
    const two = photo('two', ...next);
    looked.keep({ sha256: 'two', open: () => two });
    looked.workOut();
    looked.begin();
    expect([looked.allocate(50), looked.allocate(101)].map(({ buffer }) => buffer.byteLength)).toEqual([
      50, 101,
    ]);
  });

  it('keeps its memory once it was opened, and while the next one is looked at', () => {
    const looked = new PhotoMemory(make);
    looked.begin();
    const first = looked.allocate(100);
    const one = photo('one', first);
    looked.keep({ sha256: 'one', open: () => one });
    looked.take('one');
    looked.begin();
    const second = looked.allocate(100);
    expect(second.buffer).not.toBe(first.buffer);
    // Two at a time: what is not done yet is nobody else's.
    looked.begin();
    expect(looked.allocate(100).buffer).not.toBe(second.buffer);
  });

  it('works out what is kept once, when it is wanted, in the memory of the one before', () => {
    const looked = new PhotoMemory(make);
    const dropped: string[] = [];
    const look = (sha256: string) => {
      looked.begin();
      const open = vi.fn(() => photo(sha256, looked.allocate(100)));
      looked.keep({ sha256, open, drop: () => dropped.push(sha256) });
      return open;
    };
    const one = look('one');
    const first = looked.workOut();
    const two = look('two');
    expect([dropped, two.mock.calls.length]).toEqual([[], 0]);
    const three = look('three');
    expect(dropped).toEqual(['two']);
    looked.workOut();
    const third = looked.take('three');
    expect([one, two, three].map((open) => open.mock.calls.length)).toEqual([1, 0, 1]);
    expect(third!.pyramid.levels[0]!.data.buffer).toBe(first!.pyramid.levels[0]!.data.buffer);
  });
});
