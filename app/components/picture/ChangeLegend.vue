<script setup lang="ts">
import { CHANGE_SCALE } from '#core/colour/changeScale';
import { ciede2000 } from '#core/colour/ciede2000';
import { convertSrgbLinearToCielabD50 } from '#core/colour/cielab';
import type { Photo } from '#core/document/schema';
import { useThrottleFn } from '@vueuse/core';
import type { ChangeShares } from '../../composables/useFrames';
import type { Point } from '../../stores/view';

/** The scale of the map of changes, what is in sight in numbers, and the number under the pointer. */
const props = defineProps<{ photo: Photo; sums: ChangeShares; hover: Point | undefined }>();
const view = useView();
const seeing = useSeeing();
const workers = useWorkers();

/** Side of the patch that is read under the pointer, pixels of the photo. */
const PATCH = 3;
const ASKED_EVERY_MS = 80;
const here = ref<number>();
/** The photo with the steps that before has. */
const before = computed(() => ({
  ...props.photo,
  plan: props.photo.plan.slice(0, 1 + props.photo.plan.findIndex(({ id }) => id === seeing.beforeStepId)),
}));
const MOST = CHANGE_SCALE.at(-1)![0];
/** Even in the square root, so that small changes have room. */
const placeOf = (deltaE: number) => 100 * Math.sqrt(deltaE / MOST);
const ramp = CHANGE_SCALE.map(([deltaE, rgb]) => `rgb(${rgb.join(',')}) ${placeOf(deltaE)}%`).join(', ');
const bar = useTemplateRef<HTMLElement>('bar');
watchEffect(() => bar.value?.style.setProperty('background', `linear-gradient(to right, ${ramp})`));

const ask = useThrottleFn(
  async (at: Point | undefined) => {
    const place = at && view.viewToImage(at);
    const patch = place && { ...place, size: PATCH };
    const left = (photo: Photo) => patch && workers.analyst.patchColours(photo, patch).catch(() => undefined);
    const [from, to] = [await left(before.value), await left(props.photo)];
    here.value =
      from && to
        ? ciede2000(convertSrgbLinearToCielabD50(from.result), convertSrgbLinearToCielabD50(to.result))
        : undefined;
  },
  ASKED_EVERY_MS,
  true,
);
watch(
  () => [props.hover, props.photo] as const,
  ([at]) => void ask(at),
  { immediate: true },
);
</script>

<template>
  <div
    role="status"
    class="pointer-events-none absolute bottom-3 right-3 w-72 rounded bg-raised px-2 py-1.5 text-[13px] tabular-nums"
  >
    <p class="flex justify-between">
      <span>Change, ΔE00</span>
      <span v-if="here !== undefined">here {{ here.toFixed(1) }}</span>
    </p>
    <div ref="bar" class="mt-1 h-2.5 rounded-sm" />
    <p class="relative h-4 text-[11px] text-quiet">
      <span
        v-for="[deltaE] in CHANGE_SCALE"
        :key="deltaE"
        class="absolute -translate-x-1/2 first:translate-x-0 last:-translate-x-full"
        :style="{ left: `${placeOf(deltaE)}%` }"
        >{{ deltaE }}</span
      >
    </p>
    <p>
      in sight: mean {{ sums.mean.toFixed(2) }}, at most {{ sums.most.toFixed(1) }};
      {{ (100 * sums.changed).toFixed(1) }} % changed, {{ (100 * sums.seen).toFixed(1) }} % by more than 2
    </p>
  </div>
</template>
