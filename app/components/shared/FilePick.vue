<script setup lang="ts">
/** A button that opens the system's file picker. */
defineProps<{
  accept: string;
  multiple?: boolean;
  /** a whole folder is picked */
  folder?: boolean;
  main?: boolean;
  bare?: boolean;
  name: string;
  /** what a press does, where its words do not say it */
  title?: string;
}>();
const emit = defineEmits<{ files: [files: File[]] }>();
const input = useTemplateRef<HTMLInputElement>('input');

function picked(): void {
  emit('files', [...(input.value?.files ?? [])]);
  if (input.value) input.value.value = '';
}
</script>

<template>
  <button
    type="button"
    :title="title"
    :class="main ? 'press-main' : bare ? 'press-bare' : 'press'"
    @click="input?.click()"
  >
    <slot />
  </button>
  <input
    ref="input"
    type="file"
    class="hidden"
    :aria-label="name"
    :accept="accept"
    :multiple="multiple"
    :webkitdirectory="folder"
    @change="picked"
  />
</template>
