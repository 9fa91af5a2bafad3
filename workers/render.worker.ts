import { drawChange } from '#core/render/changeMap';
import { drawClipping } from '#core/render/clipping';
import { planWarnings } from '#core/render/planWarnings';
import { renderCoded } from '#core/render/codedRegion';
import type { ScreenSpace } from '#core/render/encodePixels';
import { RegionRenderer } from '#core/render/regionRenderer';
import { KINDS } from '#kinds/registry.gen';
import { tryCard } from './card/cardTrial';
import { GraphicsCard } from './card/graphicsCard';
import { drawCoverage } from './drawCoverage';
import type { RenderExchanges } from './protocol';
import { serve } from './serve';

let renderer: RegionRenderer | undefined;
let screen: ScreenSpace = 'srgb';
let card: GraphicsCard | undefined;

function current(): RegionRenderer {
  if (!renderer) throw new RangeError('no photo is in use');
  return renderer;
}

const hear = serve<RenderExchanges>({
  tryCard: ({ mayBeSlow }) => {
    const tried = GraphicsCard.open(mayBeSlow);
    try {
      return tried && tryCard(tried, KINDS);
    } finally {
      tried?.dispose();
    }
  },
  useCard: ({ uses, mayBeSlow }) => {
    if (!uses) card?.dispose();
    card = uses ? (card ?? GraphicsCard.open(mayBeSlow)) : undefined;
    if (renderer) renderer.card = card;
    return undefined;
  },
  use: ({ pyramid, space, mostPixels, peer }) => {
    if (peer) hear(peer);
    renderer = new RegionRenderer(pyramid, KINDS, mostPixels);
    renderer.card = card;
    screen = space;
    return undefined;
  },
  learn: ({ areas, keep }) => {
    for (const area of areas) current().learnArea(area);
    current().keepAreas(new Set(keep));
    return undefined;
  },
  picture: async ({ plan, region }) => {
    const begin = performance.now();
    const codes = current().renderEncoded(plan, region, screen);
    const tookMs = performance.now() - begin;
    const image = new ImageData(new Uint8ClampedArray(codes.buffer), region.outWidth, region.outHeight, {
      colorSpace: screen,
    });
    return { bitmap: await createImageBitmap(image), tookMs, drawnBy: current().drawnBy };
  },
  coverage: ({ areaKey, region, look }) => {
    const drawn = drawCoverage(current().coverage(areaKey, region), region, look);
    return createImageBitmap(new ImageData(drawn, region.outWidth, region.outHeight));
  },
  clipping: async ({ plan, region }) => {
    const out = new Uint8ClampedArray(region.outWidth * region.outHeight * 4);
    const counts = drawClipping(current().render(plan, region), out);
    return { bitmap: await createImageBitmap(new ImageData(out, region.outWidth)), counts };
  },
  change: async ({ from, plan, region }) => {
    const out = new Uint8ClampedArray(region.outWidth * region.outHeight * 4);
    const sums = drawChange(current().render(from, region), current().render(plan, region), out);
    return { bitmap: await createImageBitmap(new ImageData(out, region.outWidth)), sums };
  },
  warnings: ({ photo, plan, keys }) => planWarnings(current(), photo, plan, keys),
  strip: ({ plan, region, target }) => renderCoded(current(), plan, region, target).buffer as ArrayBuffer,
});
