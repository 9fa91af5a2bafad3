import { memoryOf } from '#core/loops/runMemory';
import type { RunMemory } from '#core/loops/runMemory';
import { clamp } from '#core/math/clamp';
import { fastExp, fastLog } from '#core/colour/fastLog';
import { LUMINANCE_WEIGHTS } from '#core/colour/luminance';
import type { Triple } from '#core/colour/triple';

/**
 * How body colours change: per channel a factor, an exponent, and the share of the pattern that luminance
 * gives.
 */
export interface Pigment {
  /** mean of the body, linear sRGB and luminance */
  readonly body: readonly [number, number, number, number];
  readonly factor: Triple;
  readonly exponent: Triple;
  readonly shared: Triple;
}

/**
 * Light that scatters within hair, iris or lip passes pigment more often where it is dark: raised by a gain
 * g, the pattern of a channel goes as its power 1 - 0.2 ln g. Fitted on the made-up portraits, whose pigments
 * are exact.
 */
const SCATTER = 0.2;
const LEAST_EXPONENT = 0.4;
const MOST_EXPONENT = 1.8;
/**
 * A new pigment follows the part's form rather than the old pigment's pattern, to this share once it is
 * another colour.
 */
const FORM_SHARE = 0.2;
const FULL_CHANGE = 0.4;
/** A channel raised by more than e to this holds little but noise: its pattern comes from luminance. */
const NOISE_GAIN = 0.9;
const NOISE_SHARE = 0.5;
const LEAST = 1e-4;
const MOST_GAIN = 24;

/**
 * The pigment that gives bodies a wanted mean.
 * @param bodies interleaved linear sRGB without gloss, at least one pixel
 * @param wanted mean of the result without gloss, linear sRGB
 */
export function pigmentFor(bodies: Float32Array, wanted: Triple): Pigment {
  const body = meanOf(bodies);
  const lows = [0, 1, 2].map((c) => Math.max(LEAST, wanted[c as 0 | 1 | 2])) as unknown as Triple;
  const gains = lows.map((channel, c) => Math.log(channel / body[c as 0 | 1 | 2]));
  const change = Math.min(1, Math.max(...gains.map(Math.abs)) / FULL_CHANGE);
  const light = Math.log(luminance(...lows) / body[3]);
  const shared = gains.map((gain) =>
    Math.min(1, FORM_SHARE * change + NOISE_SHARE * Math.max(0, gain - NOISE_GAIN)),
  ) as unknown as Triple;
  const exponent = gains.map((gain, c) =>
    clamp(1 - SCATTER * ((1 - shared[c]!) * gain + shared[c]! * light), LEAST_EXPONENT, MOST_EXPONENT),
  ) as unknown as Triple;
  const unscaled: Pigment = { body, factor: [1, 1, 1], exponent, shared };
  const dyed = bodies.slice();
  dye(unscaled, dyed, dyed.length / 3);
  const got = meanOf(dyed);
  // Beyond MOST_GAIN noise is all there is to raise.
  const factor = lows.map((channel, c) =>
    Math.min(channel / got[c as 0 | 1 | 2], (MOST_GAIN * body[c as 0 | 1 | 2]) / got[c as 0 | 1 | 2]),
  ) as unknown as Triple;
  return { ...unscaled, factor };
}

/** Dyes bodies in place. */
export function dye(pigment: Pigment, pixels: Float32Array, count: number): void {
  const memory = memoryOf(pixels);
  if (memory) dyeThere(memory, pigment, pixels, count);
  else dyePlainly(pigment, pixels, count);
}

/** By the compiled loop. */
function dyeThere(
  { loops, numbers }: RunMemory,
  { body, factor, exponent, shared }: Pigment,
  pixels: Float32Array,
  count: number,
): void {
  numbers.set([...LUMINANCE_WEIGHTS, 0]);
  numbers.set(body.map(Math.log), 4);
  numbers.set([...exponent, 0], 8);
  numbers.set([...shared, 0], 12);
  numbers.set([factor[0] * body[0], factor[1] * body[1], factor[2] * body[2], 0], 16);
  loops.dyeBodies(pixels.byteOffset, count, numbers.byteOffset);
}

function dyePlainly({ body, factor, exponent, shared }: Pigment, pixels: Float32Array, count: number): void {
  const logs = body.map(Math.log);
  const [K0, K1, K2] = factor;
  const [P0, P1, P2] = exponent;
  const [S0, S1, S2] = shared;
  const [LR, LG, LB, LY] = logs as [number, number, number, number];
  const [R, G, B] = body;
  for (let p = 0; p < 3 * count; p += 3) {
    const red = Math.max(0, pixels[p]!);
    const green = Math.max(0, pixels[p + 1]!);
    const blue = Math.max(0, pixels[p + 2]!);
    const light = fastLog(luminance(red, green, blue) + 1e-6) - LY;
    pixels[p] = K0 * R * fastExp(P0 * ((1 - S0) * (fastLog(red + 1e-6) - LR) + S0 * light));
    pixels[p + 1] = K1 * G * fastExp(P1 * ((1 - S1) * (fastLog(green + 1e-6) - LG) + S1 * light));
    pixels[p + 2] = K2 * B * fastExp(P2 * ((1 - S2) * (fastLog(blue + 1e-6) - LB) + S2 * light));
  }
}

function luminance(red: number, green: number, blue: number): number {
  return LUMINANCE_WEIGHTS[0] * red + LUMINANCE_WEIGHTS[1] * green + LUMINANCE_WEIGHTS[2] * blue;
}

function meanOf(pixels: Float32Array): [number, number, number, number] {
  const sum: [number, number, number, number] = [0, 0, 0, 0];
  for (let i = 0; i < pixels.length; i += 3)
    for (let c = 0; c < 3; c++) sum[c as 0 | 1 | 2] += (3 * Math.max(0, pixels[i + c]!)) / pixels.length;
  const mean = sum.map((value) => Math.max(LEAST, value)) as [number, number, number, number];
  mean[3] = luminance(mean[0], mean[1], mean[2]);
  return mean;
}
