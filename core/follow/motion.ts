import type { PlaceMove } from '../document/carryByFace';
import { clamp } from '../math/clamp';
import { newField, readField } from '../raster/field';
import type { Field } from '../raster/field';
import type { Bounds, Region } from '../raster/raster';
import { acrossOf, downOf } from '../raster/raster';
import { flowBetween } from './flow';
import type { FlowFrame } from './flow';

/**
 * Where places of one frame lie in another: a field over the whole frame of shifts across and down, in pixels of the
 * frame, and how sure they are, 0..1.
 */
export type Motion = Field;

const CHANNELS = 3;
/** Places that come back so far from where they started, in pixels of the grid, are half as sure. */
const ASTRAY = 0.7;

/** Every place stays, and is sure to. @param region the whole frame, and the grid over it */
export function noMotion(region: Region): Motion {
  const motion = newField(region, CHANNELS);
  for (let i = 2; i < motion.data.length; i += CHANNELS) motion.data[i] = 1;
  return motion;
}

/**
 * The motion between two frames, both ways. A place is sure where the way there and back ends where it began: what
 * is hidden in one of them does not.
 * @param region the whole frame, with the grid of the frames' first level
 */
export function motionsBetween(
  here: FlowFrame,
  there: FlowFrame,
  region: Region,
): { readonly onward: Motion; readonly back: Motion } {
  const [onward, back] = [
    motionOf(flowBetween(here, there), region),
    motionOf(flowBetween(there, here), region),
  ];
  judge(onward, back);
  judge(back, onward);
  return { onward, back };
}

function motionOf(flow: Float32Array, region: Region): Motion {
  const motion = newField(region, CHANNELS);
  const across = region.width / region.outWidth;
  const down = region.height / region.outHeight;
  for (let i = 0, o = 0; i < flow.length; i += 2, o += CHANNELS) {
    motion.data[o] = across * flow[i]!;
    motion.data[o + 1] = down * flow[i + 1]!;
  }
  return motion;
}

/** Writes how sure a motion is, by the shifts of the way back. */
function judge(motion: Motion, back: Motion): void {
  const { data, region } = motion;
  const unit = (ASTRAY * region.width) / region.outWidth;
  const other = new Float32Array(CHANNELS);
  eachPlace(region, (x, y, i) => {
    const toX = x + data[i]!;
    const toY = y + data[i + 1]!;
    readField(back, toX, toY, other);
    const off = Math.hypot(data[i]! + other[0]!, data[i + 1]! + other[1]!) / unit;
    data[i + 2] = isWithin(region, toX, toY) ? 1 / (1 + off * off) : 0;
  });
}

function isWithin({ x: left, y: top, width, height }: Region, x: number, y: number): boolean {
  return x >= left && y >= top && x <= left + width && y <= top + height;
}

function eachPlace(region: Region, take: (x: number, y: number, at: number) => void): void {
  const [stepX, stepY] = [region.width / region.outWidth, region.height / region.outHeight];
  for (let row = 0, i = 0; row < region.outHeight; row++)
    for (let column = 0; column < region.outWidth; column++, i += CHANNELS)
      take(region.x + (column + 0.5) * stepX, region.y + (row + 0.5) * stepY, i);
}

/** One motion after another; as sure as both are. */
export function joinMotions(first: Motion, second: Motion): Motion {
  const joined = newField(first.region, CHANNELS);
  const next = new Float32Array(CHANNELS);
  const { data } = first;
  eachPlace(first.region, (x, y, i) => {
    readField(second, x + data[i]!, y + data[i + 1]!, next);
    joined.data[i] = data[i]! + next[0]!;
    joined.data[i + 1] = data[i + 1]! + next[1]!;
    joined.data[i + 2] = data[i + 2]! * next[2]!;
  });
  return joined;
}

/** Whether nothing moves and all of it is sure. */
export function isStill({ data }: Motion): boolean {
  for (let i = 0; i < data.length; i += CHANNELS)
    if (data[i] !== 0 || data[i + 1] !== 0 || data[i + 2] !== 1) return false;
  return true;
}

/** How sure a motion is over the whole frame, 0..1. */
export function meanSure({ data }: Motion): number {
  let sum = 0;
  for (let i = 2; i < data.length; i += CHANNELS) sum += data[i]!;
  return (CHANNELS * sum) / data.length;
}

/**
 * A move of what was drawn: each place goes with the motion, lengths as those do between the places of a box.
 * @param within what is drawn lies about there, pixels of the frame
 */
export function moveByMotion(motion: Motion, within: Bounds): PlaceMove {
  const shift = new Float32Array(CHANNELS);
  return {
    scale: stretchOf(motion, within),
    place: (x, y) => {
      readField(motion, x, y, shift);
      return [x + shift[0]!, y + shift[1]!];
    },
  };
}

/** Places across and down the box by which its stretch is told. */
const SAMPLES = 12;

/**
 * How lengths within a box change, by the similarity that fits best.
 * @see Umeyama 1991, "Least-squares estimation of transformation parameters between two point patterns", in the plane
 */
function stretchOf(motion: Motion, { left, top, right, bottom }: Bounds): number {
  const { region } = motion;
  const across = acrossOf(region);
  const down = downOf(region);
  const at = (from: number, to: number, n: number) => from + ((n + 0.5) / SAMPLES) * (to - from);
  const shift = new Float32Array(CHANNELS);
  const pairs: (readonly [x: number, y: number, toX: number, toY: number, sure: number])[] = [];
  for (let n = 0; n < SAMPLES * SAMPLES; n++) {
    const x = clamp(at(left, right, n % SAMPLES), across.start, across.start + across.length);
    const y = clamp(at(top, bottom, Math.floor(n / SAMPLES)), down.start, down.start + down.length);
    readField(motion, x, y, shift);
    pairs.push([x, y, x + shift[0]!, y + shift[1]!, shift[2]! + 1e-6]);
  }
  const sum = (of: (pair: (typeof pairs)[number]) => number) =>
    pairs.reduce((total, pair) => total + pair[4] * of(pair), 0);
  const all = sum(() => 1);
  const [x, y, toX, toY] = [0, 1, 2, 3].map((n) => sum((pair) => pair[n]!) / all) as [
    number,
    number,
    number,
    number,
  ];
  const own = sum((pair) => (pair[0] - x) ** 2 + (pair[1] - y) ** 2);
  const along = sum((pair) => (pair[0] - x) * (pair[2] - toX) + (pair[1] - y) * (pair[3] - toY));
  const turned = sum((pair) => (pair[0] - x) * (pair[3] - toY) - (pair[1] - y) * (pair[2] - toX));
  return own > 0 ? Math.hypot(along, turned) / own : 1;
}
