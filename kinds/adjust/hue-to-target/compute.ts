import { RADIANS_PER_DEGREE } from '#core/colour/angles';
import { solveTurnToHsvHue } from '#core/colour/hueSolve';
import { LUMINANCE_WEIGHTS, oklabLightnessAtLuminance } from '#core/colour/luminance';
import { OKLAB, convertSrgbLinearToOklab, fastCbrt } from '#core/colour/oklab';
import type { Rung } from '#core/document/schema';
import { meanLinear } from '#core/measure/reading';
import { rungSamples } from '#core/measure/rungs';
import { monotoneCubic } from '#core/raster/monotoneCubic';
import type { PixelKernel, StepInput } from '#core/render/kinds';
import type { HueToTargetParameters } from './schema';

/** Pixels that stand for each rung, interleaved linear sRGB; empty where there are none. */
export type HueToTargetMeasures = Readonly<Record<Rung, Float32Array>>;

/** A reading speaks for its rung; a rung without one is spoken for by the area's own percentiles. */
export function measureHueToTarget({ pixels, coverage, readings }: StepInput): HueToTargetMeasures {
  const samples = rungSamples(pixels, coverage);
  const of = (rung: Rung) => {
    const placed = readings.filter((reading) => reading.rung === rung);
    return placed.length > 0 ? Float32Array.from(placed.flatMap((reading) => [...reading.samples])) : samples[rung];
  };
  return { light: of('light'), middle: of('middle'), shade: of('shade') };
}

interface Anchor {
  readonly target: number;
  readonly samples: Float32Array;
  readonly lightness: number;
  turnDegrees: number;
}

/** Rungs nearer than this in OKLab lightness cannot ask for different turns; the first one named counts. */
const LEAST_GAP = 0.012;
const ROUNDS = 4;
const RUNGS_BY_WORTH: readonly Rung[] = ['middle', 'light', 'shade'];

/**
 * Turns hue in OKLCh at unchanged luminance Y and chroma, by an angle that runs over lightness through
 * the rungs. Trend and residual turn together, so the variation of the skin is kept.
 */
export function compileHueToTarget(parameters: HueToTargetParameters, measures: HueToTargetMeasures): PixelKernel | undefined {
  const anchors: Anchor[] = [];
  for (const rung of RUNGS_BY_WORTH) {
    const target = parameters[rung], samples = measures[rung];
    if (target === null || samples.length === 0) continue;
    const mean = meanLinear(samples), turnDegrees = solveTurnToHsvHue(mean, target);
    const [lightness] = convertSrgbLinearToOklab(mean);
    if (turnDegrees === undefined || anchors.some((other) => Math.abs(other.lightness - lightness) < LEAST_GAP)) continue;
    anchors.push({ target, samples, lightness, turnDegrees });
  }
  if (anchors.length === 0) return undefined;
  anchors.sort((p, q) => p.lightness - q.lightness);
  let kernel = turnKernel(anchors);
  for (let round = 0; round < ROUNDS; round++) {
    for (const anchor of anchors) {
      const turned = anchor.samples.slice();
      kernel(turned, turned.length / 3);
      anchor.turnDegrees += solveTurnToHsvHue(meanLinear(turned), anchor.target) ?? 0;
    }
    kernel = turnKernel(anchors);
  }
  return kernel;
}

const STEPS = 512, REACH = 1.25;

function turnKernel(anchors: readonly Anchor[]): PixelKernel {
  const curve = monotoneCubic(anchors.map((anchor) => anchor.lightness), anchors.map((anchor) => anchor.turnDegrees));
  const cosines = new Float32Array(STEPS + 2), sines = new Float32Array(STEPS + 2);
  for (let i = 0; i < STEPS + 2; i++) {
    const radians = curve((i / STEPS) * REACH) * RADIANS_PER_DEGREE;
    cosines[i] = Math.cos(radians);
    sines[i] = Math.sin(radians);
  }
  return (pixels, count) => turnPixels(pixels, count, cosines, sines);
}

const [L0, L1, L2, M0, M1, M2, S0, S1, S2] = OKLAB.lmsOfSrgb;
const [T0, T1, T2, A0, A1, A2, B0, B1, B2] = OKLAB.labOfRoots;
const [LA, LB, MA, MB, SA, SB] = OKLAB.rootsOfAB;
const [R0, R1, R2, G0, G1, G2, N0, N1, N2] = OKLAB.srgbOfLms;

/** Written out, with nothing allocated per pixel: this is what the picture waits for while a rung is dragged. */
function turnPixels(pixels: Float32Array, count: number, cosines: Float32Array, sines: Float32Array): void {
  for (let p = 0; p < 3 * count; p += 3) {
    const red = pixels[p]!, green = pixels[p + 1]!, blue = pixels[p + 2]!;
    const l = fastCbrt(L0 * red + L1 * green + L2 * blue), m = fastCbrt(M0 * red + M1 * green + M2 * blue), s = fastCbrt(S0 * red + S1 * green + S2 * blue);
    const lightness = T0 * l + T1 * m + T2 * s, a = A0 * l + A1 * m + A2 * s, b = B0 * l + B1 * m + B2 * s;
    const place = lightness <= 0 ? 0 : lightness >= REACH ? STEPS : lightness * (STEPS / REACH), step = place | 0, part = place - step;
    const cos = cosines[step]! + part * (cosines[step + 1]! - cosines[step]!), sin = sines[step]! + part * (sines[step + 1]! - sines[step]!);
    const turnedA = a * cos - b * sin, turnedB = a * sin + b * cos;
    const luminance = LUMINANCE_WEIGHTS[0] * red + LUMINANCE_WEIGHTS[1] * green + LUMINANCE_WEIGHTS[2] * blue;
    const level = oklabLightnessAtLuminance(luminance, turnedA, turnedB, lightness);
    const x = level + LA * turnedA + LB * turnedB, y = level + MA * turnedA + MB * turnedB, z = level + SA * turnedA + SB * turnedB;
    const l3 = x * x * x, m3 = y * y * y, s3 = z * z * z;
    pixels[p] = R0 * l3 + R1 * m3 + R2 * s3;
    pixels[p + 1] = G0 * l3 + G1 * m3 + G2 * s3;
    pixels[p + 2] = N0 * l3 + N1 * m3 + N2 * s3;
  }
}
