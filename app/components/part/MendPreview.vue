<script setup lang="ts">
import { mapIntoSrgbGamut } from '#core/colour/gamut';
import { encodeSrgb8 } from '#core/colour/transfer';
import type { Triple } from '#core/colour/triple';
import type { Area } from '#core/document/schema';
import { previewOf } from '#kinds/mend/mend';
import type { PhotoFinding } from '#core/render/checkPhoto';
import type { Survey } from '#workers/client';

/** What curves will make of every part, before they are set: now on the left, then on the right. */
const props = defineProps<{ found: PhotoFinding; areas: readonly Area[]; survey: Survey | undefined }>();
const css = (colour: Triple) =>
  `rgb(${mapIntoSrgbGamut(colour)
    .map((channel) => encodeSrgb8(channel))
    .join(' ')})`;
const parts = computed(() => {
  const then = previewOf(props.found);
  if (!then) return [];
  return props.areas.flatMap(({ id, name }) => {
    const now = props.survey?.areas[id]?.after;
    return now ? [{ id, name, now: css(now), then: css(then(now)) }] : [];
  });
});
</script>

<template>
  <ul
    v-if="parts.length > 0"
    class="mt-1 flex flex-wrap gap-x-2 gap-y-0.5"
    aria-label="What it does to the parts"
  >
    <li v-for="part in parts" :key="part.id" class="flex items-center gap-1 text-[12px] text-quiet">
      <svg width="22" height="11" role="img" :aria-label="`${part.name}: now and then`">
        <rect width="11" height="11" :fill="part.now" />
        <rect x="11" width="11" height="11" :fill="part.then" />
      </svg>
      {{ part.name }}
    </li>
  </ul>
</template>
