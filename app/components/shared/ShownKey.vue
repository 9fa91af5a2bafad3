<script setup lang="ts">
/** The key of a command, as it was chosen. */
defineProps<{ of: string }>();
const { keyOf } = useKeys();
</script>

<template>
  <span class="key">{{ shortKey(keyOf(of)) }}</span>
</template>
