import { drawLayers } from './drawLayers';
import type { Layer, PainterExchanges, Piece } from './protocol';
import { serve } from './serve';

let context: OffscreenCanvasRenderingContext2D | undefined;
const layers = new Map<Layer, readonly Piece[]>();

function empty(layer: Layer): void {
  for (const { bitmap } of layers.get(layer) ?? []) bitmap.close();
  layers.delete(layer);
}

serve<PainterExchanges>({
  attach: ({ canvas, space }) => {
    // Drawn by the processor: pieces are copied one to one, and a software rasteriser in place of a GPU takes
    // many times as long.
    context =
      canvas.getContext('2d', { alpha: true, willReadFrequently: true, colorSpace: space }) ?? undefined;
    return undefined;
  },
  layer: ({ layer, pieces }) => {
    empty(layer);
    if (pieces) layers.set(layer, pieces);
    return undefined;
  },
  draw: ({ width, height, placement, before }) => {
    if (!context) return undefined;
    if (context.canvas.width !== width) context.canvas.width = width;
    if (context.canvas.height !== height) context.canvas.height = height;
    drawLayers(context, layers, placement, before);
    return undefined;
  },
});
