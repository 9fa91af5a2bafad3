import { clamp } from '#core/math/clamp';
import { cielabLightnessOfLuminance, luminanceOfCielabLightness } from '#core/colour/cielab';
import { hsvHueOfSrgbLinear, hsvSaturationOfSrgbLinear, solveTurnToHsvHue } from '#core/colour/hueSolve';
import { luminanceOfSrgbLinear } from '#core/colour/luminance';
import { convertSrgbLinearToOklab } from '#core/colour/oklab';
import type { Triple } from '#core/colour/triple';
import { RUNGS } from '#core/document/schema';
import type { Rung } from '#core/document/schema';
import { meanLinear } from '#core/measure/reading';
import { lightnessSamples, rungSamples } from '#core/measure/rungs';
import type { PixelKernel, StepInput } from '#core/render/kinds';
import type { HueToTargetParameters } from './schema';
import { toneKernel } from './toneKernel';
import type { ToneMove } from './toneKernel';

/**
 * Pixels that stand for each rung, interleaved linear sRGB, empty where there are none; and for each
 * lightness.
 */
export interface HueToTargetMeasures {
  readonly rungs: Readonly<Record<Rung, Float32Array>>;
  readonly bands: readonly Float32Array[];
}

/** A reading speaks for its rung; a rung without one is spoken for by the area's own percentiles. */
export function measureHueToTarget({ pixels, coverage, readings }: StepInput): HueToTargetMeasures {
  const samples = rungSamples(pixels, coverage);
  const of = (rung: Rung) => {
    const placed = readings.filter((reading) => reading.rung === rung);
    return placed.length > 0
      ? Float32Array.from(placed.flatMap((reading) => [...reading.samples]))
      : samples[rung];
  };
  return {
    rungs: { light: of('light'), middle: of('middle'), shade: of('shade') },
    bands: lightnessSamples(pixels, coverage),
  };
}

/** A place on the ladder with what is wanted there: HSV degrees, HSV saturation 0..1, luminance Y. */
interface Anchor {
  readonly hue: number | null;
  readonly saturation: number | null;
  readonly luminance: number | null;
  readonly samples: Float32Array;
  readonly move: ToneMove;
}

/** Rungs nearer than this in OKLab lightness cannot ask for different things; the first one named counts. */
const LEAST_GAP = 0.012;
const ROUNDS = 8;
/** Of a degree, or of a hundredth of chroma or light: what the next round would correct is nothing that anybody reads. */
const NOTHING_MISSED = 1e-2;
const RUNGS_BY_WORTH: readonly Rung[] = ['middle', 'light', 'shade'];
/** Chroma and light are moved by no more than these factors: beyond them noise is all there is to raise. */
const MOST_CHROMA = 6;
const MOST_GAIN = 12;

/**
 * Moves hue, chroma and light by amounts that run over lightness through the rungs. Hue turns in OKLCh at
 * unchanged luminance Y and chroma; chroma scales at unchanged hue and Y; light multiplies, which leaves hue
 * and saturation alone. Trend and residual move together, so the variation of the skin is kept.
 */
export function compileHueToTarget(
  parameters: HueToTargetParameters,
  measures: HueToTargetMeasures,
): PixelKernel | undefined {
  const anchors: Anchor[] = [];
  for (const { samples, ...wanted } of wantedAt(parameters, measures)) {
    const mean = meanLinear(samples);
    const start = hsvSaturationOfSrgbLinear(mean);
    const [lightness] = convertSrgbLinearToOklab(mean);
    // Grey has neither hue to turn nor saturation to raise.
    const grey = solveTurnToHsvHue(mean, 0) === undefined;
    const hue = grey ? null : wanted.hue;
    const held = hue !== null && parameters.keeps === 'saturation' ? start : null;
    const wantedSaturation = wanted.saturation === null ? held : wanted.saturation / 100;
    const saturation = grey ? null : wantedSaturation;
    const luminance = wanted.lightness === null ? null : luminanceOfCielabLightness(wanted.lightness);
    if (
      lightness <= 0 ||
      (hue === null && saturation === null && luminance === null) ||
      anchors.some(({ move }) => Math.abs(move.lightness - lightness) < LEAST_GAP)
    )
      continue;
    const [turnDegrees, chroma, gain] = [
      hue === null ? undefined : 0,
      saturation === null ? undefined : 1,
      luminance === null ? undefined : 1,
    ];
    anchors.push({ hue, saturation, luminance, samples, move: { lightness, turnDegrees, chroma, gain } });
  }
  if (anchors.length === 0) return undefined;
  anchors.sort((p, q) => p.move.lightness - q.move.lightness);
  const moves = anchors.map(({ move }) => move);
  let kernel = toneKernel(moves);
  for (let round = 0; round < ROUNDS; round++) {
    const missed = anchors.map((anchor) => {
      const moved = anchor.samples.slice();
      kernel(moved, moved.length / 3);
      return approach(anchor, meanLinear(moved));
    });
    kernel = toneKernel(moves);
    if (Math.max(...missed) < NOTHING_MISSED) break;
  }
  return kernel;
}

