/** Logarithms and powers of four numbers at a time, within some millionths. */

const LN2: f32 = 0.69314718;
export const LOG2E: f32 = 1.44269504;

/**
 * Natural logarithm of positive normal numbers: of the mantissa m by 2 artanh((m - 1) / (m + 1)).
 * @see Abramowitz and Stegun 1964, 4.1.27 (from memory)
 */
export function logOf(value: v128): v128 {
  const one = f32x4.splat(1);
  // The mantissa lies between the roots of 1/2 and of 2.
  const bits = i32x4.sub(value, i32x4.splat(0x3f3504f3));
  const power = f32x4.convert_i32x4_s(i32x4.shr_s(bits, 23));
  const mantissa = i32x4.add(v128.and(bits, i32x4.splat(0x7fffff)), i32x4.splat(0x3f3504f3));
  const s = f32x4.div(f32x4.sub(mantissa, one), f32x4.add(mantissa, one));
  const s2 = f32x4.mul(s, s);
  let sum = f32x4.splat(2.0 / 9.0);
  sum = f32x4.add(f32x4.mul(sum, s2), f32x4.splat(2.0 / 7.0));
  sum = f32x4.add(f32x4.mul(sum, s2), f32x4.splat(2.0 / 5.0));
  sum = f32x4.add(f32x4.mul(sum, s2), f32x4.splat(2.0 / 3.0));
  sum = f32x4.add(f32x4.mul(sum, s2), f32x4.splat(2));
  return f32x4.add(f32x4.mul(power, f32x4.splat(LN2)), f32x4.mul(s, sum));
}

/** 2^x for -126 < x < 127, relative error below 3e-7: Taylor's series about the nearest whole number. */
export function powersOfTwo(x: v128): v128 {
  const whole = f32x4.nearest(x);
  const part = f32x4.mul(f32x4.sub(x, whole), f32x4.splat(LN2));
  let sum = f32x4.splat(1.0 / 720.0);
  sum = f32x4.add(f32x4.mul(sum, part), f32x4.splat(1.0 / 120.0));
  sum = f32x4.add(f32x4.mul(sum, part), f32x4.splat(1.0 / 24.0));
  sum = f32x4.add(f32x4.mul(sum, part), f32x4.splat(1.0 / 6.0));
  sum = f32x4.add(f32x4.mul(sum, part), f32x4.splat(0.5));
  sum = f32x4.add(f32x4.mul(sum, part), f32x4.splat(1));
  sum = f32x4.add(f32x4.mul(sum, part), f32x4.splat(1));
  const exponent = i32x4.shl(i32x4.add(i32x4.trunc_sat_f32x4_s(whole), i32x4.splat(127)), 23);
  return f32x4.mul(sum, exponent);
}

/** e to a power of -87 to 88; what is beyond counts as these. */
export function expOf(power: v128): v128 {
  const within = f32x4.min(f32x4.splat(88), f32x4.max(f32x4.splat(-87), power));
  return powersOfTwo(f32x4.mul(within, f32x4.splat(LOG2E)));
}
