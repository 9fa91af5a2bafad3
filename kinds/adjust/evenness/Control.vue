<script setup lang="ts">
import type { StepContext } from '#core/offer/stepContext';
import type { EvennessParameters } from './schema';

defineProps<{ context: StepContext }>();
const model = defineModel<EvennessParameters>({ required: true });
const AIMS = [
  { name: 'hue', help: 'Blotches of another hue are drawn to the trend of their lightness' },
  { name: 'saturation', help: 'Paler and stronger places are drawn to the trend' },
  {
    name: 'lightness',
    help: 'Darker and lighter blotches are drawn together; pores and the form of the face stay',
  },
] as const;
/** What a size of its own starts from, pixels of the photo. */
const FIRST_SIZE = 16;
const put = (change: Partial<EvennessParameters>) => (model.value = { ...model.value, ...change });
</script>

<template>
  Even <slot />:
  <NamedShares :shares="AIMS" :values="model" of="Evenness of" :reset="70" end="," @put="put" />
  <span class="whitespace-nowrap" title="The broad redness of cheeks and nose"
    >keep
    <ShareField
      :model-value="model.blush"
      path="blush"
      label="Keep blush"
      @update:model-value="put({ blush: $event })"
    />
    of blush</span
  >
  and
  <span class="whitespace-nowrap" title="Small marks darker than the skin around them: freckles, moles"
    ><ShareField
      :model-value="model.marks"
      path="marks"
      label="Keep freckles and moles"
      :reset="100"
      @update:model-value="put({ marks: $event })"
    />
    of freckles and moles;</span
  >{{ ' ' }}
  <span title="The radius of blotches: finer is left alone as pores, much broader as shading"
    >blotches from
    <SuitedSize
      :model-value="model.size"
      path="size"
      label="Radius of blotches"
      :first="FIRST_SIZE"
      @update:model-value="put({ size: $event })"
    />.</span
  >
</template>
