<script setup lang="ts">
import type { EvennessParameters } from './schema';

const model = defineModel<EvennessParameters>({ required: true });
const emit = defineEmits<{ start: []; end: [] }>();
const AIMS = [
  { name: 'hue', help: 'blotches of another hue are drawn to the trend of this lightness' },
  { name: 'saturation', help: 'paler and stronger places are drawn to the trend' },
  { name: 'lightness', help: 'darker and lighter blotches are drawn together; pores and the form of the face stay' },
] as const;
const KEPT = [{ name: 'blush', label: 'blush', help: 'the broad redness of cheeks and nose' }, { name: 'marks', label: 'freckles and moles', help: 'small marks darker than the skin around them' }] as const;
/** What a size of its own starts from, pixels of the photo. */
const FIRST_SIZE = 16;
const put = (change: Partial<EvennessParameters>) => (model.value = { ...model.value, ...change });
</script>

<template>
  Even <slot />:
  <template v-for="{ name, help } in AIMS" :key="name"><span class="whitespace-nowrap" :title="help">{{ name }} <NumberField :model-value="100 * model[name]" :label="`Evenness of ${name}`" :min="0" :max="100" unit=" %" :reset="70" @update:model-value="put({ [name]: $event / 100 })" @start="emit('start')" @end="emit('end')" />,</span>{{ ' ' }}</template>
  keep
  <template v-for="({ name, label, help }, place) in KEPT" :key="name"><span class="whitespace-nowrap" :title="help"><NumberField :model-value="100 * model[name]" :label="`Keep ${label}`" :min="0" :max="100" unit=" %" :reset="name === 'marks' ? 100 : 0" @update:model-value="put({ [name]: $event / 100 })" @start="emit('start')" @end="emit('end')" /> of {{ label }}{{ place === 0 ? ' and' : ';' }}</span>{{ ' ' }}</template>
  <span class="whitespace-nowrap" title="The radius of blotches: finer is left alone as pores, much broader as shading">blotches from
    <NumberField v-if="model.size !== null" :model-value="model.size" label="Radius of blotches" :min="1" :max="400" unit=" px" :reset="FIRST_SIZE" @update:model-value="put({ size: $event })" @start="emit('start')" @end="emit('end')" />
    <button class="text-quiet underline decoration-dotted" @click="put({ size: model.size === null ? FIRST_SIZE : null })">{{ model.size === null ? 'a size that suits the area' : 'suit it to the area' }}</button>.</span>
</template>
