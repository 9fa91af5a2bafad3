<script setup lang="ts">
import { ChevronDown } from '@lucide/vue';
import { useLocalStorage } from '@vueuse/core';
import type { Area, Photo } from '#core/document/schema';
import { corridorOf } from '#core/measure/corridor';
import type { Survey } from '#workers/client';

/**
 * The tone ladder and the readings of a part. Dragging a rung, or the grain, makes the step if there is none.
 */
const props = defineProps<{
  photo: Photo;
  /** undefined for the whole picture */
  area: Area | undefined;
  survey: Survey | undefined;
}>();
const { targets, evennessOf, setTarget, setEvenness } = useLadderSteps(props);

const QUANTITIES = LADDER_QUANTITIES.map((value) => ({ value, name: value }));
const quantity = useLocalStorage<LadderQuantity>('even-blush-ladder', 'hue');
const chosen = computed<LadderQuantity | null>({
  get: () => quantity.value,
  set: (next) => next && (quantity.value = next),
});
const corridor = computed(() => corridorOf(props.photo, props.area?.sitter ?? null));
const readings = computed(() => props.photo.readings.filter(({ areaId }) => areaId === props.area?.id));
const part = computed(() => props.area?.part ?? 'other');
const bench = useBench();
/** the histogram in place of the ladder; kept for the next time */
const showsHistogram = useLocalStorage('even-blush-histogram', false);
</script>

<template>
  <section class="flex flex-col gap-1" aria-label="Numbers">
    <div class="flex flex-wrap items-center gap-x-2">
      <h2 class="heading grow whitespace-nowrap">
        <template v-if="showsHistogram">Histogram</template
        ><WordHelp v-else of="tone ladder">Tone ladder</WordHelp>
      </h2>
      <ToggleGroup
        v-if="!showsHistogram"
        v-model="chosen"
        bare
        label="What lies across the ladder"
        :options="QUANTITIES"
        class="!flex-nowrap text-[12px]"
      />
      <button
        class="press-bare text-[12px]"
        :aria-pressed="showsHistogram"
        title="How much of the area has which red, green and blue"
        @click="showsHistogram = !showsHistogram"
      >
        {{ showsHistogram ? 'ladder' : 'histogram' }}
      </button>
      <button
        v-if="area"
        class="press-bare text-[12px]"
        :aria-expanded="bench.showingReadings"
        title="Readings of light, middle and shade, and the corridor"
        @click="bench.showingReadings = !bench.showingReadings"
      >
        readings <ChevronDown :size="13" :class="bench.showingReadings ? 'rotate-180' : ''" />
      </button>
    </div>
    <p v-if="!survey" class="ladder-wait rounded bg-raised p-3 text-[13px] text-quiet">Measuring …</p>
    <div v-else class="relative" :aria-busy="bench.measuring">
      <div class="numbers" :class="{ 'of-before': bench.measuring }">
        <LazyPartHistogram v-if="showsHistogram" :histogram="survey.histogram" :families="survey.families" />
        <ToneLadder
          v-else
          :ladder="survey.ladder"
          :part="part"
          :quantity="quantity"
          :corridor="corridor"
          :targets="targets?.[quantity]"
          :evenness="evennessOf(quantity)"
          :changed="photo.plan.some(({ on }) => on)"
          @target="(rung, value) => setTarget(quantity, rung, value)"
          @evenness="setEvenness(quantity, $event)"
        />
      </div>
      <p v-if="bench.measuring" class="measuring" aria-hidden="true">Measuring …</p>
    </div>
    <template v-if="bench.showingReadings && area">
      <CorridorFields
        v-if="isSkin(area.part) && quantity === 'hue'"
        :photo="photo"
        :area="area"
        :corridor="corridor"
      />
      <ReadingsTable
        v-if="survey"
        :readings="readings"
        :survey="survey"
        :part="area.part"
        :targets="targets?.hue"
        :corridor="corridor"
      />
    </template>
  </section>
</template>

<style scoped>
/* What is measured at once does not flicker; words and figures stay readable. */
.numbers :deep(:is(canvas, path, circle)) {
  transition: opacity 0.1s;
}
.of-before :deep(:is(canvas, path, circle)) {
  opacity: 0.3;
  transition-delay: 0.5s;
}
.measuring {
  position: absolute;
  inset-inline-end: 0.5rem;
  top: 0.25rem;
  padding-inline: 0.375rem;
  border-radius: 0.25rem;
  background: var(--color-raised);
  font-size: 12px;
  pointer-events: none;
  animation: measuring 0.6s;
}
@keyframes measuring {
  0%,
  90% {
    opacity: 0;
  }
}
.ladder-wait {
  height: calc(clamp(7.5rem, 19vh, 20rem) + 22px);
}
</style>
