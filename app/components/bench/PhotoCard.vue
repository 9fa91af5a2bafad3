<script setup lang="ts">
import { CHOICES } from '#core/document/schema';
import type { Choice, Photo, Sitter } from '#core/document/schema';

/** A photo of the sitting: what became of it, its state, its sitters, what was decided. */
const props = defineProps<{
  photo: Photo;
  width: number;
  before: boolean;
  chosen: boolean;
  open: boolean;
  /** shown at one size and place in every card; the whole photo where absent */
  face?: Sitter['face'] | undefined;
}>();
defineEmits<{ open: []; mark: [event: MouseEvent]; decide: [choice: Choice | null] }>();
const progress = useProgress();
const state = computed(() => progress.stateOf(props.photo));
</script>

<template>
  <li class="flex flex-col gap-1">
    <button
      class="relative overflow-hidden rounded bg-[#777]"
      :class="open ? 'outline-2 outline-accent' : ''"
      :style="{ height: `${width * 1.2}px` }"
      :aria-label="photo.file"
      :title="`Open ${photo.file}`"
      :aria-current="open ? 'true' : undefined"
      @click="$emit('open')"
    >
      <ResultPicture :photo="photo" :before="before" :face="face" />
    </button>
    <p class="flex items-center gap-1.5 text-[12px]">
      <input
        type="checkbox"
        class="accent-(--accent)"
        :checked="chosen"
        :aria-label="`Choose ${photo.file}`"
        title="Choose; shift chooses all from the last one on"
        @click="$emit('mark', $event)"
      />
      <span class="min-w-0 grow truncate" :title="photo.file">{{ photo.file }}</span>
    </p>
    <p class="flex items-center gap-1.5 text-[12px] text-quiet">
      <StateMark :state="state" />
      <span class="min-w-0 grow truncate">{{ state }}</span>
      <select
        :value="photo.choice ?? ''"
        :aria-label="`Decision on ${photo.file}`"
        class="min-w-0 rounded bg-transparent text-ink"
        :class="photo.choice ? 'w-[4.8rem]' : 'w-8'"
        title="Wanted, perhaps, or left out"
        @change="$emit('decide', (($event.target as HTMLSelectElement).value || null) as Choice | null)"
      >
        <option value="">–</option>
        <option v-for="name in CHOICES" :key="name" :value="name">{{ name }}</option>
      </select>
    </p>
  </li>
</template>
