import type { Photo } from '#core/document/schema';
import { wholeRegion } from '#core/raster/raster';
import type { Region } from '#core/raster/raster';
import type { CoverageLook, Piece } from '#workers/client';
import { onScopeDispose, ref, shallowRef, watch } from 'vue';
import type { Ref } from 'vue';
import { onWorkerLost, useWorkers } from './useWorkers';
import { useNotices } from '../stores/notices';
import { useSurvey } from './useSurvey';

const BASE_LONG_SIDE = 640;
const DRAFT_FROM_PIXELS = 250_000;
/** A picture that is computed within about a frame needs no draft before it. */
const DRAFT_FROM_MS = 20;
/** After so long the user is offered to give it up. */
const SLOW_AFTER_MS = 4000;
const LONGEST_FRAME_MS = 120;

/** Pieces of one picture, and what they show. Their bitmaps go on to whoever draws them. */
export interface Frame {
  /** equal keys, equal pixels */
  readonly key: string;
  readonly pieces: readonly Piece[];
}

/** How much of what is in sight is changed: mean and greatest ΔE00, shares changed at all and seen as such. */
export interface ChangeShares {
  readonly mean: number;
  readonly most: number;
  readonly changed: number;
  readonly seen: number;
}

/** What is to be seen. */
export interface FrameWishes {
  /** of the photo that the workers have in use; undefined while none is ready */
  readonly photo: Photo | undefined;
  readonly region: Region | undefined;
  readonly before: boolean;
  /** before is what this step leaves; undefined for the photo as it was */
  readonly beforeStepId?: string | undefined;
  readonly areaId: string | undefined;
  /** the area whose extent is shown */
  readonly shownId: string | undefined;
  readonly look: CoverageLook | undefined;
  /** what is shown in place of the picture */
  readonly map: 'clipping' | 'change' | undefined;
  /** a mark is being drawn: its hatch follows the hand, the picture waits until it is done */
  readonly drawing: boolean;
}

/**
 * Keeps the picture up to date. One round at a time, and after it the newest wishes alone: a half-size
 * draft first, the full picture at rest, numbers last.
 */
