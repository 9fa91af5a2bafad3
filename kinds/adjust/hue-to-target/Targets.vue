<script setup lang="ts">
import { RUNGS } from '#core/document/schema';
import type { Rung } from '#core/document/schema';
import type { Quantity } from './quantities';

/** The targets of one quantity from light to shade; rungs without one are left to their neighbours. */
type Targets = Readonly<Record<Rung, number | null>>;
const props = defineProps<{
  quantity: Quantity;
  /** what a rung starts from when it is given a target, and what a double press gives it back */
  first: (rung: Rung) => number;
  reset: (rung: Rung) => number;
}>();
const model = defineModel<Targets>({ required: true });

const NONE: Targets = { light: null, middle: null, shade: null };
const isFree = computed(() => RUNGS.every((rung) => model.value[rung] === null));
const set = (rung: Rung, value: number) => (model.value = { ...model.value, [rung]: value });
function toggle(): void {
  model.value = isFree.value
    ? { light: props.first('light'), middle: props.first('middle'), shade: props.first('shade') }
    : NONE;
}
</script>

<template>
  <span :title="quantity.help"
    ><button
      class="underline decoration-dotted"
      :title="
        isFree
          ? `Give ${quantity.name} numbers. ${quantity.help}`
          : `Leave ${quantity.name} as it is. ${quantity.help}`
      "
      :aria-pressed="!isFree"
      @click="toggle"
    >
      {{ quantity.name }}</button
    >{{ ' ' }}
    <span v-if="isFree" class="text-quiet">as it is</span>
    <template v-else
      ><span v-for="(rung, place) in RUNGS" :key="rung" class="whitespace-nowrap"
        ><NumberField
          v-if="model[rung] !== null"
          :model-value="model[rung]!"
          :path="`${quantity.name} ${rung}`"
          :label="`Target ${quantity.name} of the ${rung}`"
          :min="0"
          :max="quantity.max"
          :decimals="1"
          :unit="quantity.unit"
          :reset="reset(rung)"
          @update:model-value="set(rung, $event)"
        /><button
          v-else
          class="text-quiet underline decoration-dotted"
          :title="`Give the ${rung} a target of its own`"
          @click="set(rung, first(rung))"
        >
          free</button
        >{{ place < 2 ? ', ' : '' }}</span
      ></template
    ><slot />{{ ' ' }}</span
  >
</template>
