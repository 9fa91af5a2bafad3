<script setup lang="ts">
import { paletteColourName } from '#core/colour/palettes';
import { namedColour } from '#core/formats/namedColour';

/** A wanted colour: chosen from the system's field, or typed as a number or a name. */
const props = defineProps<{
  /** #rrggbb; null while none is chosen */ modelValue: string | null;
  /** whose names are understood, besides those of CSS */ palette?: Parameters<typeof namedColour>[1];
}>();
const emit = defineEmits<{ 'update:modelValue': [colour: string] }>();
const fault = ref<string>();
/** The palette's name for it, or its number. */
const shown = computed(
  () => props.modelValue && (paletteColourName(props.modelValue, props.palette ?? 'any') ?? props.modelValue),
);

function typed(event: Event): void {
  const field = event.target as HTMLInputElement;
  const named = namedColour(field.value, props.palette ?? 'any');
  fault.value = undefined;
  if (!named)
    fault.value = `“${field.value}” is neither a colour such as #6d7a63 nor a name that is known here.`;
  else if (named.beyond)
    fault.value = `“${field.value}” is more colourful than sRGB; the nearest, ${named.colour}, is taken.`;
  if (named) emit('update:modelValue', named.colour);
  field.value = shown.value ?? '';
}
</script>

<template>
  <ColourField
    :model-value="modelValue ?? '#808080'"
    label="Wanted colour"
    @update:model-value="emit('update:modelValue', $event)"
  />
  <input
    :value="shown ?? ''"
    :title="modelValue ?? ''"
    aria-label="Wanted colour as a number or a name"
    spellcheck="false"
    class="ml-1 field-sizing-content min-w-16 max-w-40 border-b border-dotted border-quiet bg-transparent font-semibold"
    @change="typed"
  /><span v-if="fault" role="alert" class="block text-[12px] whitespace-normal text-warn">{{ fault }}</span>
</template>
