<script setup lang="ts">
import { Moon, Sun, SunMoon } from '@lucide/vue';

const choice = useLookChoice();
const ICONS = { system: SunMoon, light: Sun, dark: Moon } as const;

function next(): void {
  choice.value = LOOKS[(LOOKS.indexOf(choice.value) + 1) % LOOKS.length]!;
}
</script>

<template>
  <button
    class="press-bare"
    :aria-label="`Panels: ${choice}. Press to change`"
    :title="`Panels: ${choice}`"
    @click="next"
  >
    <component :is="ICONS[choice]" :size="16" />
  </button>
</template>
