import { clamp } from '../math/clamp';
import { newField, readField } from '../raster/field';
import type { Field } from '../raster/field';
import { maskSoften } from '../raster/maskSoften';
import type { AreaInput } from '../measure/areaInput';
import type { Region } from '../raster/raster';

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
/**
 * What is softened broadly is softened in cells of some pixels: as many as leave this much of the standard deviation, and
 * no more than so many.
 */
const LEAST_SIGMA = 6;
const MOST_CELL = 2;
/** As far as anything counts, in pixels that come in: three boxes of 12 on each side, and a little. */
export const EDGE_REACH = 40;

/** Foreground minus background near each place, from where either stands alone, and the foreground. */
export function measureEdgeColours(input: AreaInput): EdgeColours {
  const covered = input.coverage.data.reduce((sum, value) => sum + value, 0) / 255;
  const sigma = clamp(SIGMA_PER_SIZE * Math.sqrt(covered), NEAREST, FARTHEST);
  const cells = cellsOf(input.region, clamp(Math.floor(sigma / LEAST_SIGMA), 1, MOST_CELL));
  const [inside, outside] = SIDES.map((weights) => sideOf(input, weights, { cells, sigma })) as [Side, Side];
  const field = newField(cells.region, 6);
  const least = LEAST_WEIGHT * cells.size ** 2;
  const isKnown = Uint8Array.from(inside.weight, (weight, i) =>
    Number(weight >= least && outside.weight[i]! >= least),
  );
  for (let c = 0; c < 3; c++) {
    const [own, other] = [inside.sums[c]!, outside.sums[c]!];
    for (let i = 0, at = c; i < own.length; i++, at += 6) {
      if (!isKnown[i]) continue;
      const colour = own[i]! / inside.weight[i]!;
      field.data[at] = colour - other[i]! / outside.weight[i]!;
      field.data[at + 3] = colour;
    }
  }
  if (cells.size > 1) carryOn(field, isKnown);
  return field;
}

/** Cells beside those that are known take their mean: a pixel between both is not mixed with nothing. */
function carryOn({ region: { outWidth: columns, outHeight: rows }, data }: Field, isKnown: Uint8Array): void {
  for (let row = 0, i = 0; row < rows; row++)
    for (let column = 0; column < columns; column++, i++) {
      if (isKnown[i]) continue;
      let count = 0;
      for (let y = Math.max(0, row - 1); y <= Math.min(rows - 1, row + 1); y++)
        for (let x = Math.max(0, column - 1); x <= Math.min(columns - 1, column + 1); x++) {
          const from = y * columns + x;
          if (!isKnown[from]) continue;
          count++;
          for (let c = 0; c < 6; c++) data[6 * i + c]! += data[6 * from + c]!;
        }
      for (let c = 0; c < 6 && count > 1; c++) data[6 * i + c]! /= count;
    }
}

/** Cells of a softened plane, over a region that is a whole number of them. */
interface Cells {
  /** pixels on each side */
  readonly size: number;
  readonly region: Region;
  /** pixels of the first cells that lie before the area's box */
  readonly before: readonly [number, number];
}

/** Cells lie as the photo's pixels do, not as a box: of one that is a pixel larger they hold the same. */
function cellsOf(region: Region, size: number): Cells {
  const along = (from: number, length: number, pixels: number) => {
    const pixel = length / pixels;
    const first = Math.round(from / pixel);
    const before = first - size * Math.floor(first / size);
    const count = Math.ceil((before + pixels) / size);
    return { before, count, from: from - before * pixel, length: count * size * pixel };
  };
  const across = along(region.x, region.width, region.outWidth);
  const down = along(region.y, region.height, region.outHeight);
  return {
    size,
    region: {
      x: across.from,
      y: down.from,
      width: across.length,
      height: down.length,
      outWidth: across.count,
      outHeight: down.count,
    },
    before: [across.before, down.before],
  };
}

/** How much coverage counts as the one alone and as the other; a little for the rest, so that most places have some answer. */
const SIDES = [
  Float32Array.from({ length: 256 }, (_, value) => (value >= INSIDE8 ? 1 : value / 255_000)),
  Float32Array.from({ length: 256 }, (_, value) => (value <= OUTSIDE8 ? 1 : (255 - value) / 255_000)),
];
/** Of a pixel's weight, near a place. */
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
  { cells: { size, region, before }, sigma }: { readonly cells: Cells; readonly sigma: number },
): Side {
  const { outWidth: columns, outHeight: rows } = region;
  const plane = () => new Float32Array(columns * rows);
  const weight = plane();
  const sums = [plane(), plane(), plane()] as const;
  const [red, green, blue] = sums;
  // By hand: half of the time would go into calls.
  for (let row = 0, i = 0, p = 0; row < height; row++) {
    const start = columns * Math.floor((row + before[1]) / size);
    for (let column = 0, cell = start, left = size - before[0]; column < width; column++, i++, p += 3) {
      const share = weights[data[i]!]!;
      weight[cell]! += share;
      red[cell]! += share * pixels.data[p]!;
      green[cell]! += share * pixels.data[p + 1]!;
      blue[cell]! += share * pixels.data[p + 2]!;
      if (--left > 0) continue;
      left = size;
      cell++;
    }
  }
  for (const each of [weight, ...sums]) maskSoften(each, columns, rows, sigma / size);
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
