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
 */
export function boxMeans(data: Float32Array, box: BoxWindow): Float32Array {
  const { channels, width, height, radius } = box;
  const room = loopRoom(data.byteLength, data.byteLength, 8 * width * channels);
  if (!room) return plainMeans(data, box);
  const { loops, places } = room;
  const [from, to] = places as [number, number];
  floatsAt(loops, from, data.length).set(data);
  loops.boxMeans(...places, channels, width, height, radius);
  return floatsAt(loops, to, data.length).slice();
}

function plainMeans(data: Float32Array, { channels, width, height, radius }: BoxWindow): Float32Array {
  const line = width * channels;
  const out = new Float32Array(data.length);
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
    for (let channel = 0; channel < channels; channel++)
      meanAlong(sums, out, { channel, channels, radius, scale, shares, start });
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

/**
 * @param channel of which the means are taken
 * @param scale one by the rows of the window
 * @param shares one by its columns, about each column
 * @param start the row's place in the means
 */
function meanAlong(
  sums: Float64Array,
  out: Float32Array,
  {
    channel,
    channels,
    radius,
    scale,
    shares,
    start,
  }: {
    readonly channel: number;
    readonly channels: number;
    readonly radius: number;
    readonly scale: number;
    readonly shares: Float64Array;
    readonly start: number;
  },
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
    // What the running sum keeps of rounding must not count as a mask.
    out[start + i] = Math.abs(sum) < ROUNDING ? 0 : sum * scale * shares[column]!;
  }
}
const ROUNDING = 1e-9;
