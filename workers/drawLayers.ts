import type { Layer, Piece, Placement } from './protocol';

/**
 * From back to front: a small stand-in, the picture with its steps, where it is clipped, the photo as it was,
 * the hatch.
 */
const LAYERS: readonly Layer[] = ['base', 'after', 'clipping', 'before', 'overlay'];

/**
 * Draws the layers onto the picture's canvas.
 * @param beforeUpTo device pixels from the left that show the photo without the plan; 0 none, Infinity all
 */
export function drawLayers(
  context: OffscreenCanvasRenderingContext2D,
  layers: ReadonlyMap<Layer, readonly Piece[]>,
  placement: Placement,
  beforeUpTo: number,
): void {
  const { width, height } = context.canvas;
  context.clearRect(0, 0, width, height);
  context.imageSmoothingEnabled = placement.zoom * placement.devicePixels < 2;
  for (const name of LAYERS) {
    const pieces = layers.get(name);
    if (!pieces || (name === 'before' && beforeUpTo <= 0)) continue;
    context.save();
    if (name === 'before') {
      context.beginPath();
      context.rect(0, 0, Math.min(width, beforeUpTo), height);
      context.clip();
    }
    for (const piece of pieces) drawPiece(context, piece, placement);
    context.restore();
  }
}

/** Edges fall on whole device pixels, so that pieces meet without a seam. */
function drawPiece(
  context: OffscreenCanvasRenderingContext2D,
  { region, bitmap }: Piece,
  { left, top, zoom, devicePixels }: Placement,
): void {
  const scale = zoom * devicePixels;
  const x = Math.round(left * devicePixels + region.x * scale);
  const y = Math.round(top * devicePixels + region.y * scale);
  const right = Math.round(left * devicePixels + (region.x + region.width) * scale);
  const bottom = Math.round(top * devicePixels + (region.y + region.height) * scale);
  context.drawImage(bitmap, x, y, right - x, bottom - y);
}