/** The samples and the targets of every rung that has any. */
function wantedAt(
  parameters: HueToTargetParameters,
  { rungs, bands }: HueToTargetMeasures,
): { hue: number | null; saturation: number | null; lightness: number | null; samples: Float32Array }[] {
  const named = RUNGS_BY_WORTH.map((rung) => ({
    hue: parameters.hue[rung],
    saturation: parameters.saturation[rung],
    lightness: parameters.lightness[rung],
    samples: rungs[rung],
  }));
  const more = parameters.more.map(({ at, ...wanted }) => ({
    ...wanted,
    samples: nearestBand(bands, at) ?? new Float32Array(0),
  }));
  return [...named, ...more].filter(({ samples }) => samples.length > 0);
}

function nearestBand(bands: readonly Float32Array[], lightness: number): Float32Array | undefined {
  const distance = (band: Float32Array) =>
    Math.abs(cielabLightnessOfLuminance(luminanceOfSrgbLinear(meanLinear(band))) - lightness);
  return bands.filter(({ length }) => length > 0).sort((p, q) => distance(p) - distance(q))[0];
}

/** Corrects a move by what it still misses. @returns how much it is corrected, in degrees and hundredths */
function approach({ hue, saturation, luminance, move }: Anchor, mean: Triple): number {
  const { turnDegrees = 0, chroma = 0, gain = 0 } = move;
  if (hue !== null) move.turnDegrees = turnDegrees + (solveTurnToHsvHue(mean, hue) ?? 0);
  if (saturation !== null)
    move.chroma = within(
      chroma * (saturation / Math.max(1e-4, hsvSaturationOfSrgbLinear(mean))),
      MOST_CHROMA,
      saturation === 0 ? 0 : 1 / MOST_CHROMA,
    );
  if (luminance !== null)
    move.gain = within(
      gain * (luminance / Math.max(1e-6, luminanceOfSrgbLinear(mean))),
      MOST_GAIN,
      1 / MOST_GAIN,
    );
  return Math.max(
    Math.abs((move.turnDegrees ?? 0) - turnDegrees),
    100 * Math.abs((move.chroma ?? 0) - chroma),
    100 * Math.abs((move.gain ?? 0) - gain),
  );
}

function within(value: number, most: number, least: number): number {
  return clamp(value, least, most);
}

/** Mean numbers of an area's rungs as targets: what another photo or sitter has. */
export function targetsOf(
  rungs: Readonly<Record<Rung, Float32Array>>,
): Pick<HueToTargetParameters, 'hue' | 'saturation' | 'lightness'> {
  const of = (read: (mean: Triple) => number | null) =>
    Object.fromEntries(
      RUNGS.map((rung) => [rung, rungs[rung].length > 0 ? read(meanLinear(rungs[rung])) : null]),
    ) as Record<Rung, number | null>;
  return {
    hue: of((mean) => hsvHueOfSrgbLinear(mean) ?? null),
    saturation: of((mean) => 100 * hsvSaturationOfSrgbLinear(mean)),
    lightness: of((mean) => cielabLightnessOfLuminance(luminanceOfSrgbLinear(mean))),
  };
}
