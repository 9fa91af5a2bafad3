import { clamp } from '#core/math/clamp';
import { hsvSaturationOfSrgbLinear } from '#core/colour/hueSolve';
import type { Rung } from '#core/document/schema';
import type { Corridor } from '#core/measure/corridor';
import { LADDER_ROWS } from '#core/measure/ladder';
import type { Ladder, LadderRung } from '#core/measure/ladder';
import { ladderSpread } from '#core/measure/ladderSpread';
import { ladderX, ladderY, spreadPlaces } from './ladderScale';
import type { LadderQuantity, LadderScale } from './ladderScale';

/** A rung with the places of its mark, its label and its target on the drawing. */
export interface RungPlace extends LadderRung {
  /** HSV hue in degrees, or HSV saturation in percent */
  readonly now: number;
  readonly target: number | undefined;
  /** what its label says: the target, or what the plan makes of it while there is none */
  readonly shown: number;
  readonly y: number;
  readonly labelY: number;
  readonly nowX: number;
  readonly targetX: number;
}

/** The grain's width: its middle and the half width before and after evening, CSS pixels. */
export interface GrainPlace {
  readonly middle: number;
  readonly full: number;
  readonly half: number;
}

const LABEL_GAP = 22;
/** Labels stay within the frame, CSS pixels. */
const LABEL_HALF = 24;
/** The grain's width is so many spreads to each side of the trend. */
const GRAIN_SPREADS = 2;
const LEAST_GRAIN_PIXELS = 3;
const LIGHTNESS_STEP = 100 / LADDER_ROWS;

/** What a rung shows of a quantity; undefined where it is grey. */
export function ladderNumber(
  { hsvHueDegrees, srgbLinear }: LadderRung,
  quantity: LadderQuantity,
): number | undefined {
  if (hsvHueDegrees === undefined || quantity === 'hue') return hsvHueDegrees;
  return 100 * hsvSaturationOfSrgbLinear(srgbLinear);
}

/** How a quantity is spread over the lightness of a part. */
export function ladderShares(ladder: Ladder, quantity: LadderQuantity) {
  return quantity === 'hue' ? ladder : ladder.saturation;
}

/** The lightness that the part holds, L*. */
export function ladderLightness({ trend }: Pick<Ladder, 'trend'>): readonly [number, number] {
  const rows = [...trend.keys()].filter((row) => !Number.isNaN(trend[row]!));
  return rows.length > 0 ? [rows[0]! * LIGHTNESS_STEP, (rows.at(-1)! + 1) * LIGHTNESS_STEP] : [20, 80];
}

/** Rungs that have the quantity, their labels no nearer than they can be read. */
export function rungPlaces(
  { before, after }: { readonly before: Ladder; readonly after: Ladder },
  scale: LadderScale,
  targets: Readonly<Record<Rung, number | null>> | undefined,
): RungPlace[] {
  const coloured = before.rungs.flatMap((rung) => {
    const now = ladderNumber(rung, scale.quantity);
    return now === undefined ? [] : [{ ...rung, now }];
  });
  const heights = coloured.map(({ lightness }) => ladderY(scale, lightness));
  const labels = spreadPlaces(heights, LABEL_GAP);
  return coloured.map((rung, place) => {
    const target = targets?.[rung.rung] ?? undefined;
    const result = after.rungs.find((entry) => entry.rung === rung.rung);
    const shown = target ?? (result && ladderNumber(result, scale.quantity)) ?? rung.now;
    return {
      ...rung,
      target,
      shown,
      y: heights[place]!,
      labelY: labels[place]!,
      nowX: ladderX(scale, rung.now),
      targetX: clamp(ladderX(scale, shown), LABEL_HALF, scale.width - LABEL_HALF),
    };
  });
}

/**
 * Both edges of the corridor and the field between them, as SVG paths; undefined where no rung has a place.
 */
export function corridorPaths(corridor: Corridor, scale: LadderScale, rungs: readonly RungPlace[]) {
  const places = rungs.toSorted((p, q) => p.y - q.y);
  if (places.length === 0) return undefined;
  const edge = (side: 'from' | 'to') => {
    const points = places.map(({ rung, y }) => [ladderX(scale, corridor[rung][side]), y] as const);
    return [[points[0]![0], 0], ...points, [points.at(-1)![0], scale.height]] as const;
  };
  const line = (points: readonly (readonly [number, number])[]) =>
    points.map((point) => point.join(' ')).join('L');
  return {
    from: `M${line(edge('from'))}`,
    to: `M${line(edge('to'))}`,
    field: `M${line(edge('from'))}L${line(edge('to').toReversed())}Z`,
  };
}

/** The trend as an SVG path, broken where the part holds nothing and where hue goes once round. */
export function trendPath(ladder: Ladder, scale: LadderScale): string {
  let path = '';
  let before: number | undefined;
  ladderShares(ladder, scale.quantity).trend.forEach((value, row) => {
    const x = Number.isNaN(value) ? undefined : ladderX(scale, value);
    // A hue that goes on beyond the one opposite comes in again on the other side.
    const goesOn = x !== undefined && before !== undefined && Math.abs(x - before) < scale.width / 2;
    if (x !== undefined) path += `${goesOn ? 'L' : 'M'}${x} ${ladderY(scale, (row + 0.5) * LIGHTNESS_STEP)}`;
    before = x;
  });
  return path;
}

/**
 * Twice the spread to each side of the trend, less what is evened.
 * @param evenness 0..1
 * @returns undefined where it is too narrow to be taken hold of
 */
export function grainPlace(
  ladder: Ladder,
  scale: LadderScale,
  rungs: readonly RungPlace[],
  evenness: number,
): GrainPlace | undefined {
  const middle = rungs.find(({ rung }) => rung === 'middle') ?? rungs[0];
  const full = (scale.width * GRAIN_SPREADS * ladderSpread(ladder)[scale.quantity]) / (2 * scale.reach);
  return middle && full > LEAST_GRAIN_PIXELS
    ? { middle: middle.nowX, full, half: full * (1 - evenness) }
    : undefined;
}
