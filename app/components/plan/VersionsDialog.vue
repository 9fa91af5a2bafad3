<script setup lang="ts">
import { DialogTitle } from '@headlessui/vue';
import { putStep } from '#core/document/commands';
import { paletteColourName } from '#core/colour/palettes';
import { paletteNameOf, paletteOf } from '#kinds/adjust/recolour/partPalette';
import type { JsonObject } from '#core/document/kinds';
import type { Photo } from '#core/document/schema';
import type { Survey } from '#workers/client';

/** Up to six colours of one part as small live pictures side by side; one is chosen. */
const props = defineProps<{ photo: Photo; survey: Survey | undefined }>();
const questions = useQuestions();

const MOST = 6;
const WIDTH = 236;
const HEIGHT = 220;
const asked = computed(() => (questions.open?.is === 'version' ? questions.open : undefined));
const step = computed(() => props.photo.plan.find(({ id }) => id === asked.value?.stepId));
const area = computed(() => props.photo.areas.find(({ id }) => id === step.value?.areaId));
const own = step.value?.parameters.colour as string;
const colours = ref(
  [
    own,
    ...paletteOf(area.value?.part)
      .map(({ colour }) => colour)
      .filter((colour, i, all) => colour !== own && i % Math.max(1, Math.floor(all.length / MOST)) === 0),
  ].slice(0, MOST),
);
const canvases = useTemplateRef<HTMLCanvasElement[]>('canvases');

/** The sitter's face where there is one, else the area. */
const region = computed(() => {
  const face = props.photo.sitters.find(({ id }) => id === area.value?.sitter)?.face;
  const box = area.value && props.survey?.areas[area.value.id]?.box;
  const part = area.value?.part;
  const near = part === 'irises' || part === 'lips' || part === 'brows' ? box : face;
  const about = near ?? box ?? { x: 0, y: 0, width: props.photo.width, height: props.photo.height };
  return regionAbout(props.photo, about, { width: WIDTH, height: HEIGHT });
});
useVariants(
  () =>
    colours.value.map((colour) => {
      const of = step.value;
      if (!of) return undefined;
      const parameters = { ...of.parameters, colour } as JsonObject;
      return { photo: putStep(props.photo, { ...of, on: true, parameters }), region: region.value };
    }),
  canvases,
);
</script>

<template>
  <DialogFrame panel="overflow-auto bg-[#666666] p-4 text-white" @close="asked?.answer()">
    <DialogTitle class="mb-2 text-[15px] font-semibold">Versions of {{ area?.name }}</DialogTitle>
    <ul class="grid grid-cols-3 gap-3">
      <li v-for="(colour, n) in colours" :key="n">
        <button
          class="block overflow-hidden rounded outline-offset-2 hover:outline-2 hover:outline-white"
          :aria-label="`Choose version ${n + 1}, ${colour}`"
          @click="asked?.answer(colour)"
        >
          <canvas
            ref="canvases"
            :style="{ width: `${WIDTH}px`, height: `${HEIGHT}px` }"
            class="bg-[#6a6a6a]"
          />
        </button>
        <span class="mt-1 flex items-center gap-2 text-[12px]"
          ><input
            :value="colour"
            type="color"
            :aria-label="`Colour of version ${n + 1}`"
            class="h-5 w-8"
            @change="colours[n] = ($event.target as HTMLInputElement).value"
          />
          {{ paletteColourName(colour, paletteNameOf(area?.part)) ?? colour }}</span
        >
      </li>
    </ul>
    <p class="mt-3 flex items-center gap-3 text-[13px]">
      <span class="grow">Press a picture to choose its colour, a swatch to try another.</span
      ><button class="press" @click="asked?.answer()">Keep as it is</button>
    </p>
  </DialogFrame>
</template>
