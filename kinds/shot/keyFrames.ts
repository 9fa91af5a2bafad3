import { fingerprint } from '#core/document/fingerprint';
import type { Photo } from '#core/document/schema';
import { areasInUse } from '#core/render/areasInUse';
import { KINDS } from '#kinds/registry.gen';
import type { Following, FrameReach } from './followShot';
import { shotStem } from './numberedFrames';

/** A photo that is a frame of a shot: there a hand was at work. */
export type KeyFrame = Photo & { readonly frame: NonNullable<Photo['frame']> };

/** The key frames of a shot, in the order in which they are shown. */
export function keyFramesOf(photos: readonly Photo[], clip: string): readonly KeyFrame[] {
  return photos
    .filter((photo): photo is KeyFrame => photo.frame?.clip === clip)
    .toSorted((p, q) => p.frame.n - q.frame.n);
}

/** The frames to which a key frame is followed: up to its neighbours, or to the ends of the shot. */
export function reachOf(key: KeyFrame, keys: readonly KeyFrame[], count: number): FrameReach {
  const at = keys.indexOf(key);
  return {
    from: (keys[at - 1]?.frame.n ?? -1) + 1,
    to: (keys[at + 1]?.frame.n ?? count) - 1,
  };
}

/** Frames between two at which people are looked for anew: as what is exported wants it, and sooner done. */
export const FOLLOW_EVERY = { finer: 12, faster: 48 } as const;

/**
 * What is still to be followed from a key frame, and from where: up to the frames that are wanted, and on to the next
 * one at which people are looked for, so that no frame depends on how many were wanted.
 * @param all its reach
 * @param isDone whether a frame is followed
 * @returns undefined when nothing is left
 */
export function leftToFollow(
  n: number,
  { all, wanted, every }: { readonly all: FrameReach; readonly wanted: FrameReach; readonly every: number },
  isDone: (n: number) => boolean,
  states: NonNullable<Following['goOn']>,
): Required<Following> | undefined {
  const upTo = (frames: number) => every * Math.ceil(Math.max(0, frames) / every);
  const ends = {
    before: Math.max(all.from, n - upTo(n - wanted.from)),
    after: Math.min(all.to, n + upTo(wanted.to - n)),
  };
  const doneTo = (end: number): number => {
    const step = Math.sign(end - n);
    let at = n;
    while (isDone(at) && at !== end) at += step;
    return isDone(at) ? at : at - step;
  };
  const side = (which: 'before' | 'after') => {
    const end = ends[which];
    const done = doneTo(end);
    if (isDone(n) && done === end) return { end: n, state: undefined };
    const state = states[which];
    const isUsable = state && isDone(n) && Math.abs(done - n) >= Math.abs(state.n - n);
    return { end, state: isUsable ? state : undefined };
  };
  const [before, after] = [side('before'), side('after')];
  if (isDone(n) && before.end === n && after.end === n) return undefined;
  return {
    every,
    reach: { from: before.end, to: after.end },
    goOn: {
      ...(before.state && { before: before.state }),
      ...(after.state && { after: after.state }),
    },
  };
}

/** Which key frames a frame is followed from, and how much each counts, 0..1. */
export function keysAt(
  n: number,
  keys: readonly KeyFrame[],
): readonly { readonly key: KeyFrame; readonly weight: number }[] {
  const before = keys.findLast(({ frame }) => frame.n <= n);
  const after = keys.find(({ frame }) => frame.n > n);
  if (before?.frame.n === n || !after) return before ? [{ key: before, weight: 1 }] : [];
  if (!before) return [{ key: after, weight: 1 }];
  const share = (n - before.frame.n) / (after.frame.n - before.frame.n);
  return [
    { key: before, weight: 1 - share },
    { key: after, weight: share },
  ];
}

/** Names what is followed from a key frame: equal names, equal areas in all frames. */
export function followKey({ id, sitters, areas, readings }: KeyFrame): string {
  return fingerprint({ id, sitters, areas, readings });
}

/** The name of a frame as a file. @param clip the name of its clip @param n from 0 */
export function frameName(clip: string, n: number, ending = 'png'): string {
  return `${shotStem(clip)}-${String(n + 1).padStart(4, '0')}.${ending}`;
}

/** Names of the areas that steps of any key frame stand on. */
export function usedNames(keys: readonly KeyFrame[]): ReadonlySet<string> {
  return new Set(keys.flatMap((key) => areasInUse(key, KINDS).map(({ name }) => name)));
}
