<script setup lang="ts">
/** How far a run through many photos is, what stops it, and what is to be known of single photos after it. */
defineEmits<{ open: [photoId: string] }>();
const setWork = useSetWork();
const sitting = useSitting();
const does = computed(() => setWork.work && SET_WORDS[setWork.work.task.is].does);
const fileOf = (id: string) => sitting.document?.photos.find((photo) => photo.id === id)?.file ?? 'a photo';
const all = ref(false);
const FIRST = 4;
const listed = computed(() => (all.value ? setWork.notes : setWork.notes.slice(0, FIRST)));
</script>

<template>
  <p
    v-if="setWork.work"
    class="mb-2 flex items-center gap-2 rounded-lg border border-line bg-raised px-3 py-1.5 text-[13px]"
  >
    <template v-if="setWork.running">
      <span role="status"
        >{{ does }}: {{ Math.min(setWork.passed + 1, setWork.ofPass) }} of {{ setWork.ofPass }}</span
      >
      <progress :value="setWork.share" max="1" class="h-2 grow" :aria-label="`${does}`" />
      <button class="press" @click="setWork.paused = !setWork.paused">
        {{ setWork.paused ? 'Go on' : 'Pause' }}
      </button>
      <button class="press" title="What is done stays" @click="setWork.stopWork">Stop</button>
    </template>
    <template v-else>
      <span class="grow" role="status"
        >{{ does }} {{ setWork.work.photoIds.length }} photos was not done when this page was closed.</span
      >
      <button class="press" @click="setWork.goOn">Go on with it</button>
      <button class="press" @click="setWork.leave">Leave it</button>
    </template>
  </p>
  <ul
    v-if="setWork.notes.length > 0"
    class="mb-2 max-h-28 overflow-y-auto rounded-lg border border-line px-3 py-1.5 text-[13px]"
    aria-label="To know of single photos"
  >
    <li v-for="({ photoId, words }, n) in listed" :key="n" class="flex items-baseline gap-2">
      <span class="min-w-0 grow"
        ><span class="text-quiet">{{ fileOf(photoId) }}:</span> {{ words }}</span
      >
      <button class="press-bare" :aria-label="`Look at ${fileOf(photoId)}`" @click="$emit('open', photoId)">
        Look
      </button>
    </li>
    <li v-if="setWork.notes.length > FIRST">
      <button class="press-bare" @click="all = !all">
        {{ all ? 'Fewer' : `${setWork.notes.length - FIRST} more` }}
      </button>
    </li>
  </ul>
</template>
