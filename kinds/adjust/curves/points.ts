import type { Triple } from '#core/colour/triple';
import { codesOfLinear } from './codes';
import { NEUTRAL } from './schema';
import type { CurvesParameters } from './schema';

/** The channels that have a curve each. */
export const CHANNELS = ['red', 'green', 'blue'] as const;
export type Channel = (typeof CHANNELS)[number];

/** A point of a curve, 8-bit codes; pairs are named, points set by hand are not. */
export interface CurvePoint {
  readonly x: number;
  readonly y: number;
  readonly pair: number | undefined;
}

/** Points nearer than this, in codes, crease a curve; so does a stretch steeper than this. */
const NEAR = 10;
const STEEP = 4;
const ENDS = 0.5;

/**
 * The points of one channel between black and white, from dark to light; of those at one place the last one
 * counts.
 */
export function curvePoints({ pairs, points }: CurvesParameters, channel: Channel): CurvePoint[] {
  const c = CHANNELS.indexOf(channel);
  const byPlace = new Map<number, CurvePoint>();
  for (const [x, y] of points[channel]) byPlace.set(x, { x, y, pair: undefined });
  pairs.forEach(({ from, to }, pair) => byPlace.set(from[c]!, { x: from[c]!, y: to[c]!, pair }));
  return [...byPlace.values()].sort((p, q) => p.x - q.x);
}

/** Two points that crease the curve, or contradict each other, as indices of `curvePoints`. */
export interface Crease {
  readonly channel: Channel;
  readonly first: CurvePoint;
  readonly second: CurvePoint;
  /** the lighter one is to become the darker one: no rising curve meets both */
  readonly contradicts: boolean;
}

/** Every pair of neighbouring points that a smooth curve cannot meet well. */
export function findCreases(parameters: CurvesParameters): Crease[] {
  return CHANNELS.flatMap((channel) => {
    const points = curvePoints(parameters, channel);
    return points.slice(1).flatMap((second, i): Crease[] => {
      const first = points[i]!;
      const across = second.x - first.x;
      const contradicts = second.y < first.y;
      const steep = Math.abs(second.y - first.y - across) > ENDS && (second.y - first.y) / across > STEEP;
      return contradicts || (across < NEAR && Math.abs(second.y - first.y - across) > 2 * ENDS) || steep
        ? [{ channel, first, second, contradicts }]
        : [];
    });
  });
}

/** The two points of a crease become one between them, in every channel where both come from pairs. */
export function joinCrease(
  parameters: CurvesParameters,
  { channel, first, second }: Crease,
): CurvesParameters {
  const middle = (p: number, q: number) => Math.round((p + q) * 5) / 10;
  if (first.pair !== undefined && second.pair !== undefined) {
    const p = parameters.pairs[first.pair]!;
    const q = parameters.pairs[second.pair]!;
    const mix = (a: readonly number[], b: readonly number[]) =>
      a.map((value, c) => middle(value, b[c]!)) as [number, number, number];
    const joined = {
      name: `${p.name} and ${q.name}`.slice(0, 40),
      from: mix(p.from, q.from),
      to: mix(p.to, q.to),
    };
    return {
      ...parameters,
      pairs: parameters.pairs.flatMap((pair, i) => {
        if (i === Math.min(first.pair!, second.pair!)) return [joined];
        return i === first.pair || i === second.pair ? [] : [pair];
      }),
    };
  }
  // A point by hand gives way to a pair; two by hand meet in the middle.
  const others = parameters.points[channel].filter(
    ([x]) => !(x === first.x && first.pair === undefined) && !(x === second.x && second.pair === undefined),
  );
  const met: [number, number][] =
    first.pair === undefined && second.pair === undefined
      ? [[middle(first.x, second.x), middle(first.y, second.y)]]
      : [];
  return { ...parameters, points: { ...parameters.points, [channel]: [...others, ...met] } };
}

/**
 * Curves through pairs of linear colours, none of them so near to another that they crease.
 * @param pairs what is read and what it is to be, linear sRGB
 */
export function curvesThrough(
  pairs: readonly { readonly name: string; readonly from: Triple; readonly to: Triple }[],
): CurvesParameters {
  let curves: CurvesParameters = {
    ...NEUTRAL,
    pairs: pairs.map(({ name, from, to }) => ({ name, from: codesOfLinear(from), to: codesOfLinear(to) })),
  };
  for (let [crease] = findCreases(curves); crease; [crease] = findCreases(curves))
    curves = joinCrease(curves, crease);
  return curves;
}
