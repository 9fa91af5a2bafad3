<script setup lang="ts">
import type { StepContext } from '#core/offer/stepContext';
import { COORDINATE_REACH } from '#core/document/schema';
import type { VeilParameters } from './schema';

const props = defineProps<{ context: StepContext }>();
const model = defineModel<VeilParameters>({ required: true });
const put = (change: Partial<VeilParameters>) => (model.value = { ...model.value, ...change });
const showing = ref(false);
/** What is added about the middle, and everywhere. */
const HAZES = [
  { colour: 'colour', amount: 'amount', label: 'at the middle', words: 'about its middle, ' },
  { colour: 'hazeColour', amount: 'haze', label: 'everywhere', words: 'everywhere; its middle lies at ' },
] as const;

/** Its map and handles stay on the picture until they are put away. */
async function show(): Promise<void> {
  showing.value = true;
  await props.context.ask.handle();
  showing.value = false;
}
</script>

<template>
  Take the veil off <slot />:
  <span v-for="{ colour, amount, label, words } in HAZES" :key="colour"
    ><ColourField
      :model-value="model[colour]"
      :label="`Colour of the veil ${label}`"
      @update:model-value="put({ [colour]: $event })"
    />
    by
    <NumberField
      :model-value="100 * model[amount]"
      :path="amount"
      :label="`Amount ${label}`"
      :min="0"
      :max="100"
      :step="0.5"
      :decimals="1"
      unit=" %"
      :reset="0"
      @update:model-value="put({ [amount]: $event / 100 })"
    />
    {{ words }}</span
  >
  <span class="whitespace-nowrap" title="Pixels of the photo; it may lie beyond the edge"
    ><template v-for="axis in ['x', 'y'] as const" :key="axis"
      >{{ axis === 'y' ? ', ' : '' }}
      <NumberField
        :model-value="model[axis]"
        :path="axis"
        :label="`Middle, ${axis}`"
        :min="-COORDINATE_REACH"
        :max="COORDINATE_REACH"
        :step="10"
        @update:model-value="put({ [axis]: $event })" /></template
    >,</span
  >{{ ' ' }}
  <span class="whitespace-nowrap" title="Where it has fallen to 61 %"
    >it reaches
    <NumberField
      :model-value="model.reach"
      path="reach"
      label="Reach"
      :min="1"
      :max="COORDINATE_REACH"
      :step="10"
      unit=" px"
      @update:model-value="put({ reach: $event })"
    />.</span
  >{{ ' ' }}
  <button v-if="!showing" class="press !py-0" @click="show">Show it on the picture</button>
</template>
