import { afterEach, expect, it, vi } from 'vitest';
import { displayP3Space, srgbSpace } from '#core/colour/rgbSpace';
import type { RgbSpace } from '#core/colour/rgbSpace';
import type { Pyramid } from '#core/raster/pyramid';
import { screenSpace, seenSpace } from './screenSpace';

afterEach(() => vi.unstubAllGlobals());
const screen = (isWide: boolean) =>
  vi.stubGlobal('matchMedia', (query: string) => ({ matches: isWide && query === '(color-gamut: p3)' }));
const deep = (colours: RgbSpace): Pyramid => ({
  width: 1,
  height: 1,
  levels: [{ space: 'deep', width: 1, height: 1, data: new Uint16Array(4), colours }],
});
const plain: Pyramid = {
  width: 1,
  height: 1,
  levels: [{ space: 'srgb8', width: 1, height: 1, data: new Uint8Array(4) }],
};

it('a wide photo is seen as far as the screen goes; one in sRGB as it is exported', () => {
  screen(true);
  expect([deep(displayP3Space()), deep(srgbSpace()), plain].map(seenSpace)).toEqual([
    'display-p3',
    'srgb',
    'srgb',
  ]);
  screen(false);
  expect([screenSpace(), seenSpace(deep(displayP3Space()))]).toEqual(['srgb', 'srgb']);
  vi.stubGlobal('matchMedia', undefined);
  expect(screenSpace()).toBe('srgb');
});
