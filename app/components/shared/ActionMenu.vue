<script setup lang="ts">
import { onClickOutside } from '@vueuse/core';
import { clamp } from '#core/math/clamp';

/** The menu that is open, wherever it was asked for. */
const menu = useMenu();
const panel = useTemplateRef<HTMLElement>('panel');
const MARGIN = 8;
const place = ref({ left: 0, top: 0 });
const items = () => [...(panel.value?.querySelectorAll<HTMLButtonElement>('button:not(:disabled)') ?? [])];

watch(
  () => menu.open,
  async (open) => {
    if (!open) return;
    await nextTick();
    const { width, height } = panel.value!.getBoundingClientRect();
    place.value = {
      left: clamp(open.x, MARGIN, Math.max(MARGIN, window.innerWidth - width - MARGIN)),
      top: clamp(open.y, MARGIN, Math.max(MARGIN, window.innerHeight - height - MARGIN)),
    };
    items()[0]?.focus();
  },
);
onClickOutside(panel, () => menu.putAway());

function key(event: KeyboardEvent): void {
  event.stopPropagation();
  const all = items();
  const at = all.indexOf(document.activeElement as HTMLButtonElement);
  const next = { ArrowDown: at + 1, ArrowUp: at - 1 + all.length, Home: 0, End: all.length - 1 }[event.key];
  if (event.key === 'Escape' || event.key === 'Tab') menu.putAway();
  else if (next !== undefined) all[next % all.length]?.focus();
  else {
    const letter = all.find((item) => item.textContent!.trim().toLowerCase().startsWith(event.key));
    if (event.key.length !== 1 || event.key === ' ' || !letter) return;
    letter.focus();
  }
  event.preventDefault();
}
</script>

<template>
  <Teleport to="body">
    <div
      v-if="menu.open"
      ref="panel"
      role="menu"
      :aria-label="menu.open.label"
      class="fixed z-50 flex max-h-[80vh] min-w-44 flex-col overflow-y-auto rounded-lg border border-line bg-raised p-1 text-[13px] shadow-lg"
      :style="{ left: `${place.left}px`, top: `${place.top}px` }"
      @keydown="key"
      @contextmenu.prevent
    >
      <p class="px-2 py-0.5 text-[12px] text-quiet" role="presentation">{{ menu.open.label }}</p>
      <button
        v-for="entry in menu.open.entries"
        :key="entry.words"
        role="menuitem"
        tabindex="-1"
        :disabled="entry.off"
        class="flex items-center gap-4 rounded px-2 py-1 text-left hover:bg-paper focus:bg-paper disabled:opacity-40"
        @click="menu.choose(entry)"
      >
        <span class="grow" :class="entry.now ? 'font-semibold' : ''">{{ entry.words }}</span>
        <span v-if="entry.key" class="key">{{ entry.key }}</span><span v-if="entry.more" aria-hidden="true"
          >›</span
        >
      </button>
    </div>
  </Teleport>
</template>
