import { clampUnit } from '../math/clamp';
import { smoothstep } from '../math/smoothstep';
import { mapPlane } from '../raster/mapPlane';
import { columnsIn, pixelCentre, rowIn } from '../raster/raster';
import type { Region } from '../raster/raster';
import { HEAD_CLASSES } from './classShares';
import type { HeadClass, HeadClasses } from './classShares';
import { imageToFace } from './faceFrame';
import type { FaceFrame } from './faceFrame';
import type { LandmarkPoint } from './faceLandmarks';
import { BODY_FROM, HEAD_FAR, HEAD_FIRST, HEAD_NEAR } from './headParameters';
import { headDistance } from './nearness';

/** A sitter's surroundings as they were divided, seen from that sitter alone. */
export interface DividedHead {
  readonly region: Region;
  readonly frame: FaceFrame;
  readonly classes: HeadClasses;
  /** what the parser says, for places that colours left to nobody */
  readonly told: HeadClasses;
}

/** What a sitter claims of any place of people at least, 0..1. */
const LEAST_CLAIM = 0.02;
const OWN: readonly HeadClass[] = HEAD_CLASSES.filter((name) => name !== 'background' && name !== 'others');

/**
 * Parts sitters, of whom each was divided alone. What several claim goes to them by the squares of how sure colours
 * and parser are of each, heads before bodies, so that no place belongs to more than one person; likewise what each
 * takes for another's.
 * Changes their classes.
 */
export function partSitters(heads: readonly DividedHead[]): void {
  if (heads.length < 2) return;
  const views = heads.map((head) => ({
    region: head.region,
    claim: mapPlane(head.classes.background, (share, i) => clampUnit(1 - share - head.classes.others[i]!)),
    weight: weightsOf(head),
    others: head.classes.others.slice(),
  }));
  for (const [n, { region, classes, told }] of heads.entries()) {
    const { claim, weight, others } = views[n]!;
    const rivals = views
      .toSpliced(n, 1)
      .map((view) => ({ ...view, columns: columnsIn(view.region, region) }));
    const claimed = rivalClaims(region.outWidth);
    for (let row = 0, i = 0; row < region.outHeight; row++) {
      clear(claimed);
      for (const rival of rivals) addRival(rival, rowIn(rival.region, region, row), claimed);
      for (let column = 0; column < region.outWidth; column++, i++) {
        if (claimed.seen[column] === 0) continue;
        const own = Math.max(LEAST_CLAIM, claim[i]!);
        const sum = own + claimed.sum[column]!;
        const part = weight[i]! / (weight[i]! + claimed.weights[column]!);
        // What only nearness gives to others, who look at it and claim none of it, is passed on as well.
        const untold = others[i]! - told.others[i]! - told.background[i]!;
        const unclaimed = Math.min(others[i]!, Math.max(claimed.passedOn[column]!, untold), 1 - sum);
        const kept = sum > 1 ? Math.min(own, part) : own + part * Math.max(0, unclaimed);
        if (kept === own) continue;
        // What hardly shows in the classes is divided as the parser divides it.
        const isTold = claim[i]! <= LEAST_CLAIM && sumOf(told, i) > 0;
        const from = isTold ? told : classes;
        const sumOfOwn = sumOf(from, i);
        if (sumOfOwn === 0) continue;
        for (const name of OWN) classes[name][i] = (from[name][i]! * kept) / sumOfOwn;
        classes.others[i] = Math.max(0, others[i]! + claim[i]! - kept);
      }
    }
  }
}

/**
 * How much a sitter's word counts, place by place: the square of how sure colours and parser are of them. Who shows a
 * face stands before those whose bodies are about it, so near their own head their word counts for more.
 */
function weightsOf({ region, frame, classes, told }: DividedHead): Float32Array {
  const { outWidth: width } = region;
  return mapPlane(classes.background, (share, i) => {
    const sure = claimOf(share + classes.others[i]!) * claimOf(told.background[i]! + told.others[i]!);
    const near = besideHead(frame, pixelCentre(region, i % width, Math.floor(i / width)));
    return (sure * (1 + HEAD_FIRST * near)) ** 2;
  });
}

/** How far a place is beside a sitter's head, 0..1: below the chin it is beside the body. */
function besideHead(frame: FaceFrame, point: LandmarkPoint): number {
  const [, v] = imageToFace(frame, point);
  const below = smoothstep((v - frame.chin[1]) / BODY_FROM);
  if (below === 1) return 0;
  const far = smoothstep((headDistance(frame, point) - HEAD_NEAR) / (HEAD_FAR - HEAD_NEAR));
  return 1 - Math.max(far, below);
}

/** What all rivals say of the places of a row. */
interface RivalClaims {
  readonly sum: Float64Array;
  readonly weights: Float64Array;
  /** the most that one of them takes for another's */
  readonly passedOn: Float64Array;
  /** whether one of them looks at it */
  readonly seen: Uint8Array;
}

function rivalClaims(columns: number): RivalClaims {
  const plane = () => new Float64Array(columns);
  return { sum: plane(), weights: plane(), passedOn: plane(), seen: new Uint8Array(columns) };
}

function clear({ sum, weights, passedOn, seen }: RivalClaims): void {
  for (const plane of [sum, weights, passedOn, seen]) plane.fill(0);
}

/** Adds one rival: a loop for each, as one over all of them at every place takes many times as long. */
function addRival(
  {
    claim,
    weight,
    others,
    columns,
  }: {
    readonly claim: Float32Array;
    readonly weight: Float32Array;
    readonly others: Float32Array;
    /** in which of its columns each place lies, below 0 beyond them */
    readonly columns: Int32Array;
  },
  from: number,
  { sum, weights, passedOn, seen }: RivalClaims,
): void {
  if (from < 0) return;
  for (let column = 0; column < columns.length; column++) {
    if (columns[column]! < 0) continue;
    const at = from + columns[column]!;
    seen[column] = 1;
    sum[column]! += claim[at]!;
    weights[column]! += weight[at]!;
    passedOn[column] = Math.max(passedOn[column]!, others[at]!);
  }
}

/** What of a place is a sitter's own. */
function sumOf(classes: HeadClasses, i: number): number {
  return OWN.reduce((total, name) => total + classes[name][i]!, 0);
}

/** What is left for a sitter of a place, at least a little. */
function claimOf(notTheirs: number): number {
  return Math.max(LEAST_CLAIM, 1 - notTheirs);
}
