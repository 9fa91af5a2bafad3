import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { nextTick, ref, shallowRef } from 'vue';
import type { EffectScope } from 'vue';
import { freshPage } from '../../tests/fixtures/page';
import { useView } from '../stores/view';
import type { Frame } from './useFrames';
import { usePainter } from './usePainter';

/** What the painter was told, in order. */
const told: string[] = [];
vi.mock('#workers/client', () => ({
  Painter: class {
    layer(layer: string, pieces: unknown): void {
      told.push(`${layer} ${pieces ? 'put' : 'taken'}`);
    }
    draw(): Promise<undefined> {
      told.push('drawn');
      return Promise.resolve(undefined);
    }
    dispose(): void {
      told.push('disposed');
    }
  },
}));

let scope: EffectScope;
let frames: (() => void)[] = [];
beforeEach(() => {
  scope = freshPage();
  told.length = 0;
  frames = [];
  vi.stubGlobal('requestAnimationFrame', (callback: () => void) => frames.push(callback));
  vi.stubGlobal('cancelAnimationFrame', (asked: number) => asked && (frames[asked - 1] = () => undefined));
});
afterEach(() => {
  scope.stop();
  vi.unstubAllGlobals();
});

it('draws what comes at once, and what goes or moves with the next frame, once', async () => {
  const after = shallowRef<Frame>();
  const canvas = shallowRef<HTMLCanvasElement | null>(null);
  scope.run(() =>
    usePainter(canvas, ref({ width: 300, height: 200 }), {
      layers: [['after', after]],
      restart: () => undefined,
    }),
  );
  canvas.value = {} as HTMLCanvasElement;
  await nextTick();
  const view = scope.run(() => useView())!;
  view.left += 5;
  await nextTick();
  expect(told).toEqual([]);
  after.value = { key: 'one', pieces: [] };
  await nextTick();
  expect(told).toEqual(['after put', 'drawn']);
  // The frame that the view had asked for finds all of it drawn.
  frames.forEach((frame) => frame());
  expect(told).toEqual(['after put', 'drawn']);
  after.value = undefined;
  await nextTick();
  expect(told.slice(2)).toEqual(['after taken']);
  frames.at(-1)!();
  expect(told.slice(2)).toEqual(['after taken', 'drawn']);
});
