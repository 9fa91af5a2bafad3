import { clamp } from '#core/math/clamp';
import type { Photo } from '#core/document/schema';
import type { Region } from '#core/raster/raster';
import type { Piece } from '#workers/client';
import { nextTick, onBeforeUnmount, watch } from 'vue';
import type { Ref } from 'vue';
import { useNotices } from '../stores/notices';
import { useWorkers } from './useWorkers';

/** A photo with another plan, and the part of it that is shown. */
export interface Variant {
  readonly photo: Photo;
  readonly region: Region;
}

interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Room about what is shown, share of its size. */
const MARGIN = 0.35;

/** The rectangle of a photo that holds a box and fills a picture, at twice its CSS pixels at most. */
export function regionAbout(photo: Photo, box: Box, size: { width: number; height: number }): Region {
  const { x, y, width, height } = box;
  const grown = 1 + 2 * MARGIN;
  const across = Math.min(
    photo.width,
    (photo.height * size.width) / size.height,
    Math.max(width * grown, (height * grown * size.width) / size.height),
  );
  const down = (across * size.height) / size.width;
  const scale = Math.min(1, (2 * size.width) / across);
  return {
    x: clamp(x + width / 2 - across / 2, 0, photo.width - across),
    y: clamp(y + height / 2 - down / 2, 0, photo.height - down),
    width: across,
    height: down,
    outWidth: Math.max(1, Math.round(across * scale)),
    outHeight: Math.max(1, Math.round(down * scale)),
  };
}

/** Draws what a photo would become with other plans, one after the other, each on its own canvas. */
export function useVariants(
  variants: () => readonly (Variant | undefined)[],
  canvases: Readonly<Ref<readonly HTMLCanvasElement[] | null>>,
): void {
  const workers = useWorkers();
  const notices = useNotices();
  let round = 0;

  async function drawAll(): Promise<void> {
    const mine = ++round;
    await nextTick();
    for (const [n, variant] of variants().entries()) {
      if (mine !== round) return;
      if (!variant) continue;
      await workers.areas(variant.photo, 'versions');
      const plan = await workers.analyst.plan(variant.photo);
      draw(canvases.value?.[n], await workers.renderers.picture(plan, variant.region), variant.region);
    }
  }

  watch(
    variants,
    () =>
      void drawAll().catch((error) => {
        notices.problem(error);
      }),
    { immediate: true },
  );
  onBeforeUnmount(() => {
    round++;
    workers.renderers.release('versions');
  });
}

function draw(canvas: HTMLCanvasElement | undefined, pieces: readonly Piece[], region: Region): void {
  if (canvas) {
    canvas.width = region.outWidth;
    canvas.height = region.outHeight;
  }
  const context = canvas?.getContext('2d', { colorSpace: 'srgb' });
  const scale = region.outHeight / region.height;
  for (const piece of pieces) {
    context?.drawImage(piece.bitmap, 0, Math.round((piece.region.y - region.y) * scale));
    piece.bitmap.close();
  }
}
