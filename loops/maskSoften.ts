/** core/raster/maskSoften.ts with two columns at a time. Sizes in values, places in bytes. */

function clampRow(row: i32, height: i32): usize {
  return <usize>min(height - 1, max(0, row));
}

/**
 * Extended boxes along rows, then down columns, a few times.
 * @param mask f32; overwritten
 * @param copy as large as the mask
 * @param line room for width + 2 * radius + 2 of f32
 * @param sums room for width of f64
 * @param edge weight of the pixels next beyond the box
 */
export function softenMask(
  mask: usize,
  copy: usize,
  line: usize,
  sums: usize,
  width: i32,
  height: i32,
  radius: i32,
  passes: i32,
  edge: f64,
): void {
  const bytes = (<usize>width) << 2;
  for (let pass = 0; pass < passes; pass++) {
    for (let row = 0; row < height; row++) {
      const at = <usize>row * bytes;
      alongRow(mask + at, copy + at, line, width, radius, edge);
    }
    downColumns(copy, mask, sums, width, height, radius, edge);
  }
}

function alongRow(row: usize, out: usize, padded: usize, width: i32, radius: i32, edge: f64): void {
  const reach = radius + 1;
  const share = 1.0 / (<f64>(2 * radius + 1) + 2.0 * edge);
  const first = load<f32>(row);
  const last = load<f32>(row + ((<usize>(width - 1)) << 2));
  const begin = (<usize>reach) << 2;
  const end = begin + ((<usize>width) << 2);
  for (let i: usize = 0; i < begin; i += 4) store<f32>(padded + i, first);
  memory.copy(padded + begin, row, end - begin);
  for (let i = end; i < end + begin; i += 4) store<f32>(padded + i, last);
  let sum: f64 = 0;
  for (let i: usize = 4; i < begin << 1; i += 4) sum += <f64>load<f32>(padded + i);
  const ahead = begin << 1;
  for (let i = 0; i < width; i++, padded += 4, out += 4) {
    const arriving = <f64>load<f32>(padded + ahead);
    store<f32>(out, <f32>(share * (sum + edge * (<f64>load<f32>(padded) + arriving))));
    sum += arriving - <f64>load<f32>(padded, 4);
  }
}

function two(row: usize): v128 {
  return f64x2.promote_low_f32x4(v128.load64_zero(row));
}

function downColumns(
  source: usize,
  out: usize,
  sums: usize,
  width: i32,
  height: i32,
  radius: i32,
  edge: f64,
): void {
  const share = 1.0 / (<f64>(2 * radius + 1) + 2.0 * edge);
  const shares = f64x2.splat(share);
  const edges = f64x2.splat(edge);
  const bytes = (<usize>width) << 2;
  memory.fill(sums, 0, bytes << 1);
  for (let row = -radius; row <= radius; row++) {
    const from = source + clampRow(row, height) * bytes;
    for (let column = 0; column < width; column++) {
      const at = sums + ((<usize>column) << 3);
      store<f64>(at, load<f64>(at) + <f64>load<f32>(from + ((<usize>column) << 2)));
    }
  }
  for (let row = 0; row < height; row++) {
    const before = source + clampRow(row - radius - 1, height) * bytes;
    const after = source + clampRow(row + radius + 1, height) * bytes;
    const leaving = source + clampRow(row - radius, height) * bytes;
    const to = out + <usize>row * bytes;
    let column: usize = 0;
    for (; column + 8 <= bytes; column += 8) {
      const sum = v128.load(sums + (column << 1));
      const arriving = two(after + column);
      const ends = f64x2.add(two(before + column), arriving);
      const mean = f64x2.mul(shares, f64x2.add(sum, f64x2.mul(edges, ends)));
      v128.store64_lane(to + column, f32x4.demote_f64x2_zero(mean), 0);
      v128.store(sums + (column << 1), f64x2.sub(f64x2.add(sum, arriving), two(leaving + column)));
    }
    if (column < bytes) {
      const at = sums + (column << 1);
      const sum = load<f64>(at);
      const arriving = <f64>load<f32>(after + column);
      store<f32>(to + column, <f32>(share * (sum + edge * (<f64>load<f32>(before + column) + arriving))));
      store<f64>(at, sum + arriving - <f64>load<f32>(leaving + column));
    }
  }
}
