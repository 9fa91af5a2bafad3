import type { Region } from '#core/raster/raster';

interface View {
  readonly left: number;
  readonly top: number;
  readonly zoom: number;
  readonly devicePixels: number;
  readonly width: number;
  readonly height: number;
  /** how far the picture is turned about the middle of the view */
  readonly radians: number;
}

/**
 * The part of the photo in sight, at the screen's resolution or the photo's, whichever is less. Its
 * pixels lie on a grid that starts at the photo's corner, so that moving the photo does not shimmer.
 * @returns undefined when nothing of it is in sight
 */
export function visibleRegion(view: View, photo: { width: number; height: number }): Region | undefined {
  const scale = Math.min(1, view.zoom * view.devicePixels);
  const span = (start: number, room: number, size: number) => {
    const first = Math.max(0, Math.floor((-start / view.zoom) * scale));
    const last = Math.min(Math.ceil(size * scale), Math.ceil(((room - start) / view.zoom) * scale));
    return { first, count: last - first };
  };
  // Turned, it reaches as far as the upright rectangle about the view.
  const [cos, sin] = [Math.abs(Math.cos(view.radians)), Math.abs(Math.sin(view.radians))];
  const [width, height] = [view.width * cos + view.height * sin, view.width * sin + view.height * cos];
  const across = span(view.left + (width - view.width) / 2, width, photo.width);
  const down = span(view.top + (height - view.height) / 2, height, photo.height);
  if (across.count <= 0 || down.count <= 0) return undefined;
  return {
    x: across.first / scale,
    y: down.first / scale,
    width: across.count / scale,
    height: down.count / scale,
    outWidth: across.count,
    outHeight: down.count,
  };
}
