import { CHANGE_SCALE, changeColour } from '../colour/changeScale';
import { ciede2000 } from '../colour/ciede2000';
import { convertSrgbLinearToCielabD50 } from '../colour/cielab';
import type { Triple } from '../colour/triple';
import { isSameAt } from '../raster/isSameAt';
import type { LinearRaster } from '../raster/raster';

/** What a map of changes shows in numbers. */
export interface ChangeSums {
  /** of ΔE00 over all pixels */
  readonly sum: number;
  readonly most: number;
  /** how many pixels are changed at all, and by more than ΔE00 2 */
  readonly changed: number;
  readonly seen: number;
}

/** From about here on a change is seen side by side (common practice). */
const SEEN = 2;
/** Changes beneath this are rounding. */
const LEAST = 0.05;
const STEPS_PER_UNIT = 16;
const COLOURS = Array.from({ length: CHANGE_SCALE.at(-1)![0] * STEPS_PER_UNIT + 1 }, (_, i) =>
  changeColour(i / STEPS_PER_UNIT),
);

/**
 * Shows by how much each pixel is changed, ΔE00, in the colours of the scale.
 * @param out receives RGBA, 4 bytes per pixel
 */
export function drawChange(before: LinearRaster, after: LinearRaster, out: Uint8ClampedArray): ChangeSums {
  const [p, q] = [before.data, after.data];
  let sum = 0;
  let most = 0;
  let changed = 0;
  let seen = 0;
  const at = (data: Float32Array, i: number): Triple => [data[i]!, data[i + 1]!, data[i + 2]!];
  for (let i = 0, o = 0; i < p.length; i += 3, o += 4) {
    const change = isSameAt(p, q, i / 3)
      ? 0
      : ciede2000(convertSrgbLinearToCielabD50(at(p, i)), convertSrgbLinearToCielabD50(at(q, i)));
    sum += change;
    if (change > most) most = change;
    if (change > LEAST) changed++;
    if (change > SEEN) seen++;
    const [red, green, blue] = COLOURS[Math.min(COLOURS.length - 1, Math.round(change * STEPS_PER_UNIT))]!;
    out[o] = red;
    out[o + 1] = green;
    out[o + 2] = blue;
    out[o + 3] = 255;
  }
  return { sum, most, changed, seen };
}
