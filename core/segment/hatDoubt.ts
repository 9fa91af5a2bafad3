import { imageToFace } from './faceFrame';
import type { HeadClasses } from './headClasses';
import { pixelCentre } from './headGrid';
import type { HeadGrid } from './headGrid';
import {
  HAT_ABOVE,
  HAT_ASIDE,
  HAT_BELOW,
  HAT_CELLS,
  HAT_DIFFERENT,
  HAT_SPREAD,
  HAT_SURE,
} from './headParameters';

/**
 * Whether what was taken for hair above the forehead differs from what hangs beside the face in colour or
 * texture, as a hat does. Lightness does not count: hair shines.
 */
export function looksLikeHat({ region, frame, oklab, rough }: HeadGrid, { hair }: HeadClasses): boolean {
  const above: number[] = [];
  const below: number[] = [];
  for (let row = 0, i = 0; row < region.outHeight; row++) {
    for (let column = 0; column < region.outWidth; column++, i++) {
      if (hair[i]! < HAT_SURE) continue;
      const [u, v] = imageToFace(frame, pixelCentre(region, column, row));
      if (v < frame.top[1] - HAT_ABOVE && Math.abs(u) < HAT_ASIDE) above.push(i);
      else if (v > frame.top[1] + HAT_BELOW) below.push(i);
    }
  }
  if (above.length < HAT_CELLS || below.length < HAT_CELLS) return false;
  const apart = [
    (i: number) => oklab[3 * i + 1]!,
    (i: number) => oklab[3 * i + 2]!,
    (i: number) => rough[i]!,
  ].map((read, n) => {
    const first = middleOf(above.map(read));
    const second = middleOf(below.map(read));
    return (first.middle - second.middle) / (HAT_SPREAD[n]! + (first.spread + second.spread) / 4);
  });
  return Math.hypot(...apart) > HAT_DIFFERENT;
}

/**
 * Median, and the distance between the 16th and the 84th hundredth: two standard deviations where values are
 * normal.
 */
function middleOf(values: number[]): { middle: number; spread: number } {
  values.sort((p, q) => p - q);
  const at = (share: number) => values[Math.floor(share * values.length)]!;
  return { middle: at(0.5), spread: at(0.84) - at(0.16) };
}