export function useFrames(wishes: () => FrameWishes) {
  const workers = useWorkers();
  const notices = useNotices();
  const base = shallowRef<Frame>();
  const after = shallowRef<Frame>();
  const before = shallowRef<Frame>();
  const overlay = shallowRef<Frame>();
  const map = shallowRef<Frame>();
  /** of the pixels in sight, per channel at white and at black */
  const clippedShares = shallowRef<readonly number[]>();
  /** of the pixels in sight */
  const changeSums = shallowRef<ChangeShares>();
  const busy = ref(false);
  const slow = ref(false);
  let wanted = 0;
  const { survey, measuring, surveySoon, forget } = useSurvey(() => wanted);
  /** nothing is asked for any more: what is shown is what was wished */
  const resting = ref(true);

  function wish(): void {
    wanted++;
    if (resting.value) void run();
  }

  async function run(): Promise<void> {
    resting.value = false;
    const waiting = setTimeout(() => (busy.value = true), 300);
    const waitingLong = setTimeout(() => (slow.value = true), SLOW_AFTER_MS);
    let done = -1;
    while (done !== wanted) {
      done = wanted;
      try {
        await round(wishes(), () => done === wanted);
      } catch (error) {
        // What nobody wishes any more, as of a photo that was put away, may fail.
        if (done === wanted) notices.problem(error);
      }
    }
    clearTimeout(waiting);
    clearTimeout(waitingLong);
    busy.value = slow.value = false;
    resting.value = true;
  }

  async function round(
    {
      photo,
      region,
      before: wantsBefore,
      areaId,
      shownId,
      look,
      beforeStepId,
      map: wantedMap,
      drawing,
    }: FrameWishes,
    isNewest: () => boolean,
  ): Promise<void> {
    if (!photo || !region) return;
    const place = regionKey(region);
    const isThere = after.value?.key.endsWith(`:${place}`) ?? false;
    const isLarge = region.outWidth * region.outHeight > DRAFT_FROM_PIXELS;
    // Of another place nothing is kept yet: how long the last picture took says nothing.
    const isSoon =
      isThere &&
      workers.renderers.expectedMs(
        photo.plan.filter(({ on }) => on),
        region,
      ) < DRAFT_FROM_MS;
    const half = isLarge
      ? { ...region, outWidth: Math.ceil(region.outWidth / 2), outHeight: Math.ceil(region.outHeight / 2) }
      : undefined;
    const first = half && !isSoon ? half : region;
    // All leaves before the page patches itself; the picture of a mark that is drawn is not what is waited for.
    const order = drawing ? undefined : workers.renderers.order(first, planShown(after.value, place));
    const planned = drawing ? undefined : workers.analyst.plan(photo, order);
    planned?.catch(() => undefined);
    const keys = await workers.areas(
      photo,
      'picture',
      [areaId, shownId].filter((id) => id !== undefined),
    );
    const areaKey = shownId && keys[shownId];
    const overlayKey = `${photo.id}:${areaKey}:${JSON.stringify(look)}:${place}`;
    if (!areaKey || !look) put(overlay, undefined);
    else if (half) await draft(overlay, overlayKey, () => workers.renderers.coverage(areaKey, half, look));
    if (drawing && (overlay.value || !isNewest())) return;
    const plan = await (planned ?? workers.analyst.plan(photo));
    // What is drawn already is shown, however much is wished for since: otherwise a quick hand would see nothing.
    if (!isNewest() && order?.isDropped) return;
    const planKey = `${photo.id}:${plan.at(-1)?.key ?? ''}`;
    const pictureKey = `${planKey}:${place}`;
    if (first !== region) await draft(after, pictureKey, () => workers.renderers.picture(plan, first, order));
    if (!isNewest()) return;
    // What would be computed next takes the processor from showing it.
    if (after.value?.key === `${pictureKey}:draft`) await shown();
    if (!isNewest()) return;
    if (areaKey && look)
      await update(overlay, overlayKey, () => workers.renderers.coverage(areaKey, region, look));
    if (!isNewest()) return;
    await update(after, pictureKey, () =>
      workers.renderers.picture(plan, region, first === region ? order : undefined),
    );
    if (!isNewest()) return;
    const from = plan.slice(0, 1 + plan.findIndex(({ id }) => id === beforeStepId));
    const fromKey = `${photo.id}:${from.at(-1)?.key ?? ''}`;
    if (!wantedMap) put(map, undefined);
    else if (wantedMap === 'clipping')
      await update(map, `clipping:${pictureKey}`, async () => {
        const { pieces, shares } = await workers.renderers.clipping(plan, region);
        clippedShares.value = shares;
        return pieces;
      });
    else
      await update(map, `change:${fromKey}:${pictureKey}`, async () => {
        const { pieces, sums } = await workers.renderers.change(from, plan, region);
        const pixels = region.outWidth * region.outHeight;
        changeSums.value = {
          mean: sums.sum / pixels,
          most: sums.most,
          changed: sums.changed / pixels,
          seen: sums.seen / pixels,
        };
        return pieces;
      });
    if (!isNewest()) return;
    if (wantsBefore)
      await update(before, `${fromKey}:${place}`, () => workers.renderers.picture(from, region));
    if (!isNewest()) return;
    await update(base, planKey, () =>
      workers.renderers.picture(plan, wholeRegion(photo.width, photo.height, BASE_LONG_SIDE)),
    );
    const { areas, readings, plan: steps } = photo;
    surveySoon(photo, areaId, [photo.id, areaId, ...[areas, readings, steps].map(versionOf)].join(':'));
  }

  /** A worker that held areas or pictures is gone: everything is asked for again. */
  function restart(): void {
    for (const frame of [after, before, overlay, base, map]) put(frame, undefined);
    forget();
    wish();
  }

  onWorkerLost(restart);
  watch(wishes, wish, { immediate: true });
  watch(
    () => wishes().photo?.id,
    () => {
      for (const frame of [after, before, overlay, base, map]) put(frame, undefined);
      survey.value = undefined;
      forget();
    },
  );
  onScopeDispose(() => {
    for (const frame of [after, before, overlay, base, map]) put(frame, undefined);
  });
  return {
    base,
    after,
    before,
    overlay,
    map,
    clippedShares,
    changeSums,
    survey,
    measuring,
    busy,
    slow,
    resting,
    restart,
  };
}

/** At half the size, unless the full one is there. */
async function draft(
  frame: Ref<Frame | undefined>,
  key: string,
  render: () => Promise<Piece[]>,
): Promise<void> {
  if (frame.value?.key !== key) await update(frame, `${key}:draft`, render);
}

/** Until what was drawn is on its way to the screen; a page that is out of sight has no frames. */
function shown(): Promise<void> {
  return new Promise((resolve) => {
    // What comes behind a frame's turn comes once the page has handed the frame on.
    requestAnimationFrame(() => setTimeout(resolve));
    setTimeout(resolve, LONGEST_FRAME_MS);
  });
}

async function update(
  frame: Ref<Frame | undefined>,
  key: string,
  render: () => Promise<Piece[]>,
): Promise<void> {
  if (frame.value?.key !== key) put(frame, { key, pieces: await render() });
}

function put(frame: Ref<Frame | undefined>, next: Frame | undefined): void {
  frame.value = next;
}

/** A number for a part of the document, which is never changed in place. */
function versionOf(value: object): number {
  const known = versions.get(value) ?? ++count;
  versions.set(value, known);
  return known;
}
const versions = new WeakMap<object, number>();
let count = 0;

/** The key of the plan that a picture shows, where it shows this place. */
function planShown(frame: Frame | undefined, place: string): string | undefined {
  const [, plan, shown] = frame?.key.split(':') ?? [];
  return shown === place ? plan : undefined;
}

function regionKey(region: Region): string {
  return `${region.x},${region.y},${region.outWidth},${region.outHeight},${region.width}`;
}
