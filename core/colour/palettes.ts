import { hexOfSrgbLinear } from './hex';
import { RADIANS_PER_DEGREE } from './angles';
import { mapIntoSrgbGamut } from './gamut';
import { convertOklabToSrgbLinear } from './oklab';

/** A colour that is offered, with its name. */
export interface PaletteColour {
  readonly name: string;
  /** #rrggbb of sRGB */
  readonly colour: string;
}

/** Parts that have a palette of their own. */
export type PaletteName = 'irises' | 'lips' | 'hair' | 'any';

/** OKLCh: lightness 0..1, chroma, hue in degrees. */
type Lch = readonly [number, number, number];

function named(name: string, [lightness, chroma, hueDegrees]: Lch): PaletteColour {
  const hue = hueDegrees * RADIANS_PER_DEGREE;
  const linear = mapIntoSrgbGamut(
    convertOklabToSrgbLinear([lightness, chroma * Math.cos(hue), chroma * Math.sin(hue)]),
  );
  return { name, colour: hexOfSrgbLinear(linear) };
}

/** Mean colours of irises with their glints; chosen for this project. */
const IRISES: readonly (readonly [string, Lch])[] = [
  ['dark brown', [0.33, 0.045, 52]],
  ['brown', [0.42, 0.06, 55]],
  ['hazel', [0.5, 0.065, 80]],
  ['amber', [0.55, 0.095, 70]],
  ['olive', [0.52, 0.05, 110]],
  ['green', [0.56, 0.055, 140]],
  ['grey-green', [0.57, 0.03, 150]],
  ['teal', [0.55, 0.045, 200]],
  ['blue', [0.56, 0.05, 240]],
  ['deep blue', [0.46, 0.06, 255]],
  ['grey-blue', [0.58, 0.025, 240]],
  ['grey', [0.57, 0.006, 240]],
];

/** Depths and temperatures of lip colour, from nude to deep. */
const LIP_DEPTHS: readonly (readonly [string, number, number])[] = [
  ['nude', 0.68, 0.06],
  ['rose', 0.61, 0.1],
  ['red', 0.52, 0.15],
  ['berry', 0.43, 0.11],
  ['deep', 0.33, 0.075],
];
const LIP_TEMPERATURES: readonly (readonly [string, number])[] = [
  ['cool', 2],
  ['neutral', 20],
  ['warm', 38],
];

/**
 * Depth levels as the hair trade counts them (common practice: 1 black to 10 lightest blond); the lightness
 * is this project's.
 */
export const HAIR_LEVELS = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10] as const;
const LEVEL_LIGHTNESS: readonly number[] = [0.17, 0.21, 0.26, 0.31, 0.37, 0.44, 0.52, 0.61, 0.7, 0.79];
/** Tone: hue, and chroma as a share of lightness. */
const HAIR_TONES: readonly (readonly [string, number, number])[] = [
  ['ash', 80, 0.05],
  ['neutral', 65, 0.11],
  ['gold', 78, 0.15],
  ['copper', 52, 0.19],
  ['red', 32, 0.19],
];
const FASHION: readonly (readonly [string, Lch])[] = [
  ['silver', [0.72, 0.008, 250]],
  ['rose gold', [0.68, 0.08, 30]],
  ['burgundy', [0.33, 0.1, 12]],
  ['violet', [0.4, 0.12, 305]],
  ['blue-black', [0.24, 0.04, 265]],
  ['teal dye', [0.5, 0.09, 195]],
];

const ANY: readonly (readonly [string, Lch])[] = [
  ['slate blue', [0.47, 0.055, 255]],
  ['moss', [0.5, 0.055, 120]],
  ['brick', [0.5, 0.09, 35]],
  ['sand', [0.72, 0.05, 85]],
  ['plum', [0.4, 0.06, 345]],
  ['grey', [0.6, 0, 0]],
];

/** Colours to start from, by part. */
export const PALETTES: Readonly<Record<PaletteName, readonly PaletteColour[]>> = {
  irises: IRISES.map(([name, lch]) => named(name, lch)),
  lips: LIP_DEPTHS.flatMap(([depth, lightness, chroma]) =>
    LIP_TEMPERATURES.map(([temperature, hue]) => named(`${temperature} ${depth}`, [lightness, chroma, hue])),
  ),
  hair: [
    ...HAIR_LEVELS.flatMap((level) =>
      HAIR_TONES.map(([tone, hue, share]) =>
        named(`level ${level} ${tone}`, [
          LEVEL_LIGHTNESS[level - 1]!,
          share * LEVEL_LIGHTNESS[level - 1]!,
          hue,
        ]),
      ),
    ),
    ...FASHION.map(([name, lch]) => named(name, lch)),
  ],
  any: ANY.map(([name, lch]) => named(name, lch)),
};

/** What a palette calls a colour; undefined for one that it does not hold. @param colour #rrggbb */
export function paletteColourName(colour: string, palette: PaletteName): string | undefined {
  return PALETTES[palette].find((entry) => entry.colour === colour.toLowerCase())?.name;
}
