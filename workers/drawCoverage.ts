import type { Coverage8Raster, Region } from '#core/raster/raster';
import type { CoverageLook } from './protocol';

const HATCH_PERIOD = 9;
const HATCH_WIDTH = 2.2;
const DIMMING = 0.72;

/** An area's coverage as a picture to lay over the photo; the hatch lies still on it. */
export function drawCoverage(
  { width, height, data }: Coverage8Raster,
  region: Region,
  { style, rgb: [red, green, blue] }: CoverageLook,
): Uint8ClampedArray<ArrayBuffer> {
  const out = new Uint8ClampedArray(width * height * 4);
  const firstColumn = Math.round(region.x * (region.outWidth / region.width));
  const firstRow = Math.round(region.y * (region.outHeight / region.height));
  for (let row = 0, i = 0; row < height; row++) {
    for (let column = 0; column < width; column++, i++) {
      const o = 4 * i;
      const value = data[i]!;
      if (style === 'grey') {
        out[o] = out[o + 1] = out[o + 2] = value;
        out[o + 3] = 255;
        continue;
      }
      const across = firstColumn + column;
      const down = firstRow + row;
      const lines = style === 'hatch' || style === 'crossed' || style === 'outline';
      const shade = (style === 'dimmed' ? DIMMING : 1) * (255 - value);
      const ink = lines ? lineInk(data, width, i, onHatch(style, across, down)) : shade;
      if (ink === 0) continue;
      out[o] = red;
      out[o + 1] = green;
      out[o + 2] = blue;
      out[o + 3] = ink;
    }
  }
  return out;
}

/** Whether a place lies on a line of the hatch; undefined where there is none. */
function onHatch(style: CoverageLook['style'], across: number, down: number): boolean | undefined {
  if (style !== 'hatch' && style !== 'crossed') return undefined;
  const rising = (across + down) % HATCH_PERIOD < HATCH_WIDTH;
  return (
    rising || (style === 'crossed' && (across + HATCH_PERIOD * down - down) % HATCH_PERIOD < HATCH_WIDTH)
  );
}

/** The outline, and the hatch where there is one. */
function lineInk(data: Uint8Array, width: number, i: number, hatched: boolean | undefined): number {
  const value = data[i]!;
  const beside =
    (i % width > 0 && data[i - 1]! > 127 !== value > 127) ||
    (i >= width && data[i - width]! > 127 !== value > 127);
  if (beside) return 230;
  if (hatched === undefined) return 0;
  return (hatched ? 0.62 : 0.06) * value;
}
