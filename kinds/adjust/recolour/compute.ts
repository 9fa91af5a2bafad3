import { LUMINANCE_WEIGHTS, luminanceOfSrgbLinear } from '#core/colour/luminance';
import { SRGB8_TO_LINEAR } from '#core/colour/transfer';
import type { Triple } from '#core/colour/triple';
import type { PixelKernel, StepInput } from '#core/render/kinds';
import type { RecolourParameters } from './schema';

/** What an area is made of: the colour of its body, and how gloss shows on it. */
export interface RecolourMeasures {
  /** mean of the pixels without their gloss, linear sRGB; undefined when the area covers nothing */
  readonly body: Triple | undefined;
  /** gloss below this is the body's own variation, linear light */
  readonly glossFloor: number;
}

/** Share of the area's pixels taken to be free of gloss. */
const DULL_SHARE = 0.93;
/** Channels nearer than this to each other cannot tell gloss from body; luminance must. */
const LEAST_DIFFERENCE = 0.08;
const LEAST_COVERAGE8 = 128;
/** No channel is raised by more: beyond that, noise is all there is to raise. */
const MOST_GAIN = 24;

/** Finds the body's colour, then what stands out from it as white light, then the body's colour without that. */
export function measureRecolour({ pixels: { data }, coverage }: StepInput): RecolourMeasures {
  const members: number[] = [];
  coverage.data.forEach((value, index) => value >= LEAST_COVERAGE8 && members.push(index));
  if (members.length === 0) return { body: undefined, glossFloor: 0 };
  const first = meanOf(members, coverage.data, (i) => [data[3 * i]!, data[3 * i + 1]!, data[3 * i + 2]!]);
  const gloss = glossOf(first);
  const sorted = Float32Array.from(members, (i) => gloss(data[3 * i]!, data[3 * i + 1]!, data[3 * i + 2]!)).sort();
  const glossFloor = Math.max(0, sorted[Math.floor(sorted.length * DULL_SHARE)]!);
  const body = meanOf(members, coverage.data, (i) => {
    const colour: Triple = [data[3 * i]!, data[3 * i + 1]!, data[3 * i + 2]!], white = whiteOf(colour, gloss(...colour), glossFloor);
    return [colour[0] - white, colour[1] - white, colour[2] - white];
  });
  return { body, glossFloor };
}

/**
 * Pigment multiplies light and gloss adds to it (Shafer 1985, "Using color to separate reflection
 * components"): gloss is set aside, the body multiplied per channel in linear light, gloss put back.
 * Less variation mixes towards the wanted colour at each pixel's own luminance.
 */
export function compileRecolour({ colour, variation }: RecolourParameters, { body, glossFloor }: RecolourMeasures): PixelKernel | undefined {
  if (colour === null || body === undefined) return undefined;
  const target: Triple = [linearAt(colour, 1), linearAt(colour, 3), linearAt(colour, 5)];
  const gain = body.map((channel, i) => Math.min(MOST_GAIN, Math.max(target[i]!, 1e-4) / Math.max(channel, 1e-4)));
  const [gainRed, gainGreen, gainBlue] = gain as [number, number, number];
  const gloss = glossOf(body);
  const brightness = Math.max(1e-6, luminanceOfSrgbLinear(target));
  const flat = target.map((channel) => channel / brightness);
  const [flatRed, flatGreen, flatBlue] = flat as [number, number, number];
  return (pixels, count) => {
    for (let p = 0; p < 3 * count; p += 3) {
      const red = pixels[p]!, green = pixels[p + 1]!, blue = pixels[p + 2]!;
      const amount = gloss(red, green, blue);
      const white = amount > glossFloor ? Math.min(amount - glossFloor, Math.max(0, Math.min(red, green, blue))) : 0;
      const dyedRed = (red - white) * gainRed, dyedGreen = (green - white) * gainGreen, dyedBlue = (blue - white) * gainBlue;
      const level = LUMINANCE_WEIGHTS[0] * dyedRed + LUMINANCE_WEIGHTS[1] * dyedGreen + LUMINANCE_WEIGHTS[2] * dyedBlue;
      pixels[p] = white + flatRed * level + variation * (dyedRed - flatRed * level);
      pixels[p + 1] = white + flatGreen * level + variation * (dyedGreen - flatGreen * level);
      pixels[p + 2] = white + flatBlue * level + variation * (dyedBlue - flatBlue * level);
    }
  };
}

/**
 * How much white light lies on a body colour: of its strongest and weakest channel, what cannot be the
 * body's own ratio. For a body that is nearly grey, what exceeds twice its luminance.
 */
function glossOf(body: Triple): (red: number, green: number, blue: number) => number {
  const most = Math.max(...body), least = Math.min(...body);
  if (most <= 0 || (most - least) / most < LEAST_DIFFERENCE) {
    const limit = 2 * luminanceOfSrgbLinear(body);
    return (red, green, blue) => luminanceOfSrgbLinear([red, green, blue]) - limit;
  }
  const high = body.indexOf(most), low = body.indexOf(least), spread = most - least;
  return (red, green, blue) => {
    const strong = high === 0 ? red : high === 1 ? green : blue, weak = low === 0 ? red : low === 1 ? green : blue;
    return (weak * most - strong * least) / spread;
  };
}

function whiteOf([red, green, blue]: Triple, amount: number, floor: number): number {
  return amount > floor ? Math.min(amount - floor, Math.max(0, Math.min(red, green, blue))) : 0;
}

function meanOf(members: readonly number[], weights: Uint8Array, colourAt: (index: number) => Triple): Triple {
  let red = 0, green = 0, blue = 0, sum = 0;
  for (const index of members) {
    const weight = weights[index]!, colour = colourAt(index);
    red += weight * colour[0];
    green += weight * colour[1];
    blue += weight * colour[2];
    sum += weight;
  }
  return [red / sum, green / sum, blue / sum];
}

function linearAt(colour: string, at: number): number {
  return SRGB8_TO_LINEAR[Number.parseInt(colour.slice(at, at + 2), 16)]!;
}
