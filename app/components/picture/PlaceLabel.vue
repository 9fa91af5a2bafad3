<script setup lang="ts">
import type { PlaceWords } from '../../composables/usePlaceWords';
import type { Point } from '../../stores/view';

/** The part under the pointer; with the crosshair, the numbers of the place as well. */
const props = defineProps<{ at: Point; name: string | undefined; words: PlaceWords | undefined }>();
const view = useView();
const seeing = useSeeing();
const ROOM = { width: 210, height: 84 };
const place = computed(() => ({
  left: `${props.at.x + ROOM.width > view.width ? props.at.x - ROOM.width : props.at.x + 14}px`,
  top: `${props.at.y + ROOM.height > view.height ? props.at.y - ROOM.height : props.at.y + 14}px`,
}));
</script>

<template>
  <svg v-if="seeing.crosshair" class="pointer-events-none absolute inset-0 h-full w-full" aria-hidden="true">
    <g :transform="`translate(${at.x} ${at.y})`" fill="none">
      <path d="M-16 0h10M6 0h10M0-16v10M0 6v10" stroke="#000" stroke-width="3" />
      <path d="M-16 0h10M6 0h10M0-16v10M0 6v10" stroke="#fff" stroke-width="1.2" />
    </g>
  </svg>
  <p
    v-if="name || words"
    class="pointer-events-none absolute rounded bg-raised/90 px-1.5 text-[12px] tabular-nums"
    data-testid="part-name"
    :aria-live="words ? 'polite' : 'off'"
    :style="place"
  >
    <span v-if="name" :class="words ? 'font-semibold' : ''">{{ name }}</span>
    <template v-if="words">
      <span class="block whitespace-nowrap">HSV {{ words.hsv }}</span>
      <span class="block whitespace-nowrap">RGB {{ words.rgb }}</span>
      <span class="block whitespace-nowrap">Lab {{ words.lab }}</span>
    </template>
  </p>
</template>
