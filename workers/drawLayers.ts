import type { BeforeShown, Layer, Piece, Placement } from './protocol';

/**
 * From back to front: a small stand-in, the picture with its steps, a map of it, the photo as it was, the hatch.
 */
const LAYERS: readonly Layer[] = ['base', 'after', 'map', 'before', 'overlay'];

/** Draws the layers onto the picture's canvas. */
export function drawLayers(
  context: OffscreenCanvasRenderingContext2D,
  layers: ReadonlyMap<Layer, readonly Piece[]>,
  placement: Placement,
  before: BeforeShown,
): void {
  const { width, height } = context.canvas;
  context.clearRect(0, 0, width, height);
  context.imageSmoothingEnabled = placement.zoom * placement.devicePixels < 2;
  const half = before.how === 'beside' ? Math.round(width / 2) : width;
  for (const name of LAYERS) {
    const pieces = layers.get(name);
    if (!pieces || (name === 'before' && before.how === 'nowhere')) continue;
    context.save();
    context.beginPath();
    if (name === 'before' && before.how === 'beside') {
      context.rect(half, 0, width - half, height);
      context.clip();
      context.translate(half, 0);
    } else {
      if (name === 'before' && before.how === 'line') leftOfLine(context, before);
      else context.rect(0, 0, half, height);
      context.clip();
    }
    if (placement.radians !== 0) {
      context.translate(half / 2, height / 2);
      context.rotate(placement.radians);
      context.translate(-half / 2, -height / 2);
    }
    for (const piece of pieces) drawPiece(context, piece, placement);
    context.restore();
  }
}

/** Half of the plane, to the left of a line. */
function leftOfLine(
  context: OffscreenCanvasRenderingContext2D,
  { at, radians }: { readonly at: number; readonly radians: number },
): void {
  const { width, height } = context.canvas;
  const far = width + height;
  const [x, y] = [Math.round(at * width), height / 2];
  const [across, down] = [-Math.sin(radians) * far, Math.cos(radians) * far];
  context.moveTo(x - across, y - down);
  context.lineTo(x + across, y + down);
  context.lineTo(x + across - down, y + down + across);
  context.lineTo(x - across - down, y - down + across);
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
