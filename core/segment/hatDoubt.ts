import { imageToFace } from './faceFrame';
import type { HeadClasses } from './headClasses';
import { pixelCentre } from './headGrid';
import type { HeadGrid } from './headGrid';

/** Share of hair from which on a cell is looked at. */
const SURE = 0.8;
/** What lies this far above the hairline may be a hat; what hangs this far below it is hair. Face widths. */
const ABOVE = 0.05;
const ASIDE = 0.6;
const BELOW = 0.15;
/** Cells on either side that tell something. */
const LEAST = 200;
/** Spreads of a, b in OKLab and of the logarithm of roughness that are there within one head of hair anyhow. */
const LEAST_SPREAD = [0.006, 0.006, 0.2] as const;
/** Made-up portraits with bare heads reach 2.8 of these spreads, hats begin at 3.5. */
const DIFFERENT = 3.1;

/** Whether what was taken for hair above the forehead differs from what hangs beside the face in colour or texture, as a hat does. Lightness does not count: hair shines. */
export function looksLikeHat({ region, frame, oklab, rough }: HeadGrid, { hair }: HeadClasses): boolean {
  const above: number[] = [];
  const below: number[] = [];
  for (let row = 0, i = 0; row < region.outHeight; row++) {
    for (let column = 0; column < region.outWidth; column++, i++) {
      if (hair[i]! < SURE) continue;
      const [u, v] = imageToFace(frame, pixelCentre(region, column, row));
      if (v < frame.top[1] - ABOVE && Math.abs(u) < ASIDE) above.push(i);
      else if (v > frame.top[1] + BELOW) below.push(i);
    }
  }
  if (above.length < LEAST || below.length < LEAST) return false;
  const apart = [
    (i: number) => oklab[3 * i + 1]!,
    (i: number) => oklab[3 * i + 2]!,
    (i: number) => rough[i]!,
  ].map((read, n) => {
    const first = middleOf(above.map(read));
    const second = middleOf(below.map(read));
    return (first.middle - second.middle) / (LEAST_SPREAD[n]! + (first.spread + second.spread) / 4);
  });
  return Math.hypot(...apart) > DIFFERENT;
}

/** Median, and the distance between the 16th and the 84th hundredth: two standard deviations where values are normal. */
function middleOf(values: number[]): { middle: number; spread: number } {
  values.sort((p, q) => p - q);
  const at = (share: number) => values[Math.floor(share * values.length)]!;
  return { middle: at(0.5), spread: at(0.84) - at(0.16) };
}
