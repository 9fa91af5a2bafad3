import { hueDeltaDegrees, wrapDegrees } from '#core/colour/angles';

/** How hue and lightness lie on the ladder's drawing. */
export interface LadderScale {
  readonly width: number;
  readonly height: number;
  /** HSV hue in the middle of the drawing and how far it reaches to each side, degrees */
  readonly centre: number;
  readonly reach: number;
  /** CIELAB L* at the foot and at the top */
  readonly dark: number;
  readonly bright: number;
}

const WIDEST = 180, LEAST = 30, MARGIN = 8, TICK = 10;
/** Room above and below what the part holds, and the least span of lightness shown. */
const LIGHTNESS_MARGIN = 6, LEAST_SPAN = 30;

/** A range of hue that holds what matters: skin between 0 and 60, other parts around their own hues. */
export function ladderScale(size: { width: number; height: number }, skin: boolean, hues: readonly number[], lightness: readonly [number, number]): LadderScale {
  const centre = skin ? 30 : (hues[0] ?? 30);
  const farthest = Math.max(0, ...hues.map((hue) => Math.abs(hueDeltaDegrees(centre, hue))));
  const reach = Math.min(WIDEST, Math.max(LEAST, TICK * Math.ceil((farthest + MARGIN) / TICK)));
  const middle = (lightness[0] + lightness[1]) / 2, half = Math.max(LEAST_SPAN, lightness[1] - lightness[0]) / 2 + LIGHTNESS_MARGIN;
  return { ...size, centre: Math.round(centre / TICK) * TICK, reach, dark: Math.max(0, middle - half), bright: Math.min(100, middle + half) };
}

export function ladderX(scale: LadderScale, hueDegrees: number): number {
  return scale.width * (0.5 + hueDeltaDegrees(scale.centre, hueDegrees) / (2 * scale.reach));
}

/** @param lightness CIELAB L*, 0..100 */
export function ladderY(scale: LadderScale, lightness: number): number {
  return scale.height * (1 - (lightness - scale.dark) / (scale.bright - scale.dark));
}

/** Places as near as may be to where they belong, in the same order, and no nearer to each other than `gap`. */
export function spreadPlaces(places: readonly number[], gap: number): number[] {
  const order = places.map((_, i) => i).sort((p, q) => places[p]! - places[q]!), out = [...places];
  for (let round = 0; round < 8; round++) {
    order.slice(1).forEach((index, i) => {
      const before = order[i]!, lack = gap - (out[index]! - out[before]!);
      if (lack <= 0) return;
      out[before]! -= lack / 2;
      out[index]! += lack / 2;
    });
  }
  return out;
}

export function ladderHueAt(scale: LadderScale, x: number): number {
  const delta = Math.min(scale.reach, Math.max(-scale.reach, (x / scale.width - 0.5) * 2 * scale.reach));
  return wrapDegrees(Math.round((scale.centre + delta) * 2) / 2);
}

/** Ticks every 10 degrees, or fewer where that were crowded. */
export function ladderTicks(scale: LadderScale): number[] {
  const every = scale.reach > 90 ? 60 : scale.reach > 40 ? 20 : TICK, first = Math.ceil((scale.centre - scale.reach) / every) * every;
  return Array.from({ length: Math.floor((scale.centre + scale.reach - first) / every) + 1 }, (_, i) => first + i * every);
}
