<script setup lang="ts">
import type { MarkContext } from '#core/offer/drawing';
import type { DiscReachParameters } from './schema';

defineProps<{ context: MarkContext }>();
/** Which colours are covered. */
const model = defineModel<DiscReachParameters>({ required: true });
</script>

<template>
  <ReachDisc v-model="model" :families="undefined" change="reach on the disc" />
  <ReachNumbers v-model="model" />
</template>
