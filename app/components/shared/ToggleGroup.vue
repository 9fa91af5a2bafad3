<script setup lang="ts" generic="Value extends string">
import { RadioGroup, RadioGroupOption } from '@headlessui/vue';

/** One of several: Tab reaches the group, arrow keys go round in it. */
defineProps<{
  label: string;
  options: readonly {
    readonly value: Value;
    readonly name: string;
    readonly title?: string;
    readonly key?: string;
  }[];
  /** without the look of buttons */
  bare?: boolean;
}>();
/** null where none is chosen */
const model = defineModel<Value | null>({ required: true });
</script>

<template>
  <RadioGroup
    :model-value="model ?? undefined"
    :aria-label="label"
    as="span"
    class="flex flex-wrap gap-1"
    @update:model-value="model = $event"
  >
    <RadioGroupOption
      v-for="option in options"
      :key="option.value"
      v-slot="{ checked }"
      :value="option.value"
      as="template"
    >
      <button
        type="button"
        :class="[bare ? 'press-bare' : 'press', bare && checked ? 'font-semibold !text-ink' : '']"
        :aria-label="option.key ? `${option.name} ${option.key}` : option.name"
        :title="option.title"
      >
        <slot :option="option" :checked="checked">{{ option.name }}</slot>
      </button>
    </RadioGroupOption>
  </RadioGroup>
</template>
