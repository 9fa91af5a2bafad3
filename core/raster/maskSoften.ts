import { floatsAt, loopRoom } from '../loops/compiledLoops';
import { clamp } from '../math/clamp';
import { isAnywhere } from './mapPlane';

const PASSES = 3;

/**
 * Softens a mask: three extended box filters whose variance is that of a Gaussian.
 * Beyond the border the edge value goes on.
 * @param mask one value per pixel; overwritten
 * @param sigma standard deviation in pixels of this raster; 0 changes nothing
 * @see Gwosdek and others 2011, "Theoretical foundations of Gaussian convolution by extended box filtering"
 */
export function maskSoften(mask: Float32Array, width: number, height: number, sigma: number): void {
  if (sigma <= 0 || !isAnywhere(mask)) return;
  const variance = (12 * sigma * sigma) / PASSES;
  const radius = Math.floor((Math.sqrt(variance + 1) - 1) / 2);
  const whole = 2 * radius + 1;
  const edge =
    (whole * (radius * (radius + 1) - (3 * sigma * sigma) / PASSES)) /
    (6 * ((sigma * sigma) / PASSES - (radius + 1) ** 2));
  const room = loopRoom(mask.byteLength, mask.byteLength, 4 * (width + 2 * radius + 2), 8 * width);
  if (room) {
    const values = floatsAt(room.loops, room.places[0]!, mask.length);
    values.set(mask);
    room.loops.softenMask(...room.places, width, height, radius, PASSES, edge);
    mask.set(values);
    return;
  }
  const line = new Float32Array(width + 2 * radius + 2);
  const copy = new Float32Array(mask.length);
  for (let pass = 0; pass < PASSES; pass++) {
    for (let row = 0; row < height; row++)
      boxLine(mask, line, { start: row * width, length: width, radius, edge });
    copy.set(mask);
    boxColumns(copy, mask, { width, height, radius, edge });
  }
}

/** The same box down the columns, all of them at once along each row. */
function boxColumns(
  source: Float32Array,
  out: Float32Array,
  {
    width,
    height,
    radius,
    edge,
  }: { readonly width: number; readonly height: number; readonly radius: number; readonly edge: number },
): void {
  const share = 1 / (2 * radius + 1 + 2 * edge);
  const sums = new Float64Array(width);
  const rowAt = (row: number) => clamp(row, 0, height - 1) * width;
  for (let row = -radius; row <= radius; row++) {
    const start = rowAt(row);
    for (let column = 0; column < width; column++) sums[column]! += source[start + column]!;
  }
  for (let row = 0; row < height; row++) {
    const before = rowAt(row - radius - 1);
    const after = rowAt(row + radius + 1);
    const leaving = rowAt(row - radius);
    const start = row * width;
    for (let column = 0; column < width; column++) {
      const arriving = source[after + column]!;
      out[start + column] = share * (sums[column]! + edge * (source[before + column]! + arriving));
      sums[column] = sums[column]! + arriving - source[leaving + column]!;
    }
  }
}

/**
 * One extended box along a row: full weight within `radius`, weight `edge` on the next pixel at both ends.
 */
function boxLine(
  data: Float32Array,
  padded: Float32Array,
  {
    start,
    length,
    radius,
    edge,
  }: { readonly start: number; readonly length: number; readonly radius: number; readonly edge: number },
): void {
  const reach = radius + 1;
  const share = 1 / (2 * radius + 1 + 2 * edge);
  padded.fill(data[start]!, 0, reach);
  padded.set(data.subarray(start, start + length), reach);
  padded.fill(data[start + length - 1]!, reach + length, length + 2 * reach);
  let sum = 0;
  for (let i = 1; i < 2 * reach; i++) sum += padded[i]!;
  for (let i = 0; i < length; i++) {
    const leaving = padded[i + 1]!;
    const arriving = padded[i + 2 * reach]!;
    data[start + i] = share * (sum + edge * (padded[i]! + arriving));
    sum += arriving - leaving;
  }
}
