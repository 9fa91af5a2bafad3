<script setup lang="ts">
import type { StepContext } from '#core/offer/stepContext';
import { RUNGS } from '#core/document/schema';
import type { BalanceParameters } from './schema';

defineProps<{ context: StepContext }>();
const model = defineModel<BalanceParameters>({ required: true });
const put = (rung: (typeof RUNGS)[number], hue: number, amount: number) =>
  (model.value = { ...model.value, [rung]: { hue, amount } });
</script>

<template>
  Push the colour of <slot />; luminance stays.
  <span class="mt-1 flex justify-between">
    <span v-for="rung in RUNGS" :key="rung" class="flex flex-col items-center text-[12px] leading-tight">
      <HueDisc
        :label="`Push of the ${rung}`"
        :hue="model[rung].hue"
        :amount="model[rung].amount"
        :most="60"
        @push="(hue, amount) => put(rung, hue, amount)"
      />
      <span
        >{{ rung }}
        <NumberField
          :model-value="model[rung].amount"
          :path="`${rung} amount`"
          :label="`Amount for the ${rung}`"
          :min="0"
          :max="100"
          :reset="0"
          @update:model-value="put(rung, model[rung].hue, $event)" />
        to
        <NumberField
          :model-value="model[rung].hue"
          :path="`${rung} hue`"
          :label="`Direction for the ${rung}`"
          :min="0"
          :max="360"
          unit="°"
          @update:model-value="put(rung, $event, model[rung].amount)"
      /></span>
    </span>
  </span>
</template>
