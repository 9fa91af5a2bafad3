import { luminanceOfSrgbLinear } from '#core/colour/luminance';
import { srgbLinearOfHex } from '#core/colour/hex';
import type { Triple } from '#core/colour/triple';
import { measureRankedTrend } from '#core/measure/rankedTrend';
import type { RankedTrend } from '#core/measure/rankedTrend';
import { oklabPlanes } from '#core/measure/trend';
import { goAlong, wayBetween } from '#core/measure/trendWay';
import { sharedFloats } from '#core/raster/field';
import type { PixelKernel, StepInput } from '#core/render/kinds';
import { dyePlainly } from './plainDye';
import { findGloss, whiteIn } from './gloss';
import type { Gloss } from './gloss';
import { dye, pigmentFor } from './pigment';
import type { Pigment } from './pigment';
import { keepVariation } from './variation';
import type { RecolourParameters } from './schema';
import { undertoneOf } from './undertone';
import { zoneWeight } from './zone';

/**
 * What an area is made of: colours that stand for it, interleaved linear sRGB, empty when it covers nothing;
 * and its gloss.
 */
export interface RecolourMeasures {
  readonly samples: Float32Array;
  readonly gloss: Gloss | undefined;
}

/** Pixels covered less show something else as well; of small areas half-covered ones must do. */
const CLEAR_COVERAGE8 = 230;
const LEAST_COVERAGE8 = 128;
const LEAST_CLEAR = 40;
const MOST_SAMPLES = 4000;
/** Colour goes all the way along a trend, lightness stays. */
const TINT_ALONE = { light: 0, tint: 1 };

/** The area’s mean, gloss and lightness ranks, from what it surely covers. */
export function measureRecolour({ pixels: { data }, coverage }: StepInput): RecolourMeasures {
  const covered = (least: number) => {
    const members: number[] = [];
    coverage.data.forEach((value, index) => value >= least && members.push(index));
    return members;
  };
  const clear = covered(CLEAR_COVERAGE8);
  const members = clear.length >= LEAST_CLEAR ? clear : covered(LEAST_COVERAGE8);
  const count = Math.min(MOST_SAMPLES, members.length);
  const samples = sharedFloats(3 * count);
  for (let n = 0; n < count; n++) {
    const i = members[Math.floor((n * members.length) / count)]!;
    for (let c = 0; c < 3; c++) samples[3 * n + c] = Math.max(0, data[3 * i + c]!);
  }
  return { samples, gloss: count > 0 ? findGloss(samples, meanOf(samples)) : undefined };
}

/**
 * Pigment multiplies light and gloss adds to it (Shafer 1985, "Using color to separate reflection
 * components"): gloss is set aside, the body dyed so that the area's mean lands on the wanted colour, and
 * gloss put back.
 */
export function compileRecolour(
  parameters: RecolourParameters,
  { samples, gloss }: RecolourMeasures,
): PixelKernel | undefined {
  const { way, colour, second, gloss: kept, trend } = parameters;
  if (colour === null || !gloss) return undefined;
  const towards = (wanted: string): ColourChange => {
    if (way !== 'pigment') return dyePlainly(way, deepColour(wanted, parameters.depth));
    const { pigment, mean } = dyeFor(wanted, parameters, { samples, gloss });
    const vary = keepVariation(mean, parameters.hueVariation, parameters.saturationVariation);
    return (pixels, count) => {
      const whites = new Float32Array(count);
      for (let i = 0, p = 0; i < count; i++, p += 3) {
        const red = pixels[p]!;
        const green = pixels[p + 1]!;
        const blue = pixels[p + 2]!;
        const white = kept * whiteIn(gloss, red, green, blue);
        whites[i] = white;
        pixels[p] = red - white;
        pixels[p + 1] = green - white;
        pixels[p + 2] = blue - white;
      }
      dye(pigment, pixels, count);
      vary?.(pixels, count);
      for (let i = 0, p = 0; i < count; i++, p += 3) {
        const white = whites[i]!;
        pixels[p]! += white;
        pixels[p + 1]! += white;
        pixels[p + 2]! += white;
      }
    };
  };
  const plain = towards(colour);
  const first =
    trend && way === 'pigment' ? alongTrend(plain, samples, deepened(trend.rows, parameters.depth)) : plain;
  if (!second) return first;
  const other = towards(second.colour);
  const weigh = zoneWeight(second, samples);
  return (pixels, count) => {
    const again = pixels.slice(0, 3 * count);
    const weights = new Float32Array(count);
    for (let i = 0; i < count; i++)
      weights[i] = weigh(pixels[3 * i]!, pixels[3 * i + 1]!, pixels[3 * i + 2]!);
    first(pixels, count);
    other(again, count);
    for (let p = 0; p < 3 * count; p++) pixels[p]! += weights[(p / 3) | 0]! * (again[p]! - pixels[p]!);
  };
}

