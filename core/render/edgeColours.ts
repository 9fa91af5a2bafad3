import { clamp } from '../math/clamp';
import { newField, readField } from '../raster/field';
import type { Field } from '../raster/field';
import { maskSoften } from '../raster/maskSoften';
import type { AreaInput } from '../measure/areaInput';

/**
 * What an area and its surroundings look like along its edge, over the area's box, linear sRGB: by how much the
 * area's own colour differs from theirs, then that colour.
 */
export type EdgeColours = Field;

/** Coverage that counts as the one or the other alone. */
const INSIDE8 = 242;
const OUTSIDE8 = 10;
/** How near is looked, in pixels that come in. A coarser grid would depend on where the area's box begins. */
const SIGMA = 2;

/** Foreground minus background near each place, from where either stands alone, and the foreground. */
export function measureEdgeColours(input: AreaInput): EdgeColours {
  const [inside, outside] = SIDES.map((weights) => sideOf(input, weights)) as [Side, Side];
  const field = newField(input.region, 6);
  for (let i = 0; i < inside.weight.length; i++) {
    const [own, other] = [inside.weight[i]!, outside.weight[i]!];
    if (own < LEAST_WEIGHT || other < LEAST_WEIGHT) continue;
    for (let c = 0; c < 3; c++) {
      const colour = inside.sums[c]![i]! / own;
      field.data[6 * i + c] = colour - outside.sums[c]![i]! / other;
      field.data[6 * i + 3 + c] = colour;
    }
  }
  return field;
}

/** How much coverage counts as the one alone and as the other; a little for the rest, so that most places have some answer. */
const SIDES = [
  Float32Array.from({ length: 256 }, (_, value) => (value >= INSIDE8 ? 1 : value / 255_000)),
  Float32Array.from({ length: 256 }, (_, value) => (value <= OUTSIDE8 ? 1 : (255 - value) / 255_000)),
];
const LEAST_WEIGHT = 1e-4;

/** What one side weighs near each place, and its colours times that. */
interface Side {
  readonly weight: Float32Array;
  readonly sums: readonly Float32Array[];
}

/** Normalised convolution (Knutsson and Westin 1993), before the division. */
function sideOf({ pixels, coverage: { data, width, height } }: AreaInput, weights: Float32Array): Side {
  const weight = Float32Array.from(data, (value) => weights[value]!);
  const sums = [0, 1, 2].map((c) => weight.map((share, i) => share * pixels.data[3 * i + c]!));
  for (const plane of [weight, ...sums]) maskSoften(plane, width, height, SIGMA);
  return { weight, sums };
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
