import { defineStore } from 'pinia';
import { fingerprint } from '#core/document/fingerprint';
import { clamp } from '#core/math/clamp';
import { followWords, noteRuns } from '#kinds/shot/followWords';
import { followKey, keyFramesOf, keysAt, reachOf, usedNames } from '#kinds/shot/keyFrames';
import type { KeyFrame, FOLLOW_EVERY } from '#kinds/shot/keyFrames';
import type { FollowNote, FrameReach } from '#kinds/shot/followShot';
import type { ShotFacts } from '#workers/client';
import { computed, ref, shallowRef, triggerRef } from 'vue';
import type { FollowedFacts } from '../storage/shotStorage';
import { useBench } from './bench';
import { useSitting } from './sitting';

/** How far a frame is: a key frame, drawn with its plan, followed, or as it was shot. */
export type FrameState = 'key' | 'drawn' | 'followed' | 'open';

/** The shot that the photo in use is a frame of: its key frames, what was followed, and which frame is looked at. */
export const useShot = defineStore('shot', () => {
  const sitting = useSitting();
  const bench = useBench();
  const facts = shallowRef<ShotFacts>();
  /** the frame that is looked at, from 0 */
  const at = ref(0);
  const playing = ref(false);
  /** whether frames that come too late are left out, or none is */
  const pace = ref<'at speed' | 'every frame'>('at speed');
  /** the frame whose picture is seen */
  const seen = ref<number>();
  /** 0..1 while frames are followed and drawn, and what is done */
  const progress = shallowRef<{ readonly does: string; readonly share: number }>();
  const exporting = ref(false);
  /** how often people are looked for; finer is what is exported */
  const way = ref<keyof typeof FOLLOW_EVERY>('finer');
  /** what is played and exported; all where nothing is said */
  const range = shallowRef<FrameReach>();
  const followed = shallowRef(new Map<string, FollowedFacts>());
  const pictures = shallowRef(new Map<number, { readonly as: string; readonly address: string }>());

  const photos = computed(() => sitting.document?.photos ?? []);
  const place = computed(() => photos.value.find(({ id }) => id === bench.photoId)?.frame ?? undefined);
  const clip = computed(() => place.value?.clip);
  const count = computed(() => facts.value?.times.length ?? 0);
  const last = computed(() => Math.max(0, count.value - 1));
  const keys = computed(() => (clip.value ? keyFramesOf(photos.value, clip.value) : []));
  const names = computed(
    () =>
      new Map(
        keys.value.map((key) => [
          key.id,
          { areas: followKey(key), plan: fingerprint([key.plan, key.frame]) },
        ]),
      ),
  );

  const nameOf = (n: number, key: string) => `${key} ${n}`;
  /** As what a key frame's areas are followed. */
  const followedAs = (key: KeyFrame, isFiner = way.value === 'finer') =>
    `${names.value.get(key.id)?.areas}${isFiner ? '' : ' faster'}`;
  /** What was followed to a frame from a key frame, so fine at least; undefined when that was another state of it. */
  function followedFrom(
    key: KeyFrame,
    n: number,
    isFiner = way.value === 'finer',
  ): FollowedFacts | undefined {
    const known = followed.value.get(nameOf(n, key.id));
    const isEnough =
      known?.as === followedAs(key, true) || (!isFiner && known?.as === followedAs(key, false));
    return isEnough ? known : undefined;
  }
  /** From where a frame was followed, and how much each counts; beyond a cut the other one counts alone. */
  function sidesOf(n: number): readonly { readonly key: KeyFrame; readonly weight: number }[] {
    const there = keysAt(n, keys.value).filter(({ key }) => followedFrom(key, n)?.isCut === false);
    const sum = there.reduce((total, { weight }) => total + weight, 0);
    return there.map(({ key, weight }) => ({ key, weight: weight / sum }));
  }
  /** Whether all that a frame wants is followed. */
  const isFollowed = (n: number, isFiner = way.value === 'finer') =>
    keysAt(n, keys.value).every(({ key }) => followedFrom(key, n, isFiner) !== undefined);
  /** Names what a frame shows: equal names, equal pictures. */
  function pictureKey(n: number): string {
    return sidesOf(n)
      .map(({ key, weight }) => {
        const { plan } = names.value.get(key.id)!;
        return `${followedFrom(key, n)?.as} ${plan} ${weight.toFixed(4)}`;
      })
      .join('; ');
  }
  function stateOf(n: number): FrameState {
    if (!isFollowed(n)) return keys.value.some(({ frame }) => frame.n === n) ? 'key' : 'open';
    if (pictures.value.get(n)?.as === pictureKey(n)) return 'drawn';
    return 'followed';
  }
  const states = computed(() => Array.from({ length: count.value }, (_, n) => stateOf(n)));
  /** What is played and exported. */
  const played = computed(() => ({
    from: Math.min(range.value?.from ?? 0, last.value),
    to: Math.min(range.value?.to ?? last.value, last.value),
  }));
  const used = computed(() => usedNames(keys.value));
  /** Where no step stands on any area, all of them may be of use. */
  const isOfUse = ({ is, what }: FollowNote) =>
    is === 'cut' || is === 'not-found' || used.value.size === 0 || used.value.has(what);
  /** Frames that are worth a look, in runs, with the reason. */
  const notes = computed(() => {
    const current = keys.value.flatMap((key) => {
      const { from, to } = reachOf(key, keys.value, count.value);
      return Array.from({ length: Math.max(0, to - from + 1) }, (_, i) => followedFrom(key, from + i));
    });
    return noteRuns(current.flatMap((entry) => entry?.notes.filter(isOfUse) ?? [])).map((run) => ({
      ...run,
      words: followWords(run, 1),
    }));
  });

  function put(entry: FollowedFacts): void {
    followed.value.set(nameOf(entry.n, entry.key), entry);
    triggerRef(followed);
  }
  function putPicture(n: number, as: string, picture: Blob): void {
    const old = pictures.value.get(n);
    if (old) URL.revokeObjectURL(old.address);
    pictures.value.set(n, { as, address: URL.createObjectURL(picture) });
    triggerRef(pictures);
  }
  /** Forgets a shot that is left. */
  function clear(): void {
    for (const { address } of pictures.value.values()) URL.revokeObjectURL(address);
    pictures.value = new Map();
    followed.value = new Map();
    facts.value = undefined;
    range.value = undefined;
    playing.value = false;
    progress.value = undefined;
  }

  /** Takes a key frame in hand; the part and the step that are worked on stay so where it has them too. */
  function takeKey(id: string): void {
    const { areaId, stepId, sitterId } = bench;
    const key = photos.value.find((photo) => photo.id === id);
    bench.choosePhoto(id);
    if (key?.sitters.some((sitter) => sitter.id === sitterId)) bench.sitterId = sitterId;
    if (key?.areas.some((area) => area.id === areaId)) bench.areaId = areaId;
    if (key?.plan.some((step) => step.id === stepId)) bench.stepId = stepId;
  }

  /** Looks at a frame. */
  function goTo(n: number): void {
    at.value = clamp(Math.round(n), 0, last.value);
  }
  /** Plays and exports from the frame that is looked at, or up to it; an end beyond it gives way. */
  function setRange(side: 'from' | 'to'): void {
    const { from, to } = played.value;
    range.value =
      side === 'from'
        ? { from: at.value, to: Math.max(to, at.value) }
        : { from: Math.min(from, at.value), to: at.value };
  }
  /** Looks at the next frame that is worth it; round from the last to the first. */
  function nextNote(): void {
    const starts = notes.value.map(({ from }) => from).toSorted((p, q) => p - q);
    const next = starts.find((n) => n > at.value) ?? starts[0];
    if (next !== undefined) goTo(next);
  }

  return {
    facts,
    at,
    playing,
    pace,
    seen,
    progress,
    exporting,
    way,
    range,
    played,
    pictures,
    place,
    clip,
    count,
    keys,
    names,
    states,
    notes,
    followedAs,
    followedFrom,
    sidesOf,
    isFollowed,
    pictureKey,
    put,
    putPicture,
    clear,
    takeKey,
    goTo,
    setRange,
    nextNote,
  };
});
