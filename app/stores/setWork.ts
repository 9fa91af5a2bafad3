import { defineStore } from 'pinia';
import { computed, ref, shallowRef, toRaw, watch } from 'vue';
import { workKey } from '#core/document/photoState';
import { changePhoto } from '#core/document/commands';
import type { Photo, Sitting } from '#core/document/schema';
import { CancelledError } from '#core/errors';
import { clamp } from '#core/math/clamp';
import type { PartNumbers } from '#core/render/photoNumbers';
import type { CarriedPlan } from '#kinds/set/carryPlan';
import { carryWords } from '#kinds/set/carryWords';
import { evenSet, withoutEvening } from '#kinds/set/evenSet';
import { evenWords } from '#kinds/set/evenWords';
import { SetWorkers } from '#workers/client';
import {
  carryInSet,
  carryTo,
  checkInSet,
  findInSet,
  measureInSet,
  mendInSet,
  presetInSet,
} from '../composables/setSteps';
import type { CarryWays, SetHand } from '../composables/setSteps';
import { passThrough } from '../composables/setPass';
import { SET_WORDS } from '../composables/setWords';
import { sayError } from '../composables/sayError';
import { database } from '../storage/database';
import { loadPlate } from '../storage/plateStorage';
import { presetNamed } from '../storage/presetStorage';
import { keepSetWork, readSetWork } from '../storage/setWorkStorage';
import type { SetTask, SetWork } from '../storage/setWorkStorage';
import { useNotices } from './notices';
import { useProgress } from './progress';
import { useSitting } from './sitting';

/** Something to be known of a photo after a run. */
export interface SetNote {
  readonly photoId: string;
  readonly words: string;
}

/** What a run is called in the history, and its own name. */
type RunName = Record<'label' | 'run', string>;
/** A photo as it was, with what is carried to it, and how it is carried again. */
interface CarriedPhoto {
  readonly from: Photo;
  readonly to: CarriedPlan;
  readonly ways: CarryWays;
}

const MOST_LANES = 3;

/**
 * Runs through many photos beside the one that is looked at: finds, mends, carries over, evens and measures. One run
 * at a time; it pauses, stops, and goes on after the page was closed.
 */
