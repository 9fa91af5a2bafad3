<script setup lang="ts">
/** Of how many photos a hand has changed what is now to be done anew, and what becomes of that. */
const props = defineProps<{
  count: number;
  /** what replaces it, in words */
  takes: string;
}>();
const wins = defineModel<'photo' | 'plan'>({ required: true });
const options = computed(
  () =>
    [
      { value: 'photo', name: 'keep what was changed there' },
      { value: 'plan', name: `take ${props.takes}` },
    ] as const,
);
</script>

<template>
  <span v-if="count > 0" class="flex items-center gap-1"
    >{{ count }} of them {{ count === 1 ? 'was' : 'were' }} changed by hand since:
    <ToggleGroup v-model="wins" label="What wins" :options="options"
  /></span>
</template>
