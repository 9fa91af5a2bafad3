import { clamp } from '#core/math/clamp';
import { RADIANS_PER_DEGREE } from '#core/colour/angles';
import { LUMINANCE_WEIGHTS, oklabLightnessAtLuminance } from '#core/colour/luminance';
import { OKLAB, fastCbrt } from '#core/colour/oklab';
import { monotoneCubic } from '#core/raster/monotoneCubic';

/** What happens at one lightness; undefined where it is left to its neighbours. */
export interface ToneMove {
  /** OKLab lightness, above 0 */
  readonly lightness: number;
  turnDegrees: number | undefined;
  /** factor of OKLCh chroma */
  chroma: number | undefined;
  /** factor of linear light */
  gain: number | undefined;
}

const STEPS = 512;
const REACH = 1.25;

/** Amounts over OKLab lightness 0..REACH, in STEPS + 2 places. */
interface Tables {
  /** chroma factor times cosine and sine of the turn */
  readonly cosines: Float32Array;
  readonly sines: Float32Array;
  readonly gains: Float32Array;
}

/**
 * A kernel that moves hue, chroma and light along lightness, smoothly through the places given.
 * @param moves sorted by lightness, at least one
 */
export function toneKernel(moves: readonly ToneMove[]): (pixels: Float32Array, count: number) => void {
  const turn = curveOf(moves, ({ turnDegrees }) => turnDegrees, 0);
  const chroma = curveOf(moves, (move) => move.chroma, 1);
  const light = lightCurve(moves);
  const tables: Tables = {
    cosines: new Float32Array(STEPS + 2),
    sines: new Float32Array(STEPS + 2),
    gains: new Float32Array(STEPS + 2),
  };
  for (let i = 0; i < STEPS + 2; i++) {
    const lightness = (i / STEPS) * REACH;
    const radians = turn(lightness) * RADIANS_PER_DEGREE;
    const factor = chroma(lightness);
    tables.cosines[i] = factor * Math.cos(radians);
    tables.sines[i] = factor * Math.sin(radians);
    tables.gains[i] = light(lightness);
  }
  return (pixels, count) => movePixels(pixels, count, tables);
}

function curveOf(
  moves: readonly ToneMove[],
  read: (move: ToneMove) => number | undefined,
  rest: number,
): (lightness: number) => number {
  const held = moves.filter((move) => read(move) !== undefined);
  return held.length === 0
    ? () => rest
    : monotoneCubic(
        held.map(({ lightness }) => lightness),
        held.map((move) => read(move)!),
      );
}

/**
 * Factor of linear light over OKLab lightness. Lightness itself runs through the places, so that it never
 * turns back; black stays black and white stays white.
 */
function lightCurve(moves: readonly ToneMove[]): (lightness: number) => number {
  const held = moves.filter(({ gain }) => gain !== undefined);
  if (held.length === 0) return () => 1;
  const xs = [0];
  const ys = [0];
  for (const { lightness, gain } of held) {
    xs.push(lightness);
    // Targets that cross each other: the nearest lightness that keeps the order.
    ys.push(Math.max(ys.at(-1)! + 1e-3, lightness * Math.cbrt(gain!)));
  }
  if (xs.at(-1)! < 1) {
    xs.push(1);
    ys.push(Math.max(1, ys.at(-1)!));
  }
  const curve = monotoneCubic(xs, ys);
  const darkest = (ys[1]! / xs[1]!) ** 3;
  return (lightness) => (lightness <= 1e-4 ? darkest : (curve(lightness) / Math.min(lightness, 1)) ** 3);
}

const [L0, L1, L2, M0, M1, M2, S0, S1, S2] = OKLAB.lmsOfSrgb;
const [T0, T1, T2, A0, A1, A2, B0, B1, B2] = OKLAB.labOfRoots;
const [LA, LB, MA, MB, SA, SB] = OKLAB.rootsOfAB;
const [R0, R1, R2, G0, G1, G2, N0, N1, N2] = OKLAB.srgbOfLms;

/**
 * Written out, with nothing allocated per pixel: this is what the picture waits for while a rung is dragged.
 */
function movePixels(pixels: Float32Array, count: number, { cosines, sines, gains }: Tables): void {
  for (let p = 0; p < 3 * count; p += 3) {
    const red = pixels[p]!;
    const green = pixels[p + 1]!;
    const blue = pixels[p + 2]!;
    const l = fastCbrt(L0 * red + L1 * green + L2 * blue);
    const m = fastCbrt(M0 * red + M1 * green + M2 * blue);
    const s = fastCbrt(S0 * red + S1 * green + S2 * blue);
    const lightness = T0 * l + T1 * m + T2 * s;
    const a = A0 * l + A1 * m + A2 * s;
    const b = B0 * l + B1 * m + B2 * s;
    const place = clamp(lightness * (STEPS / REACH), 0, STEPS);
    const step = place | 0;
    const part = place - step;
    const cos = cosines[step]! + part * (cosines[step + 1]! - cosines[step]!);
    const sin = sines[step]! + part * (sines[step + 1]! - sines[step]!);
    const gain = gains[step]! + part * (gains[step + 1]! - gains[step]!);
    const turnedA = a * cos - b * sin;
    const turnedB = a * sin + b * cos;
    const luminance = LUMINANCE_WEIGHTS[0] * red + LUMINANCE_WEIGHTS[1] * green + LUMINANCE_WEIGHTS[2] * blue;
    const level = oklabLightnessAtLuminance(luminance, turnedA, turnedB, lightness);
    const x = level + LA * turnedA + LB * turnedB;
    const y = level + MA * turnedA + MB * turnedB;
    const z = level + SA * turnedA + SB * turnedB;
    const l3 = x * x * x;
    const m3 = y * y * y;
    const s3 = z * z * z;
    pixels[p] = gain * (R0 * l3 + R1 * m3 + R2 * s3);
    pixels[p + 1] = gain * (G0 * l3 + G1 * m3 + G2 * s3);
    pixels[p + 2] = gain * (N0 * l3 + N1 * m3 + N2 * s3);
  }
}
