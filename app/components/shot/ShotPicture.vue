<script setup lang="ts">
/** A frame that is looked at and not worked on, over the stage where the photo lies. */
const props = defineProps<{ small: (n: number, longSide: number) => Promise<Blob>; told: string }>();
const shot = useShot();
const view = useView();

const LONG_SIDE = 960;
const asShot = shallowRef<{ readonly n: number; readonly address: string }>();
const drawn = computed(() => {
  const known = shot.pictures.get(shot.at);
  return known?.as === shot.pictureKey(shot.at) ? known.address : undefined;
});
let asking = false;
/** One frame is asked for at a time; when it comes, the one that is looked at by then is next. */
async function askFor(): Promise<void> {
  if (asking) return;
  asking = true;
  while (!drawn.value && asShot.value?.n !== shot.at) {
    const n = shot.at;
    const picture = await props.small(n, LONG_SIDE).catch(() => undefined);
    if (!picture) {
      shot.seen = n;
      break;
    }
    const old = asShot.value?.address;
    asShot.value = { n, address: URL.createObjectURL(picture) };
    if (old) URL.revokeObjectURL(old);
  }
  asking = false;
}
watch([() => shot.at, drawn], () => void askFor(), { immediate: true });
onBeforeUnmount(() => asShot.value && URL.revokeObjectURL(asShot.value.address));

const address = computed(() => drawn.value ?? asShot.value?.address);
const inSight = computed(() => (drawn.value ? shot.at : asShot.value?.n));
const place = computed(() => ({
  left: `${view.left}px`,
  top: `${view.top}px`,
  width: `${view.photo.width * view.zoom}px`,
  height: `${view.photo.height * view.zoom}px`,
}));
</script>

<template>
  <div
    class="absolute inset-0 overflow-hidden"
    :style="{ backgroundColor: SURROUNDS[view.surround] }"
    data-testid="frame"
    :data-frame="shot.at + 1"
    :data-drawn="drawn !== undefined"
    @pointerdown.stop
    @wheel.stop
  >
    <img
      v-if="address"
      :src="address"
      :alt="`Frame ${shot.at + 1}`"
      class="absolute max-w-none"
      :style="place"
      draggable="false"
      @load="shot.seen = inSight"
    />
    <p
      v-if="!shot.playing"
      class="absolute left-3 top-3 rounded bg-raised px-2 py-1 text-[13px]"
      role="status"
    >
      Frame {{ shot.at + 1 }}, {{ told }}
    </p>
  </div>
</template>
