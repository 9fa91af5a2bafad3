import { clamp } from '../math/clamp';
import { newField, readField } from '../raster/field';
import type { Field } from '../raster/field';
import { halveArea } from '../raster/halveArea';
import { areaLowPass } from '../raster/lowPass';
import type { AreaInput } from '../measure/areaInput';

/**
 * What an area and its surroundings look like along its edge, over the area's box, linear sRGB: by how much the
 * area's own colour differs from theirs, then that colour.
 */
export type EdgeColours = Field;

/** Coverage that counts as the one or the other alone. */
const INSIDE8 = 242;
const OUTSIDE8 = 10;
/** How near is looked, in pixels of the grid. */
const SIGMA = 2;
const MOST_PIXELS = 900_000;

/** Foreground minus background near each place, from where either stands alone. */
export function measureEdgeColours({ pixels, coverage, region }: AreaInput): EdgeColours {
  const count = coverage.data.length;
  const planes = [0, 1, 2].map((c) => {
    const plane = new Float32Array(count);
    for (let i = 0; i < count; i++) plane[i] = pixels.data[3 * i + c]!;
    return plane;
  });
  const side = (weigh: (value: number) => number) => {
    const weightOf = Float32Array.from({ length: 256 }, (_, value) => weigh(value));
    const weights = new Float32Array(count);
    for (let i = 0; i < count; i++) weights[i] = weightOf[coverage.data[i]!]!;
    const grid = halveArea({ region, planes, weights }, MOST_PIXELS);
    const low = areaLowPass(grid.weights, grid.region.outWidth, grid.region.outHeight, SIGMA);
    return { region: grid.region, colours: grid.planes.map((plane) => low.of(plane)), weight: low.weight };
  };
  // A little weight for the others, so that every place has some answer.
  const inside = side((value) => (value >= INSIDE8 ? 1 : value / 255_000));
  const outside = side((value) => (value <= OUTSIDE8 ? 1 : (255 - value) / 255_000));
  const field = newField(inside.region, 6);
  for (let i = 0; i < inside.weight.length; i++) {
    if (inside.weight[i]! < 1e-4 || outside.weight[i]! < 1e-4) continue;
    for (let c = 0; c < 3; c++) {
      field.data[6 * i + c] = inside.colours[c]![i]! - outside.colours[c]![i]!;
      field.data[6 * i + 3 + c] = inside.colours[c]![i]!;
    }
  }
  return field;
}

/** The difference, and the area's own colour. */
const near = new Float32Array(6);

/**
 * The part's own colour in a pixel that it shares with what is behind it, so that a strand takes the dye and
 * the ground does not (Germer and others 2020, "Fast multi-level foreground estimation", for the model pixel
 * = a F + (1 - a) B).
 * @param alpha coverage above 0, up to 1
 * @param out receives the colour at `at`; holds the mixed one on entry
 */
export function foregroundOf(
  edge: EdgeColours,
  out: Float32Array,
  at: number,
  { x, y, alpha }: { readonly x: number; readonly y: number; readonly alpha: number },
): void {
  readField(edge, x, y, near);
  let along = 0;
  let length = 0;
  for (let c = 0; c < 3; c++) {
    along += (near[3 + c]! - out[at + c]!) * near[c]!;
    length += near[c]! * near[c]!;
  }
  // Coverage may be too low: no more is taken out than what the pixel shows of what is behind it.
  const behind = length > 0 ? clamp(along / length, 0, 1 - alpha) : 0;
  for (let c = 0; c < 3; c++) {
    const mixed = out[at + c]!;
    // Never more than what the pixel can hold of the part.
    out[at + c] = Math.min(Math.max(0, mixed) / alpha, Math.max(0, mixed + behind * near[c]!));
  }
}
