import { coneOf, scaleCones, transform } from '#core/colour/adaptation';
import { luminanceOfSrgbLinear } from '#core/colour/luminance';
import { encodeSrgb8, SRGB8_TO_LINEAR } from '#core/colour/transfer';
import type { Triple } from '#core/colour/triple';
import type { Srgb8Raster } from '#core/raster/raster';

/** Light and haze to lay over a neutral picture. */
export interface Cast {
  /** of the light, kelvins; 6504 is neutral */
  readonly kelvin: number;
  /** stops by which green is raised; below 0 magenta */
  readonly green: number;
  readonly veil: Veil | undefined;
}

interface Veil {
  /** of its middle, shares of the picture's sides */
  readonly x: number;
  readonly y: number;
  /** standard deviation, share of the diagonal */
  readonly reach: number;
  /** linear sRGB that it adds at its middle, and everywhere */
  readonly peak: Triple;
  readonly base: Triple;
}

const NEUTRAL_KELVIN = 6504;
const COOLEST = 12_000;
const WARMEST = 2_500;
const MOST_GREEN = 0.3;
/** Logarithms of powers. */
const LEAST_CROSSED = 0.1;
const MOST_CROSSED = 0.3;
/** Every third cast has no veil, every fourth of the others is a veil alone. */
const VEILED = 2 / 3;
const VEIL_ALONE = 1 / 4;

/** Numbers 0..1 that are the same for the same seed (Mulberry32, from memory). */
export function seeded(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32;
  };
}

/** A cast of its seed: warm to cool, green to magenta, a veil anywhere. */
export function castOf(seed: number): Cast {
  const random = seeded(seed);
  const between = (from: number, to: number) => from + (to - from) * random();
  const veiled = random() < VEILED;
  const lit = !veiled || random() >= VEIL_ALONE;
  // Evenly in reciprocal kelvins, in which steps look alike.
  const kelvin = 1e6 / between(1e6 / COOLEST, 1e6 / WARMEST);
  const green = between(-MOST_GREEN, MOST_GREEN);
  const hue = between(0, 2 * Math.PI);
  const amount = between(0.04, 0.2);
  const base = between(0, 0.02);
  const colour = [0, 1, 2].map((c) => 0.5 + 0.5 * Math.cos(hue - (2 * Math.PI * c) / 3));
  const scaled = (by: number) => colour.map((channel) => channel * by) as unknown as Triple;
  const veil: Veil = {
    x: between(-0.1, 1.1),
    y: between(-0.1, 1.1),
    reach: between(0.15, 0.5),
    peak: scaled(amount),
    base: scaled(base),
  };
  return {
    kelvin: lit ? kelvin : NEUTRAL_KELVIN,
    green: lit ? green : 0,
    veil: veiled ? veil : undefined,
  };
}

/** A picture under another light and behind a veil, in linear light, clipped as a camera clips. */
export function underCast({ width, height, data }: Srgb8Raster, cast: Cast): Srgb8Raster {
  const light = lightOf(cast);
  const out = new Uint8Array(data.length);
  const diagonal = Math.hypot(width, height);
  for (let row = 0; row < height; row++) {
    for (let column = 0; column < width; column++) {
      const p = 4 * (row * width + column);
      const lit = transform(light, [
        SRGB8_TO_LINEAR[data[p]!]!,
        SRGB8_TO_LINEAR[data[p + 1]!]!,
        SRGB8_TO_LINEAR[data[p + 2]!]!,
      ]);
      const veil = cast.veil;
      const near = veil
        ? Math.exp(
            -0.5 *
              (Math.hypot(column + 0.5 - veil.x * width, row + 0.5 - veil.y * height) /
                (veil.reach * diagonal)) **
                2,
          )
        : 0;
      for (let c = 0; c < 3; c++) {
        const haze = veil ? veil.base[c as 0 | 1 | 2] + near * veil.peak[c as 0 | 1 | 2] : 0;
        out[p + c] = encodeSrgb8(Math.min(1, Math.max(0, lit[c as 0 | 1 | 2] + haze)));
      }
      out[p + 3] = 255;
    }
  }
  return { space: 'srgb8', width, height, data: out };
}

/** Linear sRGB under the light, adapted by Bradford; white keeps its luminance. */
function lightOf({ kelvin, green }: Cast) {
  const from = coneOf(blackBody(NEUTRAL_KELVIN));
  const to = coneOf(blackBody(kelvin));
  const cones = to.map((cone, i) => cone / from[i]!) as unknown as Triple;
  const lit = scaleCones(cones);
  const rows = lit.map((value, i) => (Math.floor(i / 3) === 1 ? value * 2 ** green : value));
  const white = transform(rows, [1, 1, 1]);
  const luminance = luminanceOfSrgbLinear(white);
  return rows.map((value) => value / luminance);
}

/**
 * Linear sRGB of a black body, luminance 1.
 * @see Kim et al. 2002, cubic splines of the Planckian locus in CIE xy, 1,667 to 25,000 K (from memory)
 */
export function blackBody(kelvin: number): Triple {
  const t = 1000 / kelvin;
  const x =
    kelvin < 4000
      ? -0.2661239 * t ** 3 - 0.234358 * t ** 2 + 0.8776956 * t + 0.17991
      : -3.0258469 * t ** 3 + 2.1070379 * t ** 2 + 0.2226347 * t + 0.24039;
  const y = yOfX(x, kelvin);
  const X = x / y;
  const Z = (1 - x - y) / y;
  // IEC 61966-2-1
  return [
    3.2406 * X - 1.5372 - 0.4986 * Z,
    -0.9689 * X + 1.8758 + 0.0415 * Z,
    0.0557 * X - 0.204 + 1.057 * Z,
  ];
}

function yOfX(x: number, kelvin: number): number {
  if (kelvin < 2222) return -1.1063814 * x ** 3 - 1.3481102 * x ** 2 + 2.18555832 * x - 0.20219683;
  if (kelvin < 4000) return -0.9549476 * x ** 3 - 1.37418593 * x ** 2 + 2.09137015 * x - 0.16748867;
  return 3.081758 * x ** 3 - 5.8733867 * x ** 2 + 3.75112997 * x - 0.37001483;
}

/** A picture whose red and blue were raised to powers of their seed, so that lights and shades differ in tint. */
export function inCrossedTones({ width, height, data }: Srgb8Raster, seed: number): Srgb8Raster {
  const random = seeded(seed);
  const power = () =>
    Math.exp((random() < 0.5 ? -1 : 1) * (LEAST_CROSSED + (MOST_CROSSED - LEAST_CROSSED) * random()));
  const powers = [power(), 1, power(), 1];
  const out = data.map((code, p) =>
    p % 4 === 3 ? code : encodeSrgb8(SRGB8_TO_LINEAR[code]! ** powers[p % 4]!),
  );
  return { space: 'srgb8', width, height, data: out };
}
