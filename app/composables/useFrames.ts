import type { Photo } from '#core/document/schema';
import { CancelledError } from '#core/errors';
import { wholeRegion } from '#core/raster/raster';
import type { Region } from '#core/raster/raster';
import type { CoverageLook, Piece, ResolvedPhoto, Survey } from '#workers/client';
import { closeFrame } from './drawFrames';
import type { Frame } from './drawFrames';

const BASE_LONG_SIDE = 640, DRAFT_FROM_PIXELS = 250_000, SURVEY_AFTER_MS = 120;

export interface FrameWishes {
  /** of the photo that the workers have in use; undefined while none is ready */
  readonly photo: Photo | undefined;
  readonly region: Region | undefined;
  readonly before: boolean;
  readonly areaId: string | undefined;
  readonly look: CoverageLook | undefined;
}

/**
 * Keeps the picture up to date. One round at a time, and after it the newest wishes alone: a half-size
 * draft first, the full picture at rest, numbers last.
 */
export function useFrames(wishes: () => FrameWishes) {
  const workers = useWorkers(), notices = useNotices();
  const base = shallowRef<Frame>(), after = shallowRef<Frame>(), before = shallowRef<Frame>(), overlay = shallowRef<Frame>();
  const survey = shallowRef<Survey>();
  const resolvedPlan = shallowRef<ResolvedPhoto['plan']>([]);
  const busy = ref(false);
  let wanted = 0, running = false, surveyed = '', surveyTimer: ReturnType<typeof setTimeout> | undefined;

  function wish(): void {
    wanted++;
    if (!running) void run();
  }

  async function run(): Promise<void> {
    running = true;
    const waiting = setTimeout(() => (busy.value = true), 300);
    let done = -1;
    while (done !== wanted) {
      done = wanted;
      try {
        await round(wishes(), () => done === wanted);
      } catch (error) {
        if (!(error instanceof CancelledError)) notices.problem(error);
      }
    }
    clearTimeout(waiting);
    busy.value = false;
    running = false;
  }

  async function round({ photo, region, before: wantsBefore, areaId, look }: FrameWishes, isNewest: () => boolean): Promise<void> {
    if (!photo || !region) return;
    const resolved = await workers.resolve(photo);
    resolvedPlan.value = resolved.plan;
    const planKey = `${photo.id}:${resolved.plan.at(-1)?.key ?? ''}`, place = regionKey(region), areaKey = areaId && resolved.areaKeys[areaId];
    if (areaKey && look) await update(overlay, `${photo.id}:${areaKey}:${JSON.stringify(look)}:${place}`, () => workers.coverage(areaKey, region, look));
    else put(overlay, undefined);
    if (!isNewest()) return;
    const pixels = region.outWidth * region.outHeight;
    if (pixels > DRAFT_FROM_PIXELS && after.value?.key !== `${planKey}:${place}`) {
      await update(after, `${planKey}:${place}:draft`, () => workers.picture(resolved.plan, { ...region, outWidth: Math.ceil(region.outWidth / 2), outHeight: Math.ceil(region.outHeight / 2) }));
      if (!isNewest()) return;
    }
    await update(after, `${planKey}:${place}`, () => workers.picture(resolved.plan, region));
    if (!isNewest()) return;
    if (wantsBefore) await update(before, `${photo.id}:${place}`, () => workers.picture([], region));
    if (!isNewest()) return;
    await update(base, planKey, () => workers.picture(resolved.plan, wholeRegion(photo.width, photo.height, BASE_LONG_SIDE)));
    surveySoon(photo, areaId, `${planKey}:${areaKey}:${JSON.stringify([resolved.areaKeys, photo.readings])}`);
  }

  function surveySoon(photo: Photo, areaId: string | undefined, key: string): void {
    clearTimeout(surveyTimer);
    if (key === surveyed) return;
    surveyTimer = setTimeout(async () => {
      const asked = wanted;
      try {
        survey.value = await workers.survey(photo, areaId, () => asked === wanted);
        surveyed = key;
      } catch (error) {
        if (!(error instanceof CancelledError)) notices.problem(error);
      }
    }, SURVEY_AFTER_MS);
  }

  /** The worker that held the areas is gone: everything is asked for again. */
  function restart(): void {
    for (const frame of [after, before, overlay, base]) put(frame, undefined);
    surveyed = '';
    wish();
  }

  onWorkerLost(restart);
  watch(wishes, wish, { immediate: true });
  watch(() => wishes().photo?.id, () => {
    for (const frame of [after, before, overlay, base]) put(frame, undefined);
    survey.value = undefined;
    surveyed = '';
  });
  onScopeDispose(() => {
    clearTimeout(surveyTimer);
    for (const frame of [after, before, overlay, base]) put(frame, undefined);
  });
  return { base, after, before, overlay, survey, plan: resolvedPlan, busy };
}

async function update(frame: Ref<Frame | undefined>, key: string, render: () => Promise<Piece[]>): Promise<void> {
  if (frame.value?.key !== key) put(frame, { key, pieces: await render() });
}

function put(frame: Ref<Frame | undefined>, next: Frame | undefined): void {
  closeFrame(frame.value);
  frame.value = next;
}

function regionKey(region: Region): string {
  return `${region.x},${region.y},${region.outWidth},${region.outHeight},${region.width}`;
}
