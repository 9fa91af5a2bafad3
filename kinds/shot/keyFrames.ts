import { fingerprint } from '#core/document/fingerprint';
import type { Photo } from '#core/document/schema';
import { areasInUse } from '#core/render/areasInUse';
import { KINDS } from '#kinds/registry.gen';
import type { FrameReach } from './followShot';
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
