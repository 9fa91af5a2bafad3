/** What is known of a part's chroma before it is seen: natural logarithms of red and blue against green. */
export interface ChromaPrior {
  readonly red: number;
  readonly blue: number;
  readonly redSpread: number;
  readonly blueSpread: number;
  /** how much each of them counts, and how many of them count in full */
  readonly weight: number;
  readonly most: number;
  /** from how many spreads on it counts little more */
  readonly width: number;
}

/*
 * Means and spreads lie between what was measured on neutral renderings (heads of even number) and on photographs: 88
 * sitters of 30 photographs as shot, in whatever light, medians with spreads. Renderings alone made skin too pale, so that
 * faces before white walls were found too warm and came out grey. Chosen with both, so that neither is said to be lit
 * where it is not: of 56 photographs 12 were changed unasked before, most of them wrongly, of the heads none.
 */

/** Whites of the eyes: 0.13 and -0.075, spreads 0.06 and 0.025, on renderings; 0.50 and -0.19, 0.25 and 0.13, on photographs. */
export const WHITES: ChromaPrior = {
  red: 0.2,
  blue: -0.1,
  redSpread: 0.16,
  blueSpread: 0.07,
  weight: 1,
  most: 2,
  width: 2,
};
/** Teeth: 0.18 and -0.14, spreads 0.09 and 0.06, on renderings; 0.34 and -0.18, 0.17 and 0.12, on photographs. */
export const TEETH: ChromaPrior = {
  red: 0.22,
  blue: -0.15,
  redSpread: 0.14,
  blueSpread: 0.09,
  weight: 1,
  most: 1,
  width: 2,
};
/** Cloth and ground that may be grey: what is coloured counts nearly nothing. */
export const GROUND: ChromaPrior = {
  red: 0,
  blue: 0,
  redSpread: 0.08,
  blueSpread: 0.08,
  weight: 0.1,
  most: 40,
  width: 1,
};
/** Luminance from which on these are bright, linear. */
export const BRIGHT_FROM = 0.4;
/** Bright ones are white walls, shirts and paper more often than not; a light that makes a coloured wall white is rare. */
export const BRIGHT: ChromaPrior = { ...GROUND, redSpread: 0.05, blueSpread: 0.05, weight: 0.35 };

/**
 * Skin from light to deep runs along a line: the redder, the less blue. Within one skin darker places are
 * redder. `most` cells count in full, as neighbours say the same. On renderings 0.42, on photographs 0.67 and
 * -0.41 (spreads 0.17 and 0.17); the skins of a published colour chart lie at 0.57 and -0.31, 0.71 and -0.38 (see the test).
 */
export const SKIN = {
  red: 0.53,
  redSpread: 0.22,
  blue: -0.1,
  blueSlope: -0.5,
  blueSpread: 0.13,
  spread: 0.12,
  redOfLight: -0.17,
  blueOfLight: 0.07,
  most: 40,
  least: 4,
} as const;

/** Pupils and lashes: linear light of each channel. */
export const DARK = { level: 0.01, spread: 0.008, weight: 1, most: 2, width: 2 };
/** The darkest of the brows: likewise, but fair ones are none. */
export const BROW: typeof DARK = { ...DARK, weight: 0.7 };
/** Where hair is dark it is nearly black between its strands; where it is fair this counts little. */
export const HAIR_DARK: typeof DARK = { level: 0.006, spread: 0.01, weight: 0.25, most: 30, width: 1 };
/** The colour of hair; `soft` keeps the chroma of what is nearly black calm. */
export const HAIR = {
  red: 0.35,
  redSpread: 0.35,
  blue: -0.3,
  blueSpread: 0.25,
  spread: 0.18,
  soft: 0.004,
  most: 30,
} as const;
/** The darkest of each channel about a place, anywhere in the picture (He 2009, dark channel prior). */
export const MINIMA = { level: 0.006, spread: 0.01, weight: 0.3, most: 40 } as const;
/** What is darker than it can be counts by this much linear light. */
export const NEGATIVE = 0.004;

/** How far light is from neutral: along the colours of black bodies, and across them; how crossed tones are. */
export const GAIN = { warm: 0.8, green: 0.15, tone: 0.2 } as const;
/** A veil's usual strength and reach, linear light and share of the diagonal; its middle lies near the picture. */
export const VEIL = { amount: 0.1, reach: 0.35, reachSpread: 0.4, middle: 0.6 } as const;
