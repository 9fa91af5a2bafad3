/** core/raster/boxMeans.ts with two and four numbers at a time. Sizes in values, places in bytes. */

/** What a running sum keeps of rounding must not count as a mask; the plain loop has the same. */
const ROUNDING: f64 = 1e-9;

/**
 * @param data interleaved channels, f32
 * @param out the means, f32, apart from `data`
 * @param sums room for one row of f64
 */
export function boxMeans(
  data: usize,
  out: usize,
  sums: usize,
  channels: i32,
  width: i32,
  height: i32,
  radius: i32,
): void {
  const line = width * channels;
  const bytes = (<usize>line) << 2;
  memory.fill(sums, 0, bytes << 1);
  for (let row = 0; row < min(radius, height); row++) addRow(sums, data + <usize>row * bytes, line, 1);
  for (let row = 0; row < height; row++) {
    const entering = row + radius;
    const leaving = row - radius - 1;
    const entered = data + <usize>entering * bytes;
    const left = data + <usize>leaving * bytes;
    if (entering < height && leaving >= 0) exchangeRows(sums, entered, left, line);
    else if (entering < height) addRow(sums, entered, line, 1);
    else if (leaving >= 0) addRow(sums, left, line, -1);
    const scale: f64 = 1.0 / <f64>(min(height - 1, entering) - max(0, row - radius) + 1);
    const means = out + <usize>row * bytes;
    let channel = 0;
    for (; channel + 4 <= channels; channel += 4)
      fourAlong(
        sums + ((<usize>channel) << 3),
        means + ((<usize>channel) << 2),
        channels,
        width,
        radius,
        scale,
      );
    for (; channel < channels; channel++)
      oneAlong(
        sums + ((<usize>channel) << 3),
        means + ((<usize>channel) << 2),
        channels,
        width,
        radius,
        scale,
      );
  }
}

function two(row: usize): v128 {
  return f64x2.promote_low_f32x4(v128.load64_zero(row));
}

/** @param sign 1 to add a row, -1 to take it away */
function addRow(sums: usize, row: usize, line: i32, sign: f64): void {
  const signs = f64x2.splat(sign);
  let i = 0;
  for (; i + 2 <= line; i += 2, sums += 16, row += 8)
    v128.store(sums, f64x2.add(v128.load(sums), f64x2.mul(signs, two(row))));
  if (i < line) store<f64>(sums, load<f64>(sums) + sign * <f64>load<f32>(row));
}

function exchangeRows(sums: usize, entering: usize, leaving: usize, line: i32): void {
  let i = 0;
  for (; i + 2 <= line; i += 2, sums += 16, entering += 8, leaving += 8)
    v128.store(sums, f64x2.add(v128.load(sums), f64x2.sub(two(entering), two(leaving))));
  if (i < line) store<f64>(sums, load<f64>(sums) + (<f64>load<f32>(entering) - <f64>load<f32>(leaving)));
}

function shareOf(column: i32, width: i32, radius: i32): f64 {
  return 1.0 / <f64>(min(width - 1, column + radius) - max(0, column - radius) + 1);
}

function oneAlong(sums: usize, out: usize, channels: i32, width: i32, radius: i32, scale: f64): void {
  const step = (<usize>channels) << 3;
  const ahead = <usize>radius * step;
  const behind = ahead + step;
  let sum: f64 = 0;
  for (let column = 0; column < min(radius, width); column++) sum += load<f64>(sums + <usize>column * step);
  for (let column = 0; column < width; column++, sums += step, out += step >> 1) {
    if (column + radius < width) sum += load<f64>(sums + ahead);
    if (column > radius) sum -= load<f64>(sums - behind);
    const mean = sum * (scale * shareOf(column, width, radius));
    store<f32>(out, abs(sum) < ROUNDING ? 0 : <f32>mean);
  }
}

function fourAlong(sums: usize, out: usize, channels: i32, width: i32, radius: i32, scale: f64): void {
  const step = (<usize>channels) << 3;
  const ahead = <usize>radius * step;
  const behind = ahead + step;
  const rounding = f64x2.splat(ROUNDING);
  let first = f64x2.splat(0);
  let second = f64x2.splat(0);
  for (let column = 0; column < min(radius, width); column++) {
    const at = sums + <usize>column * step;
    first = f64x2.add(first, v128.load(at));
    second = f64x2.add(second, v128.load(at, 16));
  }
  for (let column = 0; column < width; column++, sums += step, out += step >> 1) {
    if (column + radius < width) {
      first = f64x2.add(first, v128.load(sums + ahead));
      second = f64x2.add(second, v128.load(sums + ahead, 16));
    }
    if (column > radius) {
      first = f64x2.sub(first, v128.load(sums - behind));
      second = f64x2.sub(second, v128.load(sums - behind, 16));
    }
    const share = f64x2.splat(scale * shareOf(column, width, radius));
    const low = v128.and(f64x2.mul(first, share), f64x2.ge(f64x2.abs(first), rounding));
    const high = v128.and(f64x2.mul(second, share), f64x2.ge(f64x2.abs(second), rounding));
    v128.store(
      out,
      v128.shuffle<i32>(f32x4.demote_f64x2_zero(low), f32x4.demote_f64x2_zero(high), 0, 1, 4, 5),
    );
  }
}
