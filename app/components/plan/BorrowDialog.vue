<script setup lang="ts">
import { DialogTitle } from '@headlessui/vue';
import { hexOfSrgbLinear } from '#core/colour/hex';
import { fitName } from '#core/document/names';
import type { Area, Photo } from '#core/document/schema';
import { photoFile } from '../../storage/photoStorage';

/**
 * Takes colours from another photo of the sitting, or from another sitter's part, for the step that asked.
 */
const props = defineProps<{ photo: Photo }>();
const questions = useQuestions();
/** The question that this dialog answers. */
const asked = computed(() => (questions.open?.is === 'lend' ? questions.open : undefined));
const sitting = useSitting();
const workers = useWorkers();
const notices = useNotices();

const WIDTH = 420;
const HEIGHT = 440;
const PATCH_SHARE = 0.008;
const from = shallowRef<Photo>(props.photo);
const canvas = useTemplateRef<HTMLCanvasElement>('canvas');
const opening = ref(true);
const wanted = computed(() =>
  props.photo.areas.find(
    ({ id }) => id === props.photo.plan.find((step) => step.id === asked.value?.stepId)?.areaId,
  ),
);
/** Parts like the one that borrows come first. */
const parts = computed(() =>
  from.value.areas
    .filter(({ id, marks }) => marks.length > 0 && id !== wanted.value?.id)
    .toSorted((p, q) => Number(q.part === wanted.value?.part) - Number(p.part === wanted.value?.part)),
);
const sizeOf = ({ width, height }: Photo) => {
  const scale = Math.min(WIDTH / width, HEIGHT / height);
  return { width: `${Math.round(width * scale)}px`, height: `${Math.round(height * scale)}px` };
};
const ownerOf = ({ sitter }: Area) =>
  from.value.sitters.length > 1
    ? `, sitter ${from.value.sitters.find(({ id }) => id === sitter)?.number ?? '?'}`
    : '';

watch(
  from,
  async (photo) => {
    opening.value = true;
    try {
      const bitmap = await workers.analyst.lend(
        photo,
        photo.id === props.photo.id ? undefined : await photoFile(photo),
        2 * Math.max(WIDTH, HEIGHT),
      );
      await nextTick();
      if (from.value !== photo || !canvas.value) return bitmap.close();
      canvas.value.width = bitmap.width;
      canvas.value.height = bitmap.height;
      canvas.value.getContext('2d', { colorSpace: 'srgb' })!.drawImage(bitmap, 0, 0);
      bitmap.close();
      opening.value = false;
    } catch (error) {
      notices.problem(error);
      close();
    }
  },
  { immediate: true },
);

const close = () => asked.value?.answer();

async function takePart(area: Area): Promise<void> {
  const part = await workers.analyst.lentPart(area.id).catch(notices.problem);
  if (!part) return notices.say(`${area.name} covers too little to take colours from.`);
  const where = from.value.id === props.photo.id ? '' : ` of ${from.value.file}`;
  asked.value?.answer({ name: fitName(`${area.name}${ownerOf(area)}${where}`, area.name), part });
}

async function takePlace(event: MouseEvent): Promise<void> {
  if (!asked.value?.places || opening.value) return;
  const box = canvas.value!.getBoundingClientRect();
  const photo = from.value;
  const size = Math.max(3, Math.round(PATCH_SHARE * Math.max(photo.width, photo.height)));
  const x = ((event.clientX - box.left) / box.width) * photo.width;
  const y = ((event.clientY - box.top) / box.height) * photo.height;
  const place = await workers.analyst.lentPatch({ x, y, size }).catch((error) => void notices.problem(error));
  asked.value?.answer(place ? { name: hexOfSrgbLinear(place), place } : undefined);
}
</script>

<template>
  <DialogFrame panel="flex gap-4 overflow-auto bg-paper p-4" @close="close">
    <div class="flex w-28 flex-wrap content-start gap-1" role="group" aria-label="Photos of the sitting">
      <button
        v-for="entry in sitting.document?.photos"
        :key="entry.id"
        class="rounded"
        :class="entry.id === from.id ? 'outline-2 outline-accent' : ''"
        :aria-label="`Take colours from ${entry.file}`"
        :title="entry.file"
        :aria-pressed="entry.id === from.id"
        @click="from = entry"
      >
        <PhotoThumb :photo-id="entry.id" :file="entry.file" :size="52" />
      </button>
    </div>
    <div
      class="relative flex w-[26.25rem] items-center justify-center rounded bg-[#777]"
      :style="{ height: `${HEIGHT}px` }"
    >
      <canvas
        ref="canvas"
        :style="sizeOf(from)"
        :class="asked?.places ? 'cursor-crosshair' : ''"
        :aria-label="`The photo ${from.file}`"
        @click="takePlace"
      />
      <p
        v-if="opening"
        role="status"
        class="absolute bottom-2 left-2 rounded bg-raised px-2 py-1 text-[13px]"
      >
        Opening {{ from.file }} …
      </p>
    </div>
    <div class="flex w-56 flex-col gap-2 text-[13px]">
      <DialogTitle class="text-[15px] font-semibold"
        >Colours for {{ wanted?.name ?? 'the whole picture' }}</DialogTitle
      >
      <p class="text-quiet">
        {{
          asked?.places
            ? 'Press a part for its colours from dark to light, or a place of the picture for one colour.'
            : 'Press a part: its numbers are taken as the plan of its photo leaves them.'
        }}
      </p>
      <ul class="flex min-h-0 grow flex-col gap-1 overflow-y-auto">
        <li v-for="area in parts" :key="area.id">
          <button class="press w-full justify-start" :disabled="opening" @click="takePart(area)">
            {{ area.name }}{{ ownerOf(area) }}
          </button>
        </li>
        <li v-if="parts.length === 0" class="rounded border border-dashed border-line p-2 text-quiet">
          {{ from.file }} is not divided into parts yet. Open it and press Find, then come back.
        </li>
      </ul>
      <button class="press self-end" @click="close">Close</button>
    </div>
  </DialogFrame>
</template>
