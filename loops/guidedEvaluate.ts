/** core/raster/guidedEvaluate.ts with four numbers at a time. Places in bytes. */

/** Square roots of a line of linear light, four by four; what is below 0 counts as 0. @param count multiple of 4 */
export function guideLine(linear: usize, out: usize, count: i32): void {
  const zero = f32x4.splat(0);
  for (let i = 0; i < count; i += 4, linear += 16, out += 16)
    v128.store(out, f32x4.sqrt(f32x4.max(v128.load(linear), zero)));
}

/**
 * A line of coefficients between two of the grid.
 * @param upper @param lower interleaved red, green, blue, offset
 * @param down how far towards the lower one, 0..1
 * @returns whether any is other than 0
 */
export function lineBetween(upper: usize, lower: usize, down: f32, line: usize, width: i32): bool {
  const share = f32x4.splat(down);
  let any = f32x4.splat(0);
  for (let i = 0; i < width; i++, upper += 16, lower += 16, line += 16) {
    const above = v128.load(upper);
    const value = f32x4.add(above, f32x4.mul(share, f32x4.sub(v128.load(lower), above)));
    any = v128.or(any, f32x4.ne(value, f32x4.splat(0)));
    v128.store(line, value);
  }
  return v128.any_true(any);
}

/**
 * @param lefts by column, the grid column before it, i32 @param rights how far it lies towards the next one, f32
 * @param guide interleaved red, green, blue of each column
 * @param out one f32 for each column; left alone where there are no coefficients
 */
export function evaluateGuidedLine(
  line: usize,
  guide: usize,
  lefts: usize,
  rights: usize,
  first: i32,
  last: i32,
  width: i32,
  firmFrom: f32,
  out: usize,
): void {
  const lastLeft = line + ((<usize>(width - 1)) << 4);
  const gain: f32 = 1 / (1 - 2 * firmFrom);
  const zero = f32x4.splat(0);
  for (let column = first; column <= last; column++) {
    const at = (<usize>column) << 2;
    const p = line + ((<usize>load<i32>(lefts + at)) << 4);
    const left = v128.load(p);
    const right = v128.load(min(lastLeft, p + 16));
    const fit = f32x4.add(left, f32x4.mul(f32x4.splat(load<f32>(rights + at)), f32x4.sub(right, left)));
    if (!v128.any_true(f32x4.ne(fit, zero))) continue;
    const colour = guide + 3 * at;
    const value =
      f32x4.extract_lane(fit, 0) * load<f32>(colour) +
      f32x4.extract_lane(fit, 1) * load<f32>(colour, 4) +
      f32x4.extract_lane(fit, 2) * load<f32>(colour, 8) +
      f32x4.extract_lane(fit, 3);
    store<f32>(out + at, min(<f32>1, max(<f32>0, (value - firmFrom) * gain)));
  }
}
