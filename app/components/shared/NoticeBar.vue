<script setup lang="ts">
import { X } from '@lucide/vue';

const store = useNotices();
</script>

<template>
  <div
    class="pointer-events-none fixed inset-x-0 bottom-[var(--notice-room,3rem)] z-50 flex flex-col items-center gap-2"
    aria-live="polite"
  >
    <div
      v-for="notice in store.notices"
      :key="notice.id"
      :role="notice.kind === 'problem' ? 'alert' : 'status'"
      class="pointer-events-auto flex max-w-[52rem] items-start gap-3 rounded-lg border bg-raised px-3 py-2 text-[13px] shadow-md"
      :class="notice.kind === 'problem' ? 'border-warn' : 'border-line'"
    >
      <span class="py-0.5">{{ notice.text }}</span>
      <button
        v-for="action in notice.actions"
        :key="action.label"
        class="press shrink-0 whitespace-nowrap"
        @click="
          action.run();
          store.dismiss(notice.id);
        "
      >
        {{ action.label }}
      </button>
      <button class="press-bare mt-0.5" aria-label="Put away" @click="store.dismiss(notice.id)">
        <X :size="15" />
      </button>
    </div>
  </div>
</template>
