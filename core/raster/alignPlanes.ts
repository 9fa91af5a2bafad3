import { clamp } from '../math/clamp';
import { maskSoften } from './maskSoften';

/** Planes of one size, 0..1, that show one thing each. */
export interface Planes {
  readonly width: number;
  readonly height: number;
  readonly planes: readonly Float32Array[];
}

/** How far the planes are softened, in pixels, one time after another: what is large lies right first. */
const SOFTENED = [8, 4, 2, 1];
const ROUNDS = 10;
/** So much steepness, squared, is none: where planes are even, places go with their neighbours. */
const FLAT = 0.002;
/** Neighbours go together: in each round within so many times what the planes are softened by, */
const ROUND_REACH = 1.5;
/** and over all within so many pixels. */
const REACH = 0.5;

/**
 * Shifts places of some planes until they lie in others on what is the same: each round a step by the planes'
 * slopes, smoothed, as neighbours go together. What lies beyond the other planes goes with its neighbours.
 * @param start x and y in `to` where each pixel of `from` is thought to lie, interleaved, from pixel centres
 * @returns shifts on top of these, pixels of `to`, interleaved
 * @see Thirion 1998, "Image matching as a diffusion process: an analogy with Maxwell's demons";
 * Vercauteren and others 2009, "Diffeomorphic demons: efficient non-parametric image registration"
 */
export function alignPlanes(from: Planes, to: Planes, start: Float32Array): Float32Array {
  const { width, height } = from;
  const [across, down] = [new Float32Array(width * height), new Float32Array(width * height)];
  for (const sigma of SOFTENED) {
    const here = softened(from, sigma);
    const there = softened(to, sigma);
    for (let round = 0; round < ROUNDS; round++) {
      const [stepAcross, stepDown] = stepTowards(here, there, { start, across, down });
      for (const [shift, step] of [
        [across, stepAcross],
        [down, stepDown],
      ] as const) {
        maskSoften(step, width, height, ROUND_REACH * sigma);
        for (let i = 0; i < shift.length; i++) shift[i]! += step[i]!;
        maskSoften(shift, width, height, REACH);
      }
    }
  }
  const shifts = new Float32Array(start.length);
  for (let i = 0; i < across.length; i++) {
    shifts[2 * i] = across[i]!;
    shifts[2 * i + 1] = down[i]!;
  }
  return shifts;
}

function softened({ planes, width, height }: Planes, sigma: number): Planes {
  return {
    width,
    height,
    planes: planes.map((plane) => {
      const copy = plane.slice();
      maskSoften(copy, width, height, sigma);
      return copy;
    }),
  };
}

interface Placed {
  readonly start: Float32Array;
  readonly across: Float32Array;
  readonly down: Float32Array;
}

/** For each pixel of `from` the shift, at most one pixel, that by the slopes there makes the planes agree best. */
function stepTowards(from: Planes, to: Planes, { start, across, down }: Placed) {
  const steps = [new Float32Array(across.length), new Float32Array(across.length)] as const;
  for (let i = 0; i < across.length; i++) {
    const x = start[2 * i]! + across[i]!;
    const y = start[2 * i + 1]! + down[i]!;
    if (!(x >= 0 && y >= 0 && x <= to.width - 1 && y <= to.height - 1)) continue;
    const column = Math.min(to.width - 2, x | 0);
    const row = Math.min(to.height - 2, y | 0);
    const [u, v] = [x - column, y - row];
    const at = row * to.width + column;
    let [xx, xy, yy, xd, yd] = [FLAT, 0, FLAT, 0, 0];
    for (let p = 0; p < from.planes.length; p++) {
      const plane = to.planes[p]!;
      const top = plane[at + 1]! - plane[at]!;
      const bottom = plane[at + to.width + 1]! - plane[at + to.width]!;
      const left = plane[at + to.width]! - plane[at]!;
      const slopeX = top + v * (bottom - top);
      const slopeY = left + u * (bottom - top);
      const missing = from.planes[p]![i]! - (plane[at]! + u * top + v * slopeY);
      xx += slopeX * slopeX;
      xy += slopeX * slopeY;
      yy += slopeY * slopeY;
      xd += slopeX * missing;
      yd += slopeY * missing;
    }
    const determinant = xx * yy - xy * xy;
    const [stepX, stepY] = [(yy * xd - xy * yd) / determinant, (xx * yd - xy * xd) / determinant];
    const shorter = 1 / clamp(Math.hypot(stepX, stepY), 1, Infinity);
    steps[0][i] = shorter * stepX;
    steps[1][i] = shorter * stepY;
  }
  return steps;
}