/** The pigment that gives an area a colour, and the mean of its bodies when they are dyed, linear sRGB. */
export function dyeFor(
  wanted: string,
  parameters: RecolourParameters,
  { samples, gloss }: { readonly samples: Float32Array; readonly gloss: Gloss },
): { readonly pigment: Pigment; readonly mean: Triple } {
  const split = splitGloss(samples, gloss, parameters.gloss);
  const target = targetOf(wanted, parameters, meanOf(samples));
  const pigment = pigmentFor(
    split.bodies,
    target.map((channel, c) => channel - split.white[c]!) as unknown as Triple,
  );
  const dyed = split.bodies.slice();
  dye(pigment, dyed, dyed.length / 3);
  return { pigment, mean: meanOf(dyed) };
}

type ColourChange = (pixels: Float32Array, count: number) => void;

/**
 * Gives the pigment's answer the colours of another part, rank by rank of lightness; light and shade stay as
 * the pigment left them.
 */
function alongTrend(plain: ColourChange, samples: Float32Array, rows: RankedTrend): ColourChange {
  const dyed = samples.slice();
  plain(dyed, dyed.length / 3);
  const own = measureRankedTrend({
    planes: oklabPlanes(dyed),
    weights: new Float32Array(dyed.length / 3).fill(1),
  });
  const way = own && wayBetween(own, rows);
  return (pixels, count) => {
    plain(pixels, count);
    if (way) for (let i = 0; i < count; i++) goAlong(way, pixels, 3 * i, TINT_ALONE);
  };
}

/**
 * The wanted mean: the colour, darker or lighter as said, with the undertone of lifted hair where it is asked
 * for.
 */
function targetOf(colour: string, { depth, undertone }: RecolourParameters, mean: Triple): Triple {
  const lifted = deepColour(colour, depth);
  const rise = luminanceOfSrgbLinear(lifted) / Math.max(1e-4, luminanceOfSrgbLinear(mean));
  return undertone > 0 && rise > 1 ? undertoneOf(lifted, undertone) : lifted;
}

function deepColour(colour: string, stops: number): Triple {
  return srgbLinearOfHex(colour).map((channel) => channel * 2 ** stops) as unknown as Triple;
}

/** A trend made darker or lighter by stops: OKLab grows with the cube root of light. */
function deepened(rows: RankedTrend, stops: number): RankedTrend {
  const factor = 2 ** (stops / 3);
  return rows.map(([lightness, a, b]) => [lightness * factor, a * factor, b * factor]);
}

/** Samples without their gloss, and the mean of that gloss per channel. */
function splitGloss(
  samples: Float32Array,
  gloss: Gloss,
  kept: number,
): { bodies: Float32Array; white: Triple } {
  const whites = Float32Array.from(
    { length: samples.length / 3 },
    (_, i) => kept * whiteIn(gloss, samples[3 * i]!, samples[3 * i + 1]!, samples[3 * i + 2]!),
  );
  const white = whites.reduce((sum, value) => sum + value / whites.length, 0);
  return {
    bodies: samples.map((value, p) => value - whites[Math.floor(p / 3)]!),
    white: [white, white, white],
  };
}

function meanOf(pixels: Float32Array): Triple {
  const mean: [number, number, number] = [0, 0, 0];
  for (let p = 0; p < pixels.length; p++) mean[(p % 3) as 0 | 1 | 2] += (3 * pixels[p]!) / pixels.length;
  return mean;
}
