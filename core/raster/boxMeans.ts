import { floatsAt, loopRoom } from '../loops/compiledLoops';

/** A raster of interleaved channels, and the square window about each pixel: 2 * radius + 1 on a side. */
export interface BoxWindow {
  readonly channels: number;
  readonly width: number;
  readonly height: number;
  /** pixels */
  readonly radius: number;
}

/**
 * Means over a square window, cut at the border: column sums run down the rows, a window runs along them.
 * @param data interleaved channels
 * @param out where the means go, of the same length and not `data` itself
 */
export function boxMeans(
  data: Float32Array,
  box: BoxWindow,
  out = new Float32Array(data.length),
): Float32Array {
  const { channels, width, height, radius } = box;
  const room = loopRoom(data.byteLength, data.byteLength, 8 * width * channels);
  if (!room) return plainMeans(data, box, out);
  const { loops, places } = room;
  const [from, to] = places as [number, number];
  floatsAt(loops, from, data.length).set(data);
  loops.boxMeans(...places, channels, width, height, radius);
  out.set(floatsAt(loops, to, out.length));
  return out;
}

function plainMeans(
  data: Float32Array,
  { channels, width, height, radius }: BoxWindow,
  out: Float32Array,
): Float32Array {
  const line = width * channels;
  const sums = new Float64Array(line);
  const shares = new Float64Array(width);
  for (let column = 0; column < width; column++)
    shares[column] = 1 / (Math.min(width - 1, column + radius) - Math.max(0, column - radius) + 1);
  for (let row = 0; row < Math.min(radius, height); row++) addRow(sums, data, row * line, 1);
  for (let row = 0; row < height; row++) {
    const entering = row + radius;
    const leaving = row - radius - 1;
    if (entering < height && leaving >= 0) {
      for (let i = 0, p = entering * line, q = leaving * line; i < line; i++, p++, q++)
        sums[i]! += data[p]! - data[q]!;
    } else if (entering < height) addRow(sums, data, entering * line, 1);
    else if (leaving >= 0) addRow(sums, data, leaving * line, -1);
    const scale = 1 / (Math.min(height - 1, entering) - Math.max(0, row - radius) + 1);
    const start = row * line;
    // Four at a time, as guided filters have them; what is left one by one.
    let channel = 0;
    for (; channel + 4 <= channels; channel += 4)
      fourAlong(sums, out, { channel, channels, radius, scale, shares, start });
    for (; channel < channels; channel++)
      oneAlong(sums, out, { channel, channels, radius, scale, shares, start });
  }
  return out;
}

/** Box means of box means: a window that falls off evenly from its middle. */
export function boxMeansTwice(data: Float32Array, box: BoxWindow): Float32Array {
  return boxMeans(boxMeans(data, box), box);
}

function addRow(sums: Float64Array, data: Float32Array, start: number, sign: number): void {
  for (let i = 0, p = start; i < sums.length; i++, p++) sums[i]! += sign * data[p]!;
}

/** One row of column sums, and where the means of it go. */
interface Along {
  /** the first of the channels that are looked at */
  readonly channel: number;
  readonly channels: number;
  readonly radius: number;
  /** one by the rows of the window */
  readonly scale: number;
  /** one by its columns, about each column */
  readonly shares: Float64Array;
  /** the row's place in the means */
  readonly start: number;
}

function oneAlong(
  sums: Float64Array,
  out: Float32Array,
  { channel, channels, radius, scale, shares, start }: Along,
): void {
  const width = shares.length;
  const ahead = radius * channels;
  const behind = (radius + 1) * channels;
  let sum = 0;
  for (let column = 0, i = channel; column < Math.min(radius, width); column++, i += channels)
    sum += sums[i]!;
  for (let column = 0, i = channel; column < width; column++, i += channels) {
    if (column + radius < width) sum += sums[i + ahead]!;
    if (column > radius) sum -= sums[i - behind]!;
    out[start + i] = unlessRounding(sum) * scale * shares[column]!;
  }
}

function fourAlong(
  sums: Float64Array,
  out: Float32Array,
  { channel, channels, radius, scale, shares, start }: Along,
): void {
  const width = shares.length;
  const ahead = radius * channels;
  const behind = (radius + 1) * channels;
  let first = 0;
  let second = 0;
  let third = 0;
  let fourth = 0;
  for (let column = 0, i = channel; column < Math.min(radius, width); column++, i += channels) {
    first += sums[i]!;
    second += sums[i + 1]!;
    third += sums[i + 2]!;
    fourth += sums[i + 3]!;
  }
  for (let column = 0, i = channel; column < width; column++, i += channels) {
    if (column + radius < width) {
      const entering = i + ahead;
      first += sums[entering]!;
      second += sums[entering + 1]!;
      third += sums[entering + 2]!;
      fourth += sums[entering + 3]!;
    }
    if (column > radius) {
      const leaving = i - behind;
      first -= sums[leaving]!;
      second -= sums[leaving + 1]!;
      third -= sums[leaving + 2]!;
      fourth -= sums[leaving + 3]!;
    }
    const share = scale * shares[column]!;
    const o = start + i;
    out[o] = unlessRounding(first) * share;
    out[o + 1] = unlessRounding(second) * share;
    out[o + 2] = unlessRounding(third) * share;
    out[o + 3] = unlessRounding(fourth) * share;
  }
}

/** What a running sum keeps of rounding must not count as a mask. */
function unlessRounding(sum: number): number {
  return sum < ROUNDING && sum > -ROUNDING ? 0 : sum;
}
const ROUNDING = 1e-9;
