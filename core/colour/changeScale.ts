import type { Triple } from './triple';

/** The colours of the map of changes: ΔE00 and encoded sRGB 0..255, lightness rising with the change. */
export const CHANGE_SCALE: readonly (readonly [deltaE: number, rgb: Triple])[] = [
  [0, [26, 26, 26]],
  [1, [52, 47, 84]],
  [2, [97, 60, 120]],
  [5, [190, 98, 92]],
  [10, [240, 190, 110]],
  [20, [255, 252, 232]],
];

/** The colour of a change. @param deltaE from 0 on; beyond the scale it is its last colour */
export function changeColour(deltaE: number): Triple {
  const next = CHANGE_SCALE.findIndex(([value]) => value > deltaE);
  if (next < 0) return CHANGE_SCALE.at(-1)![1];
  const [low, from] = CHANGE_SCALE[next - 1]!;
  const [high, to] = CHANGE_SCALE[next]!;
  const share = (deltaE - low) / (high - low);
  return from.map((value, c) => Math.round(value + share * (to[c]! - value))) as unknown as Triple;
}
