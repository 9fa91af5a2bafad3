import { luminanceOfSrgbLinear } from './luminance';
import type { Triple } from './triple';

/** Bradford cone responses of XYZ (Lam 1985; ICC.1:2010 annex E). */
const CONE_OF_XYZ = [0.8951, 0.2664, -0.1614, -0.7502, 1.7135, 0.0367, 0.0389, -0.0685, 1.0296] as const;
/** Linear sRGB to XYZ under D65 (IEC 61966-2-1, as in CSS Color Module Level 4). */
const XYZ_OF_SRGB = [
  506752 / 1228815,
  87881 / 245763,
  12673 / 70218,
  87098 / 409605,
  175762 / 245763,
  12673 / 175545,
  7918 / 409605,
  87881 / 737289,
  1001167 / 1053270,
] as const;

type Matrix = readonly number[];

const multiply = (p: Matrix, q: Matrix): Matrix =>
  Array.from({ length: 9 }, (_, i) => {
    const row = 3 * Math.floor(i / 3);
    const column = i % 3;
    return p[row]! * q[column]! + p[row + 1]! * q[3 + column]! + p[row + 2]! * q[6 + column]!;
  });
/** The matrix that takes a transform back. */
export const invertMatrix = (m: Matrix): Matrix => {
  const [a, b, c, d, e, f, g, h, i] = m as [
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
  ];
  const determinant = a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g);
  return [
    e * i - f * h,
    c * h - b * i,
    b * f - c * e,
    f * g - d * i,
    a * i - c * g,
    c * d - a * f,
    d * h - e * g,
    b * g - a * h,
    a * e - b * d,
  ].map((value) => value / determinant);
};
const CONE_OF_SRGB = multiply(CONE_OF_XYZ, XYZ_OF_SRGB);
const SRGB_OF_CONE = invertMatrix(CONE_OF_SRGB);

/** A matrix on linear sRGB, by rows. */
export type SrgbMatrix = Matrix;

/**
 * Scales the three Bradford cone responses; 1, 1, 1 changes nothing.
 * @param gains of long, middle and short
 */
export function scaleCones([long, middle, short]: Triple): SrgbMatrix {
  return multiply(SRGB_OF_CONE, multiply([long, 0, 0, 0, middle, 0, 0, 0, short], CONE_OF_SRGB));
}

/**
 * The chromatic adaptation that makes a patch neutral and keeps its luminance.
 * @param patch linear sRGB, every channel above 0
 * @see Lindbloom, "Chromatic Adaptation", for the method with worked examples
 */
export function neutralise(patch: Triple): SrgbMatrix {
  const white = coneOf([1, 1, 1]);
  const source = coneOf(patch);
  const luminance = luminanceOfSrgbLinear(patch);
  return scaleCones(white.map((cone, i) => (luminance * cone) / source[i]!) as unknown as Triple);
}

/** Cone response of a colour, linear sRGB in. */
export function coneOf(srgbLinear: Triple): Triple {
  return transform(CONE_OF_SRGB, srgbLinear);
}

/** A 3 × 3 matrix times a colour. */
export function transform(m: SrgbMatrix, [red, green, blue]: Triple): Triple {
  return [
    m[0]! * red + m[1]! * green + m[2]! * blue,
    m[3]! * red + m[4]! * green + m[5]! * blue,
    m[6]! * red + m[7]! * green + m[8]! * blue,
  ];
}

/** The one after the other. */
export function thenTransform(first: SrgbMatrix, second: SrgbMatrix): SrgbMatrix {
  return multiply(second, first);
}

/** CIE xy of a white and three primaries. */
export interface Chromaticities {
  readonly white: readonly [x: number, y: number];
  readonly red: readonly [x: number, y: number];
  readonly green: readonly [x: number, y: number];
  readonly blue: readonly [x: number, y: number];
}

/**
 * From linear light of any primaries to linear sRGB, the white adapted to D65 by Bradford.
 * @see SMPTE RP 177-1993 for the matrix of primaries and a white
 */
export function srgbFromPrimaries({ white, red, green, blue }: Chromaticities): SrgbMatrix {
  const xyz = ([x, y]: readonly [number, number]): Triple => [x / y, 1, (1 - x - y) / y];
  const [r, g, b] = [xyz(red), xyz(green), xyz(blue)];
  const columns = [r[0], g[0], b[0], r[1], g[1], b[1], r[2], g[2], b[2]];
  const [redGain, greenGain, blueGain] = transform(invertMatrix(columns), xyz(white));
  const toXyz = multiply(columns, [redGain, 0, 0, 0, greenGain, 0, 0, 0, blueGain]);
  const from = transform(CONE_OF_XYZ, xyz(white));
  const to = transform(CONE_OF_SRGB, [1, 1, 1]);
  const adapt = [to[0] / from[0], 0, 0, 0, to[1] / from[1], 0, 0, 0, to[2] / from[2]];
  return multiply(SRGB_OF_CONE, multiply(adapt, multiply(CONE_OF_XYZ, toXyz)));
}

/** The white of the ICC's connection space, D50 (ICC.1:2010, 7.2.16). */
const D50_XYZ: Triple = [0.9642, 1, 0.8249];

/**
 * From linear light of a profile to linear sRGB, the connection space's white adapted to D65 by Bradford.
 * @param columns XYZ under D50 of the profile's red, green and blue
 */
export function srgbFromD50(columns: readonly [Triple, Triple, Triple]): SrgbMatrix {
  const toXyz = [0, 1, 2].flatMap((row) => columns.map((column) => column[row]!));
  const from = transform(CONE_OF_XYZ, D50_XYZ);
  const to = transform(CONE_OF_SRGB, [1, 1, 1]);
  const adapt = [to[0] / from[0], 0, 0, 0, to[1] / from[1], 0, 0, 0, to[2] / from[2]];
  return multiply(SRGB_OF_CONE, multiply(adapt, multiply(CONE_OF_XYZ, toXyz)));
}

/** XYZ under D50 of the red, green and blue of a space, for a profile. */
export function d50FromSrgb(toSrgb: SrgbMatrix): readonly [Triple, Triple, Triple] {
  const from = transform(CONE_OF_SRGB, [1, 1, 1]);
  const to = transform(CONE_OF_XYZ, D50_XYZ);
  const adapt = [to[0] / from[0], 0, 0, 0, to[1] / from[1], 0, 0, 0, to[2] / from[2]];
  const m = multiply(invertMatrix(CONE_OF_XYZ), multiply(adapt, multiply(CONE_OF_SRGB, toSrgb)));
  return [
    [m[0]!, m[3]!, m[6]!],
    [m[1]!, m[4]!, m[7]!],
    [m[2]!, m[5]!, m[8]!],
  ];
}

/**
 * The adaptation from a light to neutral; white keeps its luminance.
 * @param long cone response of the light against that of neutral, the middle one being 1
 * @param short likewise
 */
export function adaptTo(long: number, short: number): SrgbMatrix {
  return neutralise(lightOfCones(long, short));
}

/** Linear sRGB of a light by its cones against those of neutral; luminance 1. */
export function lightOfCones(long: number, short: number): Triple {
  const white = coneOf([1, 1, 1]);
  const light = transform(SRGB_OF_CONE, [white[0] * long, white[1], white[2] * short]);
  const luminance = luminanceOfSrgbLinear(light);
  return light.map((channel) => channel / luminance) as unknown as Triple;
}
