import { boxMeans } from '../../raster/boxMeans';
import { isSkin } from '../../document/partNames';
import { Tally, coveredRange } from './scene';
import type { Warning, WarningScene } from './scene';

const OWN = 230;
/** Half the window of what is fine, and of the surroundings in which it is gathered, pixels of the small copy. */
const FINE = 1;
const AROUND = 5;

interface Size {
  readonly width: number;
  readonly height: number;
}

const mean = (plane: Float32Array, { width, height }: Size, radius: number) =>
  boxMeans(plane, { channels: 1, width, height, radius });

/** Spread of what is fine about each pixel, L*. */
function fineness(lightness: Float32Array, size: Size): Float32Array {
  const smooth = mean(lightness, size, FINE);
  for (let i = 0; i < smooth.length; i++) smooth[i] = (lightness[i]! - smooth[i]!) ** 2;
  const spread = mean(smooth, size, AROUND);
  for (let i = 0; i < spread.length; i++) spread[i] = Math.sqrt(spread[i]!);
  return spread;
}

const LEAST = { share: 0.1, pixels: 150 };
/** Grain grown so much, and to more than that, is seen; L*. */
const NOISIER = 1.6;
const NOISE = 0.9;
/** What is left of texture, and how much there has to have been; L*. */
const FLATTER = 0.6;
const TEXTURE = 0.5;
/** Smooth skin: less grain than this covers the steps of 8 bits; and tones pulled apart so far that they show. */
const SMOOTH = 0.25;
const PULLED_APART = 2.2;
const SLOPE = 0.05;

/** Grain raised, texture lost, and tones pulled apart in smooth skin, on areas with steps. The amounts are factors. */
export function grainWarnings({ region, labBefore, labAfter, areas, wholeStepped }: WarningScene): Warning[] {
  const size = { width: region.outWidth, height: region.outHeight };
  // What is done to the whole picture shows its grain in skin, and where a veil was taken off in dark hair.
  const looked = areas.filter(
    ({ stepped, part }) => stepped || (wholeStepped && (part === 'skin' || part === 'hair')),
  );
  if (looked.length === 0) return [];
  const fineBefore = fineness(labBefore.lightness, size);
  const fineAfter = fineness(labAfter.lightness, size);
  const [wideBefore, wideAfter] = [labBefore, labAfter].map(({ lightness }) => mean(lightness, size, AROUND));
  const slope = (plane: Float32Array, i: number) =>
    Math.hypot(
      plane[i + 1]! - plane[i - 1]!,
      (plane[i + size.width] ?? NaN) - (plane[i - size.width] ?? NaN),
    );
  return looked.flatMap(({ id, part, coverage, dyed }) => {
    const [noise, texture, banding] = [new Tally(region), new Tally(region), new Tally(region)];
    const { from, to } = coveredRange(coverage);
    for (let i = from; i < to; i++) {
      if (coverage[i]! < OWN) continue;
      const grown = fineAfter[i]! / Math.max(0.05, fineBefore[i]!);
      noise.look();
      if (grown > NOISIER && fineAfter[i]! > NOISE) noise.wrong(i, grown);
      if (isSkin(part) || part === 'hair') {
        texture.look();
        if (grown < FLATTER && fineBefore[i]! > TEXTURE) texture.wrong(i, 1 / Math.max(0.05, grown));
      }
      if (isSkin(part) && !dyed) {
        banding.look();
        const pulled = slope(wideAfter!, i) / Math.max(SLOPE, slope(wideBefore!, i));
        if (pulled > PULLED_APART && fineBefore[i]! < SMOOTH) banding.wrong(i, pulled);
      }
    }
    return [
      ...noise.warning('noise', id, LEAST),
      ...texture.warning('texture', id, LEAST),
      ...banding.warning('banding', id, LEAST),
    ];
  });
}

/** The edge of an area: neither in nor out; and what is in or out near it. */
const EDGE_FROM = 26;
const EDGE_TO = 230;
const BESIDE = 8;
/** Lightness by which an edge is changed beyond both of its sides, L*. */
const OVERSHOOT = 5;
const LEAST_HALO = { share: 0.12, pixels: 40 };

/** The mean change of what is meant near each pixel; NaN where nothing of it is near. @param isMeant by pixel */
function changeNear(change: Float32Array, size: Size, isMeant: (pixel: number) => boolean): Float32Array {
  const weights = new Float32Array(change.length);
  const weighted = new Float32Array(change.length);
  for (let i = 0; i < change.length; i++) {
    if (!isMeant(i)) continue;
    weights[i] = 1;
    weighted[i] = change[i]!;
  }
  const sums = mean(weighted, size, BESIDE);
  const shares = mean(weights, size, BESIDE);
  for (let i = 0; i < sums.length; i++) sums[i] = shares[i]! > 0 ? sums[i]! / shares[i]! : NaN;
  return sums;
}

/** A rim along an area's edge that is changed more, or otherwise, than what lies on either side of it. */
export function haloWarnings({ region, labBase, labAfter, areas }: WarningScene): Warning[] {
  const { outWidth: width, outHeight: height } = region;
  return areas
    .filter(({ stepped }) => stepped)
    .flatMap(({ id, coverage }) => {
      const tally = new Tally(region);
      // Rows that it covers, and what lies beside them.
      const { from, to } = coveredRange(coverage);
      const top = Math.max(0, Math.floor(from / width) - BESIDE);
      const rows = Math.min(height, Math.ceil(to / width) + BESIDE) - top;
      const [first, end] = [top * width, (top + rows) * width];
      const covered = coverage.subarray(first, end);
      const change = labAfter.lightness.slice(first, end);
      for (let i = 0; i < change.length; i++) change[i]! -= labBase.lightness[first + i]!;
      const size = { width, height: rows };
      const inside = changeNear(change, size, (i) => covered[i]! > EDGE_TO);
      const outside = changeNear(change, size, (i) => covered[i]! < EDGE_FROM);
      for (let i = 0; i < covered.length; i++) {
        if (covered[i]! < EDGE_FROM || covered[i]! > EDGE_TO) continue;
        const [p, q] = [inside[i]!, outside[i]!];
        if (Number.isNaN(p) || Number.isNaN(q)) continue;
        tally.look();
        const beyond = Math.max(change[i]! - Math.max(p, q), Math.min(p, q) - change[i]!);
        if (beyond > OVERSHOOT) tally.wrong(first + i, beyond);
      }
      return tally.warning('halo', id, LEAST_HALO);
    });
}
