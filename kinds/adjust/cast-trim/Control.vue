<script setup lang="ts">
import { RADIANS_PER_DEGREE, wrapDegrees } from '#core/colour/angles';
import { convertSrgbLinearToOklab } from '#core/colour/oklab';
import type { StepContext } from '#core/offer/stepContext';
import type { CastTrimParameters } from './schema';

const props = defineProps<{ context: StepContext }>();
const model = defineModel<CastTrimParameters>({ required: true });
const put = (change: Partial<CastTrimParameters>) => (model.value = { ...model.value, ...change });

async function pickFamily(): Promise<void> {
  const colour = await props.context.ask.pickColour();
  if (!colour) return;
  const [, a, b] = convertSrgbLinearToOklab(colour.result);
  const family = Math.round(wrapDegrees(Math.atan2(b, a) / RADIANS_PER_DEGREE));
  put({ family, toward: (family + 180) % 360 });
}
</script>

<template>
  <span class="float-right ml-2"
    ><HueDisc
      label="Push of the family"
      :hue="model.toward"
      :amount="100 * model.amount"
      :most="100"
      :family="model.family"
      @push="(toward, amount) => put({ toward, amount: amount / 100 })"
  /></span>
  In <slot />, push
  <button
    class="underline decoration-dotted"
    title="Press, then press a colour of the picture"
    @click="pickFamily"
  >
    the family
  </button>
  at
  <span class="whitespace-nowrap"
    ><NumberField
      :model-value="model.family"
      path="family"
      label="Hue of the family"
      :min="0"
      :max="360"
      unit="°"
      @update:model-value="put({ family: $event })"
    />,
    <NumberField
      :model-value="model.width"
      path="width"
      label="Half width of the family"
      :min="5"
      :max="180"
      unit="°"
      :reset="60"
      @update:model-value="put({ width: $event })"
    />
    to each side,</span
  >
  <span class="whitespace-nowrap"
    >by
    <ShareField
      :model-value="model.amount"
      path="amount"
      label="Amount of the push"
      @update:model-value="put({ amount: $event })" />
    toward
    <NumberField
      :model-value="model.toward"
      path="toward"
      label="Direction of the push"
      :min="0"
      :max="360"
      unit="°"
      @update:model-value="put({ toward: $event })"
  /></span>
  <button
    class="text-quiet underline decoration-dotted"
    title="Across the disc: takes the family's own colour out"
    @click="put({ toward: (model.family + 180) % 360 })"
  >
    its complement</button
  >,
  <span class="whitespace-nowrap"
    >depth
    <NumberField
      :model-value="model.depth"
      path="depth"
      label="Depth"
      :min="-2"
      :max="2"
      :step="0.1"
      :decimals="2"
      unit=" stops"
      :reset="0"
      @update:model-value="put({ depth: $event })"
    />;</span
  >
  <label class="whitespace-nowrap"
    ><input
      type="checkbox"
      class="accent-(--accent)"
      :checked="model.keepsSaturation"
      @change="put({ keepsSaturation: ($event.target as HTMLInputElement).checked })"
    />
    keep saturation.</label
  >
</template>
