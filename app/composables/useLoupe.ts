import { onScopeDispose, shallowRef, watch } from 'vue';
import type { Photo } from '#core/document/schema';
import type { Region } from '#core/raster/raster';
import type { Piece } from '#workers/client';
import { newestAlone } from './newestAlone';
import { useNotices } from '../stores/notices';
import type { Point } from '../stores/view';
import { useWorkers } from './useWorkers';

/** What is under the loupe. */
export interface LoupeWish {
  readonly photo: Photo;
  /** the place in its middle, pixels of the photo */
  readonly at: Point;
  /** pixels of the photo from its middle to its rim */
  readonly reach: number;
  /** the photo as it was */
  readonly before: boolean;
}

/** What is seen through it. */
export interface LoupeView {
  readonly wish: LoupeWish;
  readonly region: Region;
  readonly pieces: readonly Piece[];
}

/** The photo's own pixels about a place; none where it lies beside the photo. */
export function loupeRegion({ photo, at, reach }: LoupeWish): Region | undefined {
  const [x, y] = [Math.max(0, Math.floor(at.x - reach)), Math.max(0, Math.floor(at.y - reach))];
  const width = Math.min(photo.width, Math.ceil(at.x + reach)) - x;
  const height = Math.min(photo.height, Math.ceil(at.y + reach)) - y;
  if (width <= 0 || height <= 0) return undefined;
  return { x, y, width, height, outWidth: width, outHeight: height };
}

/** Renders what is under the loupe; while it moves, the newest place alone. */
export function useLoupe(wished: () => LoupeWish | undefined) {
  const workers = useWorkers();
  const notices = useNotices();
  const view = shallowRef<LoupeView>();

  async function see(wish: LoupeWish): Promise<LoupeView | undefined> {
    const region = loupeRegion(wish);
    if (!region) return undefined;
    await workers.areas(wish.photo, 'loupe');
    const plan = wish.before ? [] : await workers.analyst.plan(wish.photo);
    return { wish, region, pieces: await workers.renderers.picture(plan, region) };
  }

  const follow = newestAlone(async () => {
    const wish = wished();
    try {
      show(wish && (await see(wish)));
    } catch (error) {
      notices.problem(error);
    }
  });

  function show(next: LoupeView | undefined): void {
    for (const { bitmap } of view.value?.pieces ?? []) bitmap.close();
    view.value = next;
    if (!next) workers.renderers.release('loupe');
  }

  watch(wished, () => void follow(), { immediate: true });
  onScopeDispose(() => show(undefined));
  return { view };
}
