<script setup lang="ts">
import type { Part } from '#core/document/schema';
import type { RecolourParameters } from './schema';

defineProps<{ part: Part | undefined }>();
const model = defineModel<RecolourParameters>({ required: true });
const emit = defineEmits<{ start: []; end: [] }>();
const fault = ref<string>();

function typed(event: Event): void {
  const field = event.target as HTMLInputElement, text = field.value.trim().toLowerCase(), digits = text.startsWith('#') ? text : `#${text}`;
  const colour = /^#[0-9a-f]{3}$/.test(digits) ? `#${[...digits.slice(1)].map((digit) => digit + digit).join('')}` : digits;
  fault.value = /^#[0-9a-f]{6}$/.test(colour) ? undefined : `“${field.value}” is not a colour such as #6d7a63.`;
  if (fault.value) field.value = model.value.colour ?? '';
  else model.value = { ...model.value, colour };
}
</script>

<template>
  Recolour <slot /> to
  <span class="whitespace-nowrap">
    <input type="color" :value="model.colour ?? '#808080'" aria-label="Wanted colour" class="h-5 w-7 cursor-pointer rounded align-middle" @input="model = { ...model, colour: ($event.target as HTMLInputElement).value }" @focus="emit('start')" @blur="emit('end')">
    <input :value="model.colour ?? ''" aria-label="Wanted colour as a number" spellcheck="false" class="ml-1 w-[5.2rem] border-b border-dotted border-quiet bg-transparent font-semibold" @change="typed">
  </span>,
  <span class="whitespace-nowrap">keep <NumberField :model-value="100 * model.variation" label="Keep variation" :min="0" :max="100" unit=" %" :reset="100" @update:model-value="model = { ...model, variation: $event / 100 }" @start="emit('start')" @end="emit('end')" /> of its variation.</span>
  <span v-if="fault" role="alert" class="block text-[12px] text-warn">{{ fault }}</span>
  <span class="mt-1 flex gap-1" role="group" aria-label="Palette">
    <button v-for="entry in paletteOf(part)" :key="entry.name" class="h-5 w-7 cursor-pointer rounded border border-line" :style="{ background: entry.colour }" :title="entry.name" :aria-label="entry.name" :aria-pressed="model.colour === entry.colour" @click="model = { ...model, colour: entry.colour }" />
  </span>
</template>
