<script setup lang="ts">
import type { Photo } from '#core/document/schema';
import { screenSpace } from '#workers/client';
import type { Point } from '../../stores/view';

/** The place under the pointer at twice what is seen, or twice the photo's own pixels. */
const props = defineProps<{ photo: Photo; at: Point }>();
const view = useView();
const seeing = useSeeing();
const SIDE = 220;
const zoom = computed(() => 2 * Math.max(view.zoom, view.fullZoom));
const { view: seen } = useLoupe(() => ({
  photo: props.photo,
  at: view.viewToImage(props.at),
  reach: SIDE / 2 / zoom.value,
  before: seeing.holdingBefore,
}));

const colorSpace = screenSpace();
const canvas = useTemplateRef<HTMLCanvasElement>('canvas');
watch(
  [canvas, seen],
  () => {
    const context = canvas.value?.getContext('2d', { colorSpace });
    if (!context) return;
    const scale = zoom.value * view.devicePixels;
    context.fillStyle = SURROUNDS[view.surround];
    context.fillRect(0, 0, context.canvas.width, context.canvas.height);
    // From one pixel of the photo on for several of the screen, each is to be seen.
    context.imageSmoothingEnabled = scale < 4;
    if (!seen.value) return;
    const { wish, region, pieces } = seen.value;
    // Pieces are put together before they are enlarged: each by itself would be smoothed toward its own edge.
    const whole = new OffscreenCanvas(region.width, region.height);
    for (const piece of pieces)
      whole
        .getContext('2d', { colorSpace })!
        .drawImage(piece.bitmap, piece.region.x - region.x, piece.region.y - region.y);
    const [left, top] = [
      (region.x - wish.at.x + wish.reach) * scale,
      (region.y - wish.at.y + wish.reach) * scale,
    ];
    context.drawImage(whole, left, top, region.width * scale, region.height * scale);
  },
  { flush: 'post' },
);
</script>

<template>
  <canvas
    ref="canvas"
    class="pointer-events-none absolute rounded-full border border-raised shadow-[0_0_0_1px_rgb(0_0_0/0.5)]"
    aria-hidden="true"
    data-testid="loupe"
    :data-at="seen && `${Math.round(seen.wish.at.x)} ${Math.round(seen.wish.at.y)}`"
    :width="SIDE * view.devicePixels"
    :height="SIDE * view.devicePixels"
    :style="{
      left: `${at.x - SIDE / 2}px`,
      top: `${at.y - SIDE / 2}px`,
      width: `${SIDE}px`,
      height: `${SIDE}px`,
      transform: `rotate(${view.degrees}deg)`,
    }"
  />
</template>
