import { defineStore } from 'pinia';
import { computed, ref, shallowRef, toRaw, watch } from 'vue';
import { workKey } from '#core/document/photoState';
import { changePhoto } from '#core/document/commands';
import type { Photo, Sitting } from '#core/document/schema';
import { CancelledError } from '#core/errors';
import { clamp } from '#core/math/clamp';
import type { PartNumbers } from '#core/render/photoNumbers';
import { carryPlan } from '#kinds/set/carryPlan';
import type { CarriedPlan } from '#kinds/set/carryPlan';
import { carryWords } from '#kinds/set/carryWords';
import { evenSet, withoutEvening } from '#kinds/set/evenSet';
import { evenWords } from '#kinds/set/evenWords';
import { SetWorkers } from '#workers/client';
import { carryInSet, findInSet, measureInSet, mendInSet, samePeople } from '../composables/setSteps';
import type { SetHand } from '../composables/setSteps';
import { sayError } from '../composables/sayError';
import { database } from '../storage/database';
import { photoFile } from '../storage/photoStorage';
import { loadPlate } from '../storage/plateStorage';
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

const LABELS: Readonly<Record<SetTask['is'], string>> = {
  find: 'find in many',
  mend: 'mend many',
  measure: 'measure',
  carry: 'carry over',
  even: 'even the set',
};
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
    work.value = await readSetWork(database(), id).catch(() => undefined);
  }

  /** Ends with the sitting; what is not done can be gone on with. */
  function close(): void {
    sittingId = undefined;
    work.value = undefined;
    stop.abort();
  }

  async function start(task: SetTask, photoIds: readonly string[]): Promise<void> {
    if (running.value) return notices.say('Something is done to the set already. Wait for it, or stop it.');
    const run = crypto.randomUUID();
    await keep({ run, task, photoIds: [...photoIds], done: [] });
    return goOn();
  }

  async function keep(next: SetWork | undefined): Promise<void> {
    work.value = next;
    if (sittingId !== undefined) await keepSetWork(database(), sittingId, next);
  }

  /** Gives up what an earlier page left undone. */
  const leave = () => keep(undefined);

  async function goOn(): Promise<void> {
    const now = work.value;
    if (!now || running.value || !sitting.writable) return;
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
      if (!stop.signal.aborted) notices.problem(error);
      else if (sittingId !== undefined) notices.say('Stopped. What was done stays; undo takes it back.');
    } finally {
      end();
      running.value = false;
      shares.value = new Map();
    }
  }

  async function doWork({ task, photoIds, run }: SetWork, lanes: readonly SetWorkers[]): Promise<void> {
    const carried = new Map<string, { readonly from: Photo; readonly to: CarriedPlan }>();
    const measured = new Map<string, readonly PartNumbers[]>();
    const name = { label: LABELS[task.is], run };
    const needsFinding = (photo: Photo) => task.is !== 'measure' && photo.areas.length === 0;
    const isDone = (photo: Photo) => work.value?.done.includes(photo.id) ?? false;
    const wants = (photo: Photo) =>
      !isDone(photo) && (task.is === 'find' ? needsFinding(photo) : task.is !== 'measure');
    await pass(
      photoIds.filter((id) => wants(photoOf(id)!)),
      lanes,
      async (photo, hand) => {
        let now = photo;
        if (needsFinding(photo)) {
          const found = await findInSet(photo, hand);
          if (!found) note(photo.id, 'nobody was found in it');
          else now = await change(name, photo.id, found.put);
          if (found?.refused !== undefined) note(photo.id, sayError(found.refused));
        }
        if (task.is === 'mend') {
          const mended = await mendInSet(now, hand);
          await change(name, photo.id, (document) =>
            changePhoto(document, photo.id, (before) => ({ ...before, plan: mended.plan })),
          );
          await keep(work.value && { ...work.value, done: [...work.value.done, photo.id] });
        }
        const from = task.is === 'carry' ? photoOf(task.from) : undefined;
        if (task.is === 'carry' && from && from.id !== photo.id)
          carried.set(photo.id, { from: now, to: await carryInSet(from, now, task, hand) });
        if (task.is === 'even')
          measured.set(photo.id, await hand.workers.analyst.numbers(withoutEvening(now)));
      },
    );
    await whenNoGesture();
    if (task.is === 'carry') carryAll(task, carried, name);
    if (task.is === 'even') evenAll(task, measured, name);
    await pass(photoIds.filter(isStale), lanes, async (photo, hand) => {
      await progress.note(photo.id, await measureInSet(photo, hand));
    });
  }

  const isStale = (id: string) => {
    const photo = photoOf(id);
    return photo !== undefined && progress.rows.get(id)?.numbersAs !== workKey(photo);
  };
  const photoOf = (id: string): Photo | undefined =>
    toRaw(sitting.document)?.photos.find((photo) => photo.id === id);

  /** Takes photos one by one into each lane, those that are seen first; one that fails is noted. */
  async function pass(
    ids: readonly string[],
    lanes: readonly SetWorkers[],
    each: (photo: Photo, hand: SetHand) => Promise<void>,
  ): Promise<void> {
    const open = new Set(ids.filter((id) => photoOf(id)));
    passed.value = 0;
    ofPass.value = open.size;
    const next = (): Photo | undefined => {
      const id = preferred.value.find((seen) => open.has(seen)) ?? [...open][0];
      if (id === undefined) return undefined;
      open.delete(id);
      return photoOf(id) ?? next();
    };
    const walk = async (workers: SetWorkers) => {
      for (let photo = next(); photo; photo = next()) {
        await whilePaused();
        stop.signal.throwIfAborted();
        const { id } = photo;
        const tell = (done: number) => (shares.value = new Map([...shares.value, [id, done]]));
        try {
          await workers.use(photo, await photoFile(photo));
          await each(photo, { workers, signal: stop.signal, onProgress: tell });
        } catch (error) {
          stop.signal.throwIfAborted();
          note(
            id,
            error instanceof CancelledError ? 'it was changed while it was worked on' : sayError(error),
          );
        }
        passed.value++;
        shares.value = new Map([...shares.value].filter(([key]) => key !== id));
      }
    };
    await Promise.all(lanes.map(walk));
    stop.signal.throwIfAborted();
  }

  const note = (photoId: string, words: string) => (notes.value = [...notes.value, { photoId, words }]);

  /** @returns the photo as it is then */
  async function change(
    name: { readonly label: string; readonly run: string },
    photoId: string,
    edit: (document: Sitting) => Sitting,
  ): Promise<Photo> {
    await whenNoGesture();
    stop.signal.throwIfAborted();
    if (!photoOf(photoId)) throw new CancelledError();
    sitting.change(name, edit);
    return photoOf(photoId)!;
  }

  function carryAll(
    task: Extract<SetTask, { is: 'carry' }>,
    carried: ReadonlyMap<string, { readonly from: Photo; readonly to: CarriedPlan }>,
    name: { readonly label: string; readonly run: string },
  ): void {
    const from = photoOf(task.from);
    if (!from) return notices.problem('The photo that was carried from is gone; nothing was carried.');
    sitting.change(name, (document) => ({
      ...document,
      photos: document.photos.map((photo) => {
        const made = carried.get(photo.id);
        if (!made) return photo;
        const { wholePicture, fades, wins } = task;
        const options = { wholePicture, fades, wins, newId: () => crypto.randomUUID() };
        // What was changed meanwhile is carried to as it is now.
        const to =
          made.from === toRaw(photo) ? made.to : carryPlan(from, photo, samePeople(from, photo), options);
        for (const left of to.notes) note(photo.id, carryWords(left));
        return to.photo;
      }),
    }));
  }

  function evenAll(
    task: Extract<SetTask, { is: 'even' }>,
    measured: ReadonlyMap<string, readonly PartNumbers[]>,
    name: { readonly label: string; readonly run: string },
  ): void {
    const set = [...measured].flatMap(([id, parts]) => {
      const photo = photoOf(id);
      return photo ? [{ photo, parts }] : [];
    });
    const { to } = task;
    if (to.by === 'reference' && !set.some(({ photo, parts }) => photo.id === to.photoId && parts.length > 0))
      return notices.problem(
        'Nobody was found in the reference photo, so nothing was evened. Choose another one.',
      );
    const evened = new Map(
      evenSet(set, { ...task, newId: () => crypto.randomUUID() }).map((each) => [each.photo.id, each]),
    );
    for (const { photo, notes: about } of evened.values())
      for (const each of about) note(photo.id, evenWords(each));
    sitting.change(name, (document) => ({
      ...document,
      photos: document.photos.map((photo) => evened.get(photo.id)?.photo ?? photo),
    }));
  }

  function sayDone({ task, photoIds }: SetWork): void {
    const count = `${photoIds.length} ${photoIds.length === 1 ? 'photo' : 'photos'}`;
    const left =
      notes.value.length === 0 ? '' : ` ${notes.value.length} things to know are listed above the photos.`;
    const done: Readonly<Record<SetTask['is'], string>> = {
      find: `Looked for people in ${count}.`,
      mend: `Mended ${count}.`,
      measure: '',
      carry: `Carried over to ${count}.`,
      even: `Evened ${count}.`,
    };
    notices.say(`${done[task.is]}${left}`, { label: 'Undo', run: () => void sitting.undo() });
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
  const whilePaused = () => until(() => !paused.value || !running.value);

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
    leave,
    stopWork,
  };
});
