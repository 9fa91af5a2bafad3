<script setup lang="ts">
import { clamp } from '#core/math/clamp';
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue';
import { putStep } from '#core/document/commands';
import { paletteOf } from '#kinds/adjust/recolour/partPalette';
import type { JsonObject } from '#core/document/kinds';
import type { Photo } from '#core/document/schema';
import { CancelledError } from '#core/errors';
import type { Piece, Survey } from '#workers/client';

/** Up to six colours of one part as small live pictures side by side; one is chosen. */
const props = defineProps<{ photo: Photo; survey: Survey | undefined }>();
const questions = useQuestions();
const workers = useWorkers();
const notices = useNotices();

const MOST = 6;
const WIDTH = 236;
const HEIGHT = 220;
const MARGIN = 0.35;
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
  const { x, y, width, height } = near ??
    box ?? { x: 0, y: 0, width: props.photo.width, height: props.photo.height };
  const across = Math.min(
    props.photo.width,
    Math.max(width * (1 + 2 * MARGIN), (height * (1 + 2 * MARGIN) * WIDTH) / HEIGHT),
  );
  const down = Math.min(props.photo.height, (across * HEIGHT) / WIDTH);
  const left = clamp(x + width / 2 - across / 2, 0, props.photo.width - across);
  const top = clamp(y + height / 2 - down / 2, 0, props.photo.height - down);
  const scale = Math.min(1, (2 * WIDTH) / across);
  return {
    x: left,
    y: top,
    width: across,
    height: down,
    outWidth: Math.max(1, Math.round(across * scale)),
    outHeight: Math.max(1, Math.round(down * scale)),
  };
});

let round = 0;
watch(
  colours,
  async () => {
    const mine = ++round;
    await nextTick();
    for (const [n, colour] of colours.value.entries()) {
      if (!step.value || mine !== round) return;
      try {
        const version = putStep(props.photo, {
          ...step.value,
          on: true,
          parameters: { ...step.value.parameters, colour } as JsonObject,
        });
        await workers.areas(version, 'versions');
        draw(
          canvases.value?.[n],
          await workers.renderers.picture(await workers.analyst.plan(version), region.value),
        );
      } catch (error) {
        if (!(error instanceof CancelledError)) notices.problem(error);
      }
    }
  },
  { immediate: true, deep: true },
);

function draw(canvas: HTMLCanvasElement | undefined, pieces: readonly Piece[]): void {
  if (!canvas) return;
  canvas.width = region.value.outWidth;
  canvas.height = region.value.outHeight;
  const context = canvas.getContext('2d', { colorSpace: 'srgb' });
  const scale = region.value.outHeight / region.value.height;
  for (const piece of pieces) {
    context?.drawImage(piece.bitmap, 0, Math.round((piece.region.y - region.value.y) * scale));
    piece.bitmap.close();
  }
}

onBeforeUnmount(() => {
  round++;
  workers.renderers.release('versions');
});
</script>

<template>
  <Dialog :open="true" class="relative z-40" @close="asked?.answer()">
    <div class="fixed inset-0 bg-black/30" aria-hidden="true" />
    <div class="fixed inset-0 flex items-center justify-center p-4">
      <DialogPanel class="max-h-full overflow-auto rounded-xl border border-line bg-[#666666] p-4 text-white">
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
              {{ colour }}</span
            >
          </li>
        </ul>
        <p class="mt-3 flex items-center gap-3 text-[13px]">
          <span class="grow">Press a picture to choose its colour, a swatch to try another.</span
          ><button class="press" @click="asked?.answer()">Keep as it is</button>
        </p>
      </DialogPanel>
    </div>
  </Dialog>
</template>
