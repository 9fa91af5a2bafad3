<script setup lang="ts">
import type { Photo } from '#core/document/schema';

/** Where in the photo one is while it is larger than its room; pressed or dragged, one goes there. */
const props = defineProps<{ photo: Photo }>();
const view = useView();
const LONG = 108;
const size = computed(() => {
  const scale = LONG / Math.max(props.photo.width, props.photo.height);
  return { width: props.photo.width * scale, height: props.photo.height * scale, scale };
});
const corners = computed(() =>
  [
    [0, 0],
    [1, 0],
    [1, 1],
    [0, 1],
  ]
    .map(([x, y]) => {
      const at = view.viewToImage({ x: x! * view.width, y: y! * view.height });
      return `${at.x * size.value.scale} ${at.y * size.value.scale}`;
    })
    .join('L'),
);
/** All of it is in sight. */
const isWhole = computed(
  () =>
    view.photo.width * view.zoom <= view.width &&
    view.photo.height * view.zoom <= view.height &&
    view.degrees === 0,
);
function go(event: PointerEvent): void {
  if (event.buttons === 0) return;
  const element = event.currentTarget as HTMLElement;
  if (event.type === 'pointerdown') element.setPointerCapture(event.pointerId);
  const box = element.getBoundingClientRect();
  const { scale } = size.value;
  view.lookAt({ x: (event.clientX - box.left) / scale, y: (event.clientY - box.top) / scale }, view.zoom);
}
</script>

<template>
  <div
    v-if="!isWhole"
    class="absolute bottom-2 right-2 cursor-pointer touch-none overflow-hidden rounded border border-raised shadow"
    :style="{ width: `${size.width}px`, height: `${size.height}px` }"
    data-testid="where"
    title="Where one is: press or drag to go elsewhere"
    @pointerdown.stop="go"
    @pointermove.stop="go"
    @pointerup.stop
    @wheel.stop
  >
    <ResultPicture :photo="photo" />
    <svg class="absolute inset-0 h-full w-full overflow-hidden" aria-hidden="true">
      <path :d="`M${corners}Z`" fill="none" stroke="#000" stroke-width="3" />
      <path :d="`M${corners}Z`" fill="none" stroke="#fff" stroke-width="1.4" />
    </svg>
  </div>
</template>
