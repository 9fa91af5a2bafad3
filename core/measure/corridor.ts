import { deltaDegrees } from '../colour/angles';
import type { Photo, Rung } from '../document/schema';

/** A range of HSV hue in degrees. */
export interface HueRange {
  readonly from: number;
  readonly to: number;
}

/**
 * Where the hue of skin usually lies per rung, HSV degrees. Common practice: 20 to 28 in light and
 * middle, falling towards red in the shade. The shade reaches up to the middle, as neutral portraits
 * measure 20 to 25 there.
 */
export type Corridor = Readonly<Record<Rung, HueRange>>;

/** Where the hue of skin lies by rung, HSV degrees (common practice). */
export const SKIN_CORRIDOR: Corridor = {
  light: { from: 20, to: 28 },
  middle: { from: 20, to: 28 },
  shade: { from: 14, to: 25 },
};

/** The corridor that was set for a sitter of a photo, else that of common practice. */
export function corridorOf({ corridors }: Pick<Photo, 'corridors'>, sitter: string | null): Corridor {
  return corridors.find((entry) => entry.sitter === sitter) ?? SKIN_CORRIDOR;
}

/**
 * The corridor as skin is judged by it: in the shade it reaches up to the sitter's own middle, where that is
 * within it.
 */
export function corridorFor(
  middleHueDegrees: number | undefined,
  corridor: Corridor = SKIN_CORRIDOR,
): Corridor {
  const { middle, shade } = corridor;
  const own = middleHueDegrees !== undefined && middleHueDegrees <= middle.to ? middleHueDegrees : shade.to;
  return { light: corridor.light, middle, shade: { from: shade.from, to: Math.max(shade.to, own) } };
}

/** Targets that common practice starts from: 26, 23 and 16 from light to shade. */
export const SKIN_TARGETS: Readonly<Record<Rung, number>> = { light: 26, middle: 23, shade: 16 };

/** Degrees a hue lies outside a range: negative towards red, positive towards yellow and green, 0 inside. */
export function degreesOffRange(hueDegrees: number, range: HueRange): number {
  const middle = (range.from + range.to) / 2;
  const half = (range.to - range.from) / 2;
  const delta = deltaDegrees(middle, hueDegrees);
  return Math.sign(delta) * Math.max(0, Math.abs(delta) - half);
}