export const useSetWork = defineStore('setWork', () => {
  const sitting = useSitting();
  const progress = useProgress();
  const notices = useNotices();
  /** what is being done or can be gone on with */
  const work = shallowRef<SetWork>();
  const running = ref(false);
  const paused = ref(false);
  /** of the pass: photos done, of how many, and shares of those in hand by photo */
  const passed = ref(0);
  const ofPass = ref(0);
  const shares = shallowRef<ReadonlyMap<string, number>>(new Map());
  /** photos that are worked on first, because they are seen */
  const preferred = shallowRef<readonly string[]>([]);
  const notes = shallowRef<readonly SetNote[]>([]);
  let stop = new AbortController();
  let sittingId: string | undefined;

  const share = computed(() => {
    const inHand = [...shares.value.values()].reduce((sum, value) => sum + value, 0);
    return ofPass.value === 0 ? 0 : clamp((passed.value + inHand) / ofPass.value, 0, 1);
  });

  /** What an earlier page left undone waits until it is gone on with. */
  async function open(id: string): Promise<void> {
    sittingId = id;
    notes.value = [];
    const left = await readSetWork(database(), id).catch(() => undefined);
    // What is measured is measured anew when it is asked for.
    work.value = left?.task.is === 'measure' ? undefined : left;
  }

  /** Ends with the sitting; what is not done can be gone on with. */
  function close(): void {
    sittingId = undefined;
    work.value = undefined;
    stop.abort();
  }

  async function start(task: SetTask, photoIds: readonly string[]): Promise<void> {
    if (running.value) return notices.say('Something is done to the set already. Wait for it, or stop it.');
    if (!sitting.writable) return notices.say('This sitting is worked on in another tab.');
    const run = crypto.randomUUID();
    await keep({ run, task, photoIds: [...photoIds], done: [] });
    return goOn();
  }

  async function keep(next: SetWork | undefined): Promise<void> {
    work.value = next;
    if (sittingId !== undefined) await keepSetWork(database(), sittingId, next);
  }

  async function goOn(): Promise<void> {
    const now = work.value;
    if (!now || running.value) return;
    running.value = true;
    paused.value = false;
    notes.value = [];
    stop = new AbortController();
    const count = clamp(Math.floor((navigator.hardwareConcurrency || 2) / 2), 1, MOST_LANES);
    const lanes = Array.from({ length: count }, () => new SetWorkers(loadPlate));
    const end = () => lanes.forEach((lane) => lane.dispose());
    stop.signal.addEventListener('abort', end, { once: true });
    try {
      await doWork(now, lanes);
      await keep(undefined);
      if (now.task.is !== 'measure') sayDone(now);
    } catch (error) {
      if (stop.signal.aborted) {
        if (sittingId !== undefined) notices.say('Stopped. What was done stays; undo takes it back.');
      } else {
        await keep(undefined);
        notices.problem(error);
      }
    } finally {
      end();
      running.value = false;
      shares.value = new Map();
    }
  }

  async function doWork({ task, photoIds, run }: SetWork, lanes: readonly SetWorkers[]): Promise<void> {
    const carried = new Map<string, CarriedPhoto>();
    const measured = new Map<string, readonly PartNumbers[]>();
    const name = { label: SET_WORDS[task.is].label, run };
    const ticked = (id: string) => keep(work.value && { ...work.value, done: [...work.value.done, id] });
    const preset = task.is === 'preset' ? await presetNamed(task.presetId) : undefined;
    if (task.is === 'preset' && !preset)
      return refuse('This preset is not there any more. Choose another one.');
    const needsFinding = (photo: Photo) => task.is !== 'measure' && photo.areas.length === 0;
    const isDone = (photo: Photo) => work.value?.done.includes(photo.id) ?? false;
    const wants = (photo: Photo) =>
      !isDone(photo) && (task.is === 'find' ? needsFinding(photo) : task.is !== 'measure');
    const there = () => photoIds.flatMap((id) => photoOf(id) ?? []);
    await pass(there().filter(wants), lanes, async (photo, hand) => {
      let now = photo;
      if (needsFinding(photo)) {
        const found = await findInSet(photo, hand);
        if (!found) note(photo.id, 'nobody was found in it');
        else now = await change(name, photo.id, found.put);
        if (found?.refused !== undefined) note(photo.id, sayError(found.refused));
      }
      if (task.is === 'check') {
        for (const words of await checkInSet(now, hand)) note(photo.id, words);
        await ticked(photo.id);
        await progress.note(photo.id, { checkedAs: workKey(now) });
      }
      if (task.is === 'mend') {
        const mended = await mendInSet(now, hand);
        // What was done to it meanwhile is not written over.
        if (photoOf(photo.id) !== now) throw new CancelledError();
        await change(name, photo.id, (document) =>
          changePhoto(document, photo.id, (before) => ({ ...before, plan: mended.plan })),
        );
        await ticked(photo.id);
        await progress.note(photo.id, { checkedAs: workKey(photoOf(photo.id) ?? mended) });
      }
      if (preset) {
        await change(name, photo.id, (document) =>
          changePhoto(document, photo.id, (before) => presetInSet(before, preset)),
        );
        await ticked(photo.id);
      }
      const from = task.is === 'carry' ? photoOf(task.from) : undefined;
      if (task.is === 'carry' && from && from.id !== photo.id) {
        const { plan, ways } = await carryInSet(from, now, task, hand);
        carried.set(photo.id, { from: now, to: plan, ways });
      }
      if (task.is === 'even') measured.set(photo.id, await hand.workers.analyst.numbers(withoutEvening(now)));
    });
    await whenNoGesture();
    if (task.is === 'carry') carryAll(task, carried, name);
    if (task.is === 'even') evenAll(task, measured, name);
    await pass(there().filter(isStale), lanes, async (photo, hand) => {
      await progress.note(photo.id, await measureInSet(photo, hand));
    });
  }

  const isStale = (photo: Photo) => progress.rows.get(photo.id)?.numbersAs !== workKey(photo);
  const photoOf = (id: string): Photo | undefined =>
    toRaw(sitting.document)?.photos.find((photo) => photo.id === id);

  /** Takes photos one by one into each lane; one that fails is noted. */
  async function pass(
    photos: readonly Photo[],
    lanes: readonly SetWorkers[],
    each: (photo: Photo, hand: SetHand) => Promise<void>,
  ): Promise<void> {
    passed.value = 0;
    ofPass.value = photos.length;
    const ids = photos.map(({ id }) => id);
    await passThrough(ids, lanes, each, {
      photoOf,
      preferred: () => preferred.value,
      whilePaused,
      signal: stop.signal,
      onShare: (id, done) => (shares.value = new Map([...shares.value, [id, done]])),
      onDone: (id) => {
        shares.value = new Map([...shares.value].filter(([key]) => key !== id));
        passed.value++;
      },
      onFault: (id, error) =>
        note(id, error instanceof CancelledError ? 'it was changed while it was worked on' : sayError(error)),
    });
  }

  const note = (photoId: string, words: string) => (notes.value = [...notes.value, { photoId, words }]);

  /** @returns the photo as it is then */
  async function change(
    name: RunName,
    photoId: string,
    edit: (document: Sitting) => Sitting,
  ): Promise<Photo> {
    await whenNoGesture();
    stop.signal.throwIfAborted();
    if (!photoOf(photoId)) throw new CancelledError();
    sitting.change(name, edit);
    return photoOf(photoId)!;
  }

  /** Says why nothing can be done, and ends the run. */
  function refuse(words: string): never {
    notices.problem(words);
    throw new CancelledError();
  }

  function carryAll(
    task: Extract<SetTask, { is: 'carry' }>,
    carried: ReadonlyMap<string, CarriedPhoto>,
    name: RunName,
  ): void {
    const from = photoOf(task.from);
    if (!from) refuse('The photo that was carried from is gone; nothing was carried.');
    sitting.change(name, (document) => ({
      ...document,
      photos: document.photos.map((photo) => {
        const made = carried.get(photo.id);
        if (!made) return photo;
        // What was changed meanwhile is carried to as it is now.
        const to = made.from === toRaw(photo) ? made.to : carryTo(from, photo, made.ways);
        for (const left of to.notes) note(photo.id, carryWords(left));
        return to.photo;
      }),
    }));
  }

  function evenAll(
    { to, ...task }: Extract<SetTask, { is: 'even' }>,
    measured: ReadonlyMap<string, readonly PartNumbers[]>,
    name: RunName,
  ): void {
    const set = [...measured].flatMap(([id, parts]) => {
      const photo = photoOf(id);
      return photo ? [{ photo, parts }] : [];
    });
    const isThere =
      to.by !== 'reference' || set.some(({ photo, parts }) => photo.id === to.photoId && parts.length > 0);
    if (!isThere)
      refuse('Nobody was found in the reference photo, so nothing was evened. Choose another one.');
    const evened = evenSet(set, { ...task, to, newId: () => crypto.randomUUID() });
    for (const { photo, notes: about } of evened) for (const each of about) note(photo.id, evenWords(each));
    const byId = new Map(evened.map(({ photo }) => [photo.id, photo]));
    sitting.change(name, (document) => ({
      ...document,
      photos: document.photos.map((photo) => byId.get(photo.id) ?? photo),
    }));
  }

  function sayDone({ task, photoIds }: SetWork): void {
    const count = `${photoIds.length} ${photoIds.length === 1 ? 'photo' : 'photos'}`;
    const left =
      notes.value.length === 0 ? '' : ` ${notes.value.length} things to know are listed above the photos.`;
    notices.say(`${SET_WORDS[task.is].done} ${count}.${left}`, {
      label: 'Undo',
      run: () => void sitting.undo(),
    });
  }

  const until = (holds: () => boolean) =>
    new Promise<void>((resolve) => {
      const end = watch(
        () => holds() || stop.signal.aborted,
        (is) => {
          if (!is) return;
          queueMicrotask(() => end());
          resolve();
        },
        { immediate: true, flush: 'sync' },
      );
    });
  const whenNoGesture = () => until(() => !sitting.inGesture);
  const whilePaused = () => until(() => !paused.value);

  /** Ends the run; what it has done stays. */
  async function stopWork(): Promise<void> {
    stop.abort();
    paused.value = false;
    await keep(undefined);
  }

  return {
    work,
    running,
    paused,
    passed,
    ofPass,
    share,
    preferred,
    notes,
    open,
    close,
    start,
    goOn,
    /** gives up what an earlier page left undone */
    leave: () => keep(undefined),
    stopWork,
  };
});
