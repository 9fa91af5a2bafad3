import { boxMeans } from '../raster/boxMeans';
import { mapPlane } from '../raster/mapPlane';
import { pixelCentre } from '../raster/raster';
import { imageToFace } from './faceFrame';
import { grownFrom } from './grownFrom';
import type { HeadGrid } from './headGrid';
import { headDistance } from './nearness';
import { HAIR_GAP, HAIR_TOLD, SCALP_REACH } from './strandParameters';

/**
 * Of places that are surely hair those that hang together with the head: what lies by itself, farther from all of
 * these than hair leaves a gap, is something else that has hair's colour; so is a patch below the chin in which the
 * parser sees hardly any, as on a tie.
 * @param sure 1 where hair is sure, on the pixels of the grid
 * @returns 1 where it is and hangs together with the head; all of it where none lies about the head
 */
export function joinedToHead(grid: HeadGrid, sure: Float32Array): Float32Array {
  const { region, frame } = grid;
  const { outWidth: width, outHeight: height } = region;
  const radius = Math.max(1, Math.round((HAIR_GAP * frame.unit * width) / region.width / 2));
  // Grown by half a gap each, places that are a gap apart touch.
  const grown = boxMeans(sure, { channels: 1, width, height, radius });
  const joined = new Uint8Array(sure.length);
  const open: number[] = [];
  for (let i = 0; i < sure.length; i++) {
    if (sure[i] === 0) continue;
    const point = pixelCentre(region, i % width, Math.floor(i / width));
    if (headDistance(frame, point) < SCALP_REACH) open.push(i);
  }
  if (open.length === 0) return sure;
  for (const i of open) joined[i] = 1;
  grownFrom(open, region, (next) => {
    if (grown[next] === 0 || joined[next] === 1) return false;
    joined[next] = 1;
    return true;
  });
  const hair = mapPlane(sure, (share, i) => share * joined[i]!);
  dropUntold(grid, hair);
  return hair;
}

/** Takes away patches below the chin whose places the parser, where it is asked, hardly calls hair. */
function dropUntold({ region, frame, parsed }: HeadGrid, hair: Float32Array): void {
  const isBelow = (i: number) => {
    const [, v] = imageToFace(
      frame,
      pixelCentre(region, i % region.outWidth, Math.floor(i / region.outWidth)),
    );
    return v > frame.chin[1];
  };
  const seen = new Uint8Array(hair.length);
  for (let first = 0; first < hair.length; first++) {
    if (hair[first] === 0 || seen[first] === 1) continue;
    seen[first] = 1;
    const patch = grownFrom([first], region, (next) => {
      if (hair[next] === 0 || seen[next] === 1) return false;
      seen[next] = 1;
      return true;
    });
    const told = patch.reduce((sum, i) => sum + parsed.shares.hair[i]! + 1 - parsed.trust[i]!, 0);
    if (told < HAIR_TOLD * patch.length && patch.every(isBelow)) for (const i of patch) hair[i] = 0;
  }
}
