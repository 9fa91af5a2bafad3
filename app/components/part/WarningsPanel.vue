<script setup lang="ts">
import type { Photo } from '#core/document/schema';

/** What the plan may have done unasked, each with the way to where it is worst. */
const props = defineProps<{ photo: Photo; ready: boolean }>();
const view = useView();
const warnings = useWarnings(() => (props.ready ? props.photo : undefined));
</script>

<template>
  <section
    v-if="warnings"
    aria-label="Warnings"
    aria-live="polite"
    class="text-[13px]"
    :class="warnings.length > 0 ? 'rounded-lg border border-warn p-2' : 'text-quiet'"
  >
    <h2 v-if="warnings.length > 0" class="heading">Look at</h2>
    <ul v-if="warnings.length > 0" class="flex flex-col gap-0.5">
      <li v-for="warning in warnings" :key="`${warning.is}${warning.areaId}`">
        <button
          class="w-full rounded px-1 text-left hover:bg-raised"
          title="Go there"
          @click="view.glideTo(warning.place)"
        >
          {{ warningWords(warning, photo) }}
        </button>
      </li>
    </ul>
    <p v-else class="text-[12px]">Nothing to look at: no spill, clipping, rim or raised grain.</p>
  </section>
</template>
