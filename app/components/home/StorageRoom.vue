<script setup lang="ts">
import { storageRoom } from '../../storage/storageRoom';

/** What the browser's storage holds and how much is left, with the ways to keep and to free. */
const props = defineProps<{ count: number; busy: string | undefined }>();
const emit = defineEmits<{ export: []; free: [] }>();
const room = shallowRef<Awaited<ReturnType<typeof storageRoom>>>();
watch(
  () => [props.count, props.busy],
  async () => (room.value = await storageRoom().catch(() => undefined)),
  { immediate: true },
);
function size(bytes: number): string {
  const mega = bytes / 1e6;
  return mega < 1000 ? `${mega.toFixed(mega < 10 ? 1 : 0)} MB` : `${(mega / 1000).toFixed(1)} GB`;
}
</script>

<template>
  <section
    aria-label="Storage"
    class="flex flex-wrap items-center gap-x-3 gap-y-1 border-t border-line pt-3 text-[12.5px] text-quiet"
  >
    <template v-if="room">
      <span>This browser holds {{ size(room.used) }} of the work</span>
      <progress
        v-if="room.most"
        :value="room.used"
        :max="room.most"
        class="h-1.5 w-24"
        aria-label="Storage used"
      />
      <span v-if="room.most">{{ size(room.most - room.used) }} are left</span>
      <span v-if="!room.lasting" title="The browser may clear it when the disk is full"
        >not promised to last</span
      >
    </template>
    <span class="grow" />
    <span v-if="busy" role="status">{{ busy }}</span>
    <button class="press" :disabled="!!busy || count === 0" @click="emit('export')">
      Save all sittings as files
    </button>
    <button
      class="press"
      :disabled="!!busy"
      title="Deleted sittings go for good, and photos that no sitting holds any more"
      @click="emit('free')"
    >
      Free what nobody needs
    </button>
  </section>
</template>
