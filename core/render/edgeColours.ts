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
/**
 * How near is looked, in pixels that come in: a share of the area's size. Hair's edge is as wide as its curls, an
 * iris lies among other parts.
 */
const [NEAREST, FARTHEST] = [2, 12];
const SIGMA_PER_SIZE = 1 / 30;
/** As far as anything counts, in pixels that come in: three boxes of 12 on each side, and a little. */
export const EDGE_REACH = 40;

/** Foreground minus background near each place, from where either stands alone, and the foreground. */
export function measureEdgeColours(input: AreaInput): EdgeColours {
  const covered = input.coverage.data.reduce((sum, value) => sum + value, 0) / 255;
  const sigma = clamp(SIGMA_PER_SIZE * Math.sqrt(covered), NEAREST, FARTHEST);
  const [inside, outside] = SIDES.map((weights) => sideOf(input, weights, sigma)) as [Side, Side];
  const field = newField(input.region, 6);
  const { data } = field;
  for (let c = 0; c < 3; c++) {
    const [own, other] = [inside.sums[c]!, outside.sums[c]!];
    for (let i = 0, at = c; i < own.length; i++, at += 6) {
      const [weight, behind] = [inside.weight[i]!, outside.weight[i]!];
      if (weight < LEAST_WEIGHT || behind < LEAST_WEIGHT) continue;
      const colour = own[i]! / weight;
      data[at] = colour - other[i]! / behind;
      data[at + 3] = colour;
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
function sideOf(
  { pixels, coverage: { data, width, height } }: AreaInput,
  weights: Float32Array,
  sigma: number,
): Side {
  const count = width * height;
  const weight = new Float32Array(count);
  const sums = [new Float32Array(count), new Float32Array(count), new Float32Array(count)] as const;
  const [red, green, blue] = sums;
  // By hand: half of the time would go into calls.
  for (let i = 0, p = 0; i < count; i++, p += 3) {
    const share = weights[data[i]!]!;
    if (share === 0) continue;
    weight[i] = share;
    red[i] = share * pixels.data[p]!;
    green[i] = share * pixels.data[p + 1]!;
    blue[i] = share * pixels.data[p + 2]!;
  }
  for (const plane of [weight, ...sums]) maskSoften(plane, width, height, sigma);
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
