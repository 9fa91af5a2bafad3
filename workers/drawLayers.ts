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
    if (name === 'base' && isHidden(pieces, layers.get('after') ?? [], placement, context.canvas)) continue;
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

/** Whether the picture covers all of its stand-in that is in sight: enlarging that takes longer than all else. */
function isHidden(
  standIn: readonly Piece[],
  picture: readonly Piece[],
  placement: Placement,
  { width, height }: { readonly width: number; readonly height: number },
): boolean {
  if (placement.radians !== 0 || picture.length === 0) return false;
  const below = edgesOf(standIn, placement);
  const above = edgesOf(picture, placement);
  return (
    above.x <= Math.max(0, below.x) &&
    above.y <= Math.max(0, below.y) &&
    above.right >= Math.min(width, below.right) &&
    above.bottom >= Math.min(height, below.bottom)
  );
}

/** Device pixels of a canvas; they are whole, so that pieces meet without a seam. */
interface Edges {
  readonly x: number;
  readonly y: number;
  readonly right: number;
  readonly bottom: number;
}

/** Of pieces that lie one below the other. */
function edgesOf(pieces: readonly Piece[], { left, top, zoom, devicePixels }: Placement): Edges {
  const scale = zoom * devicePixels;
  const [{ region: first }, { region: last }] = [pieces[0]!, pieces.at(-1)!];
  return {
    x: Math.round(left * devicePixels + first.x * scale),
    y: Math.round(top * devicePixels + first.y * scale),
    right: Math.round(left * devicePixels + (last.x + last.width) * scale),
    bottom: Math.round(top * devicePixels + (last.y + last.height) * scale),
  };
}

function drawPiece(context: OffscreenCanvasRenderingContext2D, piece: Piece, placement: Placement): void {
  const { x, y, right, bottom } = edgesOf([piece], placement);
  context.drawImage(piece.bitmap, x, y, right - x, bottom - y);
}
