import { Resolver } from '#core/render/resolver';
import type { TakenMeasures } from '#core/render/resolver';
import { KINDS } from '#kinds/registry.gen';
import type { FrameSide } from './between';
import { coverageBetween } from './coverageBetween';
import { handAsFollowed } from './followShot';
import type { FollowedShot, HandFrame, ShotFrame } from './followShot';
import { canMeasureAtKeys } from './stepChoices';

/**
 * What steps find on their key frame, its areas as they are in all frames.
 * @param ids of steps; those whose measures cannot hold elsewhere, or that are off, are left out
 */
export function keyMeasures<Frame extends ShotFrame>(
  shot: FollowedShot<Frame>,
  hand: HandFrame<Frame>,
  ids: readonly string[],
): ReadonlyMap<string, unknown> {
  if (ids.length === 0) return new Map();
  const { frame, photo, plates } = handAsFollowed(shot, hand);
  if (!photo) return new Map();
  const { pyramid } = frame;
  const resolver = new Resolver(pyramid, KINDS);
  const plan = resolver.plan(photo, coverageBetween(pyramid, photo, [{ photo, plates, weight: 1 }]));
  const held = plan.filter(({ id, kind }) => ids.includes(id) && canMeasureAtKeys(KINDS.adjusts.get(kind)!));
  return new Map(held.map(({ id, measures }) => [id, measures]));
}

/** What steps found on the key frames of a frame, each with its share, by the step's id. */
export function measuresBetween(sides: readonly FrameSide[]): TakenMeasures {
  const taken = new Map<string, { readonly measures: unknown; readonly share: number }[]>();
  for (const { measures, weight } of sides)
    for (const [id, found] of measures ?? [])
      if (weight > 0) taken.set(id, [...(taken.get(id) ?? []), { measures: found, share: weight }]);
  return taken;
}
