<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core';
import { wasChanged } from '#core/document/wasChanged';

/** What of the plan on the bench goes to other photos, and how. */
const props = defineProps<{
  ids: readonly string[];
  /** the photo on the bench */ from: string | undefined;
}>();
const emit = defineEmits<{ done: [] }>();
const sitting = useSitting();
const setWork = useSetWork();
const wholePicture = useLocalStorage('even-blush-carry-whole', true);
const fades = useLocalStorage<'face' | 'frame'>('even-blush-carry-fades', 'face');
const wins = ref<'photo' | 'plan'>('photo');
const FADES = [
  { value: 'face', name: 'with the face' },
  { value: 'frame', name: 'with the frame' },
] as const;

const photos = computed(() => sitting.document?.photos ?? []);
const source = computed(() => photos.value.find(({ id }) => id === props.from));
const targets = computed(() => props.ids.filter((id) => id !== props.from));
/** Photos in which what was carried before was changed by hand. */
const changed = computed(
  () =>
    photos.value.filter((photo) => targets.value.includes(photo.id) && wasChanged(photo, 'carry', props.from))
      .length,
);
function carry(): void {
  if (!props.from) return;
  const { value: whole } = wholePicture;
  void setWork.start(
    { is: 'carry', from: props.from, wholePicture: whole, fades: fades.value, wins: wins.value },
    targets.value,
  );
  emit('done');
}
</script>

<template>
  <div class="mt-2 flex flex-wrap items-center gap-3 border-t border-line pt-2">
    <p v-if="!source || source.plan.length === 0">
      The photo on the bench has no plan yet. Open the photo that is done, then carry it over.
    </p>
    <p v-else-if="targets.length === 0">Choose other photos than the one on the bench.</p>
    <template v-else>
      <span
        >{{ source.plan.length }} {{ source.plan.length === 1 ? 'step' : 'steps' }} of {{ source.file }} to
        {{ targets.length }} {{ targets.length === 1 ? 'photo' : 'photos' }}: parts found anew, readings
        placed anew, what was drawn goes with the face and the parts it lies on.</span
      >
      <label class="flex items-center gap-1"
        ><input v-model="wholePicture" type="checkbox" class="accent-(--accent)" />steps on the whole picture
        too</label
      >
      <span class="flex items-center gap-1"
        >fades go <ToggleGroup v-model="fades" label="Fades go" :options="FADES"
      /></span>
      <ChangedSince v-model="wins" :count="changed" takes="what is carried" />
      <button class="press-main" @click="carry">Carry over</button>
    </template>
  </div>
</template>
