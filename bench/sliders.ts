import { makeStep } from '#core/document/make';
import type { Region } from '#core/raster/raster';
import { RegionRenderer } from '#core/render/regionRenderer';
import { Resolver } from '#core/render/resolver';
import { KINDS } from '#kinds/registry.gen';
import { LARGE, largePyramid, sixSteps } from './render';
import type { Row } from './report';

const VALUES = 9;
/** A worker's half of a view of 2 megapixels, and the same at half the size. */
const [FULL_WIDTH, FULL_HEIGHT] = [1480, 705];
const NUMBERS = { by: 'numbers', from: [188, 173, 137] } as const;

/** What a retoucher moves of each kind; `n` makes every value one that was not there before. */
const MOVED: readonly (readonly [name: string, kind: string, at: (n: number) => object])[] = [
  ['hue to target', 'hue-to-target', (n) => ({ hue: { light: 26, middle: 23 + 0.1 * n, shade: 16 } })],
  ['recolour', 'recolour', (n) => ({ colour: `#8a4a${20 + n}`, gloss: 0.3 })],
  ['evenness', 'evenness', (n) => ({ hue: 0.7, saturation: 0.5 + 0.01 * n, lightness: 0.3 })],
  [
    'evenness to a colour',
    'even-to-colour',
    (n) => ({ colour: '#c99a80', hue: 0.5 + 0.01 * n, saturation: 0.4 }),
  ],
  ['relief', 'relief', (n) => ({ amount: 0.3 + 0.01 * n })],
  ['match by numbers', 'match', (n) => ({ to: { ...NUMBERS, to: [220 - n, 160, 170] } })],
  ['light', 'light', (n) => ({ exposure: 0.3 + 0.01 * n })],
  ['prepare', 'prepare', (n) => ({ exposure: 0.3 + 0.01 * n })],
];

/** What a new value of a step costs a worker: the first picture and the full one, one thread, skin that fills the view. */
export async function sliderSpeed(): Promise<Row[]> {
  const pyramid = await largePyramid();
  const photo = sixSteps();
  const resolver = new Resolver(pyramid, KINDS);
  const scale = LARGE.width / 1080;
  const view = (size: number): Region => ({
    x: 330 * scale,
    y: 400 * scale,
    width: 420 * scale,
    height: 200 * scale,
    outWidth: FULL_WIDTH * size,
    outHeight: Math.round(FULL_HEIGHT * size),
  });
  return MOVED.flatMap(([name, kind, at]) => {
    const renderer = new RegionRenderer(pyramid, KINDS);
    for (const area of photo.areas) renderer.learnArea(resolver.area(area, photo));
    const adjust = KINDS.adjusts.get(kind)!;
    const times = Array.from({ length: VALUES }, (_, n) => {
      const parameters = { ...(adjust.neutral as object), ...at(n) };
      const step = makeStep(adjust, parameters as never, { id: 'moved', areaId: 'skin' });
      const plan = resolver.plan({ ...photo, plan: [step] });
      const begin = performance.now();
      renderer.renderEncoded(plan, view(0.5));
      const half = performance.now();
      renderer.renderEncoded(plan, view(1));
      return { half: half - begin, full: performance.now() - half };
    });
    return [
      { what: `${name}, half-size`, value: median(times.map(({ half }) => half)), unit: 'ms', must: '' },
      { what: `${name}, full`, value: median(times.map(({ full }) => full)), unit: 'ms', must: '' },
    ];
  });
}

function median(values: readonly number[]): number {
  return values.toSorted((p, q) => p - q)[values.length >> 1]!;
}
