import { clamp } from '#core/math/clamp';
import { deltaDegrees, wrapDegrees } from '#core/colour/angles';

/** What lies across the ladder. */
export const LADDER_QUANTITIES = ['hue', 'saturation'] as const;
export type LadderQuantity = (typeof LADDER_QUANTITIES)[number];

/** How a quantity and lightness lie on the ladder's drawing. */
export interface LadderScale {
  readonly quantity: LadderQuantity;
  readonly width: number;
  readonly height: number;
  /**
   * HSV hue in degrees, or HSV saturation in percent, in the middle of the drawing, and how far it reaches to
   * each side
   */
  readonly centre: number;
  readonly reach: number;
  /** CIELAB L* at the foot and at the top */
  readonly dark: number;
  readonly bright: number;
}

/** What the ladder's range is chosen by. */
export interface LadderFacts {
  readonly quantity: LadderQuantity;
  /** CSS pixels */
  readonly size: { readonly width: number; readonly height: number };
  /** whether the part is skin */
  readonly skin: boolean;
  /** of the rungs: HSV hue in degrees, or HSV saturation in percent */
  readonly values: readonly number[];
  /** of the darkest and the lightest place, L* */
  readonly lightness: readonly [number, number];
}

const WIDEST = 180;
const LEAST = 30;
const LEAST_SATURATION = 20;
const MARGIN = 8;
const TICK = 10;
/** Room above and below what the part holds, and the least span of lightness shown. */
const LIGHTNESS_MARGIN = 6;
const LEAST_SPAN = 30;

/**
 * A range that holds what matters: of hue, skin between 0 and 60, other parts around their own hues; of
 * saturation, around the part's own.
 */
export function ladderScale({ quantity, size, skin, values, lightness }: LadderFacts): LadderScale {
  const mean = values.reduce((sum, value) => sum + value / values.length, 0);
  const hue = skin ? 30 : (values[0] ?? 30);
  const centre = quantity === 'saturation' ? mean : hue;
  const farthest = Math.max(
    0,
    ...values.map((value) => Math.abs(quantity === 'hue' ? deltaDegrees(centre, value) : value - centre)),
  );
  const reach = clamp(
    TICK * Math.ceil((farthest + MARGIN) / TICK),
    quantity === 'hue' ? LEAST : LEAST_SATURATION,
    quantity === 'hue' ? WIDEST : 50,
  );
  const middle = (lightness[0] + lightness[1]) / 2;
  const half = Math.max(LEAST_SPAN, lightness[1] - lightness[0]) / 2 + LIGHTNESS_MARGIN;
  const rounded = Math.round(centre / TICK) * TICK;
  // Saturation ends at 0 and 100.
  return {
    quantity,
    ...size,
    centre: quantity === 'hue' ? rounded : clamp(rounded, reach, 100 - reach),
    reach,
    dark: Math.max(0, middle - half),
    bright: Math.min(100, middle + half),
  };
}

/** @param value HSV hue in degrees, or saturation in percent */
export function ladderX({ quantity, width, centre, reach }: LadderScale, value: number): number {
  return width * (0.5 + (quantity === 'hue' ? deltaDegrees(centre, value) : value - centre) / (2 * reach));
}

/** @param lightness CIELAB L*, 0..100 */
export function ladderY(scale: LadderScale, lightness: number): number {
  return scale.height * (1 - (lightness - scale.dark) / (scale.bright - scale.dark));
}

/**
 * Places as near as may be to where they belong, in the same order, and no nearer to each other than `gap`.
 */
export function spreadPlaces(places: readonly number[], gap: number): number[] {
  const order = places.map((_, i) => i).sort((p, q) => places[p]! - places[q]!);
  const out = [...places];
  for (let round = 0; round < 8; round++) {
    order.slice(1).forEach((index, i) => {
      const before = order[i]!;
      const lack = gap - (out[index]! - out[before]!);
      if (lack <= 0) return;
      out[before]! -= lack / 2;
      out[index]! += lack / 2;
    });
  }
  return out;
}

/** The hue or the saturation at a place across the drawing, to half a degree or percent. */
export function ladderValueAt({ quantity, width, centre, reach }: LadderScale, x: number): number {
  const value = centre + clamp((x / width - 0.5) * 2 * reach, -reach, reach);
  const rounded = Math.round(value * 2) / 2;
  return quantity === 'hue' ? wrapDegrees(rounded) : rounded;
}

function tickOf(reach: number): number {
  if (reach > 90) return 60;
  return reach > 40 ? 20 : TICK;
}

/** Ticks every 10 degrees or percent, or fewer where that were crowded. */
export function ladderTicks(scale: LadderScale): number[] {
  const every = tickOf(scale.reach);
  const first = Math.ceil((scale.centre - scale.reach) / every) * every;
  return Array.from(
    { length: Math.floor((scale.centre + scale.reach - first) / every) + 1 },
    (_, i) => first + i * every,
  );
}
