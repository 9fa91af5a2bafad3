<script setup lang="ts">
/** What a visitor sees at an address that is none, or when the page itself failed. */
const props = defineProps<{ error: { readonly statusCode: number; readonly message: string } }>();
const words = computed(() =>
  props.error.statusCode === 404
    ? 'There is nothing at this address.'
    : `The page failed (${props.error.message}). What was stored is kept.`,
);
</script>

<template>
  <main class="flex h-full flex-col items-center justify-center gap-4">
    <h1 class="text-lg">{{ words }}</h1>
    <button class="press" @click="clearError({ redirect: '/' })">All sittings</button>
  </main>
</template>
