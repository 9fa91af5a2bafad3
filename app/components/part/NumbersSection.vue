<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core';
import type { Area, Photo, Reading, Rung } from '#core/document/schema';
import { RUNGS } from '#core/document/schema';
import { putCorridor, putStep } from '#core/document/commands';
import type { JsonObject } from '#core/document/kinds';
import { SKIN_CORRIDOR, corridorOf } from '#core/measure/corridor';
import type { HueToTargetParameters } from '#kinds/adjust/hue-to-target/schema';
import type { Survey } from '#workers/client';

/** The tone ladder and the readings of a part. Dragging a rung, or the grain, makes the step if there is none. */
const props = defineProps<{
  photo: Photo;
  area: Area;
  readings: readonly Reading[];
  survey: Survey | undefined;
}>();
const sitting = useSitting();
const { edit, addHueToTarget, addStep } = useBenchPhoto();

const quantity = useLocalStorage<LadderQuantity>('even-blush-ladder', 'hue');
const plan = computed(() => props.photo.plan);
const step = computed(() =>
  plan.value.find((entry) => entry.kind === 'hue-to-target' && entry.areaId === props.area.id),
);
const even = computed(() =>
  plan.value.find((entry) => entry.kind === 'evenness' && entry.areaId === props.area.id),
);
const parameters = computed(() => step.value?.parameters as HueToTargetParameters | undefined);
const corridor = computed(() => corridorOf(props.photo, props.area.sitter));
const owner = computed(() => props.photo.sitters.find(({ id }) => id === props.area.sitter));

function setTarget(rung: Rung, value: number): void {
  const known = step.value;
  const name = quantity.value;
  if (!known && name === 'hue') addHueToTarget({ light: null, middle: null, shade: null, [rung]: value });
  else if (!known)
    addStep('hue-to-target', {
      ...NO_NUMBERS,
      saturation: { light: null, middle: null, shade: null, [rung]: value },
    });
  else
    edit(`${rung} to ${value.toFixed(1)}${name === 'hue' ? '°' : ' %'}`, (photo) =>
      putStep(photo, {
        ...known,
        parameters: {
          ...known.parameters,
          [name]: { ...(known.parameters[name] as JsonObject), [rung]: value },
        },
      }),
    );
}

function setEvenness(share: number): void {
  const known = even.value;
  if (known)
    edit('evenness', (photo) =>
      putStep(photo, { ...known, parameters: { ...known.parameters, [quantity.value]: share } }),
    );
  else
    addStep('evenness', {
      hue: 0,
      saturation: 0,
      lightness: 0,
      size: null,
      blush: 0.3,
      marks: 1,
      [quantity.value]: share,
    });
}

const FREE = { light: null, middle: null, shade: null };
const NO_NUMBERS = { hue: FREE, saturation: FREE, lightness: FREE, keeps: 'chroma', more: [] };
/** why a corridor was not taken */
const inverted = ref<string>();
const isSet = computed(() => props.photo.corridors.some(({ sitter }) => sitter === props.area.sitter));

function setCorridor(rung: Rung, side: 'from' | 'to', degrees: number): void {
  const { light, middle, shade } = corridor.value;
  const next = { light, middle, shade, [rung]: { ...corridor.value[rung], [side]: degrees } };
  inverted.value =
    next[rung].from < next[rung].to
      ? undefined
      : `The ${rung} of the corridor must begin below where it ends; ${next[rung].from.toFixed(0)}° to ${next[rung].to.toFixed(0)}° is not taken.`;
  if (!inverted.value) edit('corridor', (photo) => putCorridor(photo, props.area.sitter, next));
}
</script>

<template>
  <section class="flex flex-col gap-1">
    <h2 class="heading flex items-center gap-2">
      <span class="grow">Numbers · tone ladder</span
      ><span
        role="group"
        aria-label="What lies across the ladder"
        class="flex gap-1 text-[12px] font-normal normal-case"
        ><button
          v-for="name in LADDER_QUANTITIES"
          :key="name"
          class="press-bare !py-0"
          :class="quantity === name ? 'font-semibold !text-ink' : ''"
          :aria-pressed="quantity === name"
          @click="quantity = name"
        >
          {{ name }}
        </button></span
      >
    </h2>
    <ToneLadder
      v-if="survey?.ladder"
      :ladder="survey.ladder"
      :part="area.part"
      :quantity="quantity"
      :corridor="corridor"
      :targets="parameters?.[quantity]"
      :evenness="Number(even?.parameters[quantity] ?? 0)"
      :changed="plan.some(({ on }) => on)"
      @target="setTarget"
      @evenness="setEvenness"
      @start="sitting.beginGesture($event)"
      @end="sitting.endGesture()"
    />
    <p v-else class="h-52 rounded bg-raised p-3 text-[13px] text-quiet">Measuring …</p>
    <details v-if="isSkin(area.part) && quantity === 'hue'" class="text-[12px]">
      <summary class="cursor-pointer text-quiet">
        Corridor of {{ owner ? `sitter ${owner.number}` : 'this skin' }}{{ isSet ? ', its own' : '' }}
      </summary>
      <p class="flex flex-wrap gap-x-3">
        <span v-for="rung in RUNGS" :key="rung" class="whitespace-nowrap"
          >{{ rung }}
          <NumberField
            :model-value="corridor[rung].from"
            :label="`Corridor of the ${rung} begins at`"
            :min="-60"
            :max="359"
            unit="°"
            :reset="SKIN_CORRIDOR[rung].from"
            @update:model-value="setCorridor(rung, 'from', $event)"
            @start="sitting.beginGesture('corridor')"
            @end="sitting.endGesture()" />
          to
          <NumberField
            :model-value="corridor[rung].to"
            :label="`Corridor of the ${rung} ends at`"
            :min="-59"
            :max="420"
            unit="°"
            :reset="SKIN_CORRIDOR[rung].to"
            @update:model-value="setCorridor(rung, 'to', $event)"
            @start="sitting.beginGesture('corridor')"
            @end="sitting.endGesture()"
        /></span>
        <span v-if="inverted" role="alert" class="text-warn">{{ inverted }}</span>
        <button
          v-if="isSet"
          class="text-quiet underline decoration-dotted"
          @click="edit('corridor of common practice', (photo) => putCorridor(photo, area.sitter, undefined))"
        >
          common practice
        </button>
      </p>
    </details>
    <ReadingsTable
      v-if="survey?.ladder"
      :readings="readings"
      :survey="survey"
      :part="area.part"
      :targets="parameters?.hue"
      :corridor="corridor"
    />
  </section>
</template>
