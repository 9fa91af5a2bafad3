import type { Piece } from '#workers/client';
import type { Region } from '#core/raster/raster';

/** Pieces of one picture, and what they show. */
export interface Frame {
  /** equal keys, equal pixels */
  readonly key: string;
  readonly pieces: readonly Piece[];
}

export interface Layers {
  /** the whole photo at a small size: stands in where nothing better is there yet */
  readonly base: Frame | undefined;
  readonly after: Frame | undefined;
  readonly before: Frame | undefined;
  readonly overlay: Frame | undefined;
}

export interface Placement {
  readonly left: number;
  readonly top: number;
  readonly zoom: number;
  readonly devicePixels: number;
}

/**
 * Draws the layers onto the picture's canvas.
 * @param beforeUpTo device pixels from the left that show the photo without the plan; 0 none, Infinity all
 */
export function drawFrames(context: CanvasRenderingContext2D, layers: Layers, placement: Placement, beforeUpTo: number): void {
  const { width, height } = context.canvas;
  context.clearRect(0, 0, width, height);
  context.imageSmoothingEnabled = placement.zoom * placement.devicePixels < 2;
  drawFrame(context, layers.base, placement);
  drawFrame(context, layers.after, placement);
  if (beforeUpTo > 0 && layers.before) {
    context.save();
    context.beginPath();
    context.rect(0, 0, Math.min(width, beforeUpTo), height);
    context.clip();
    drawFrame(context, layers.before, placement);
    context.restore();
  }
  drawFrame(context, layers.overlay, placement);
}

function drawFrame(context: CanvasRenderingContext2D, frame: Frame | undefined, placement: Placement): void {
  for (const { region, bitmap } of frame?.pieces ?? []) {
    const { x, y, width, height } = deviceRectangle(region, placement);
    context.drawImage(bitmap, x, y, width, height);
  }
}

/** Where a region lies on the canvas; edges fall on whole pixels, so that pieces meet without a seam. */
function deviceRectangle(region: Region, { left, top, zoom, devicePixels }: Placement) {
  const scale = zoom * devicePixels;
  const x = Math.round(left * devicePixels + region.x * scale), y = Math.round(top * devicePixels + region.y * scale);
  return {
    x, y,
    width: Math.round(left * devicePixels + (region.x + region.width) * scale) - x,
    height: Math.round(top * devicePixels + (region.y + region.height) * scale) - y,
  };
}

export function closeFrame(frame: Frame | undefined): void {
  for (const { bitmap } of frame?.pieces ?? []) bitmap.close();
}
