import { clampUnit } from '../math/clamp';
import { mapPlane } from '../raster/mapPlane';
import { columnsIn, rowIn } from '../raster/raster';
import type { Region } from '../raster/raster';
import { HEAD_CLASSES } from './classShares';
import type { HeadClass, HeadClasses } from './classShares';

/** A sitter's surroundings as they were divided, seen from that sitter alone. */
export interface DividedHead {
  readonly region: Region;
  readonly classes: HeadClasses;
  /** what the parser says, for places that colours left to nobody */
  readonly told: HeadClasses;
}

/** What a sitter claims of any place of people at least, 0..1. */
const LEAST_CLAIM = 0.02;
const OWN: readonly HeadClass[] = HEAD_CLASSES.filter((name) => name !== 'background' && name !== 'others');

/**
 * Parts sitters, of whom each was divided alone. What several claim goes to them by the squares of how sure colours
 * and parser are of each, so that no place belongs to more than one person; likewise what each takes for another's.
 * Changes their classes.
 */
export function partSitters(heads: readonly DividedHead[]): void {
  if (heads.length < 2) return;
  const views = heads.map(({ region, told, classes: { background, others } }) => ({
    region,
    claim: mapPlane(background, (share, i) => clampUnit(1 - share - others[i]!)),
    weight: mapPlane(
      background,
      (share, i) => (claimOf(share + others[i]!) * claimOf(told.background[i]! + told.others[i]!)) ** 2,
    ),
    others: others.slice(),
  }));
  for (const [n, { region, classes, told }] of heads.entries()) {
    const { claim, weight, others } = views[n]!;
    const rivals = views
      .toSpliced(n, 1)
      .map((view) => ({ ...view, columns: columnsIn(view.region, region) }));
    for (let row = 0, i = 0; row < region.outHeight; row++) {
      const beside = rivals
        .map((rival) => ({ ...rival, from: rowIn(rival.region, region, row) }))
        .filter(({ from }) => from >= 0);
      for (let column = 0; column < region.outWidth; column++, i++) {
        const own = Math.max(LEAST_CLAIM, claim[i]!);
        let sum = own;
        let weights = weight[i]!;
        let passedOn = 0;
        let isSeen = false;
        for (const rival of beside) {
          const across = rival.columns[column]!;
          if (across < 0) continue;
          const at = rival.from + across;
          isSeen = true;
          sum += rival.claim[at]!;
          weights += rival.weight[at]!;
          passedOn = Math.max(passedOn, rival.others[at]!);
        }
        const part = weight[i]! / weights;
        // What only nearness gives to others, who look at it and claim none of it, is passed on as well.
        const untold = isSeen ? others[i]! - told.others[i]! - told.background[i]! : 0;
        const unclaimed = Math.min(others[i]!, Math.max(passedOn, untold), 1 - sum);
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

/** What of a place is a sitter's own. */
function sumOf(classes: HeadClasses, i: number): number {
  return OWN.reduce((total, name) => total + classes[name][i]!, 0);
}

/** What is left for a sitter of a place, at least a little. */
function claimOf(notTheirs: number): number {
  return Math.max(LEAST_CLAIM, 1 - notTheirs);
}
