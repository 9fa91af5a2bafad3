<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import type { Photo } from '#core/document/schema';

/** Two to six chosen photos, their faces at one size and place; a wheel or a drag moves all of them. */
const props = defineProps<{ ids: readonly string[] }>();
defineEmits<{ open: [photoId: string] }>();
const MOST_BESIDE = 6;
const MOST_ZOOM = 8;
const sitting = useSitting();
const photos = computed(() =>
  props.ids
    .slice(0, MOST_BESIDE)
    .map((id) => sitting.document?.photos.find((photo) => photo.id === id))
    .filter((photo) => photo !== undefined),
);
const { people } = usePeople();
/** The one whom most of them show. */
const who = computed(() => {
  const shows = (id: string) =>
    photos.value.filter(({ sitters }) => sitters.some(({ person }) => person === id)).length;
  return people.value.toSorted((p, q) => shows(q.id) - shows(p.id))[0]?.id;
});
const faceOf = ({ sitters, width, height }: Photo) =>
  (sitters.find(({ person }) => person === who.value) ?? sitters[0])?.face ?? { x: 0, y: 0, width, height };
const before = ref(false);
/** of the face's size in the frame, and how far from its middle, in faces' heights */
const view = reactive({ zoom: 1, x: 0, y: 0 });

function wheel(event: WheelEvent): void {
  view.zoom = Math.min(MOST_ZOOM, Math.max(0.4, view.zoom * 2 ** (-event.deltaY / 400)));
}
function drag(event: PointerEvent): void {
  if (event.buttons !== 1) return;
  const { height } = (event.currentTarget as HTMLElement).getBoundingClientRect();
  const face = (height * view.zoom) / FRAME;
  view.x -= event.movementX / face;
  view.y -= event.movementY / face;
}
function nudge(event: KeyboardEvent): void {
  const step = 0.1 / view.zoom;
  const moves: Readonly<Record<string, () => void>> = {
    'ArrowLeft': () => (view.x -= step),
    'ArrowRight': () => (view.x += step),
    'ArrowUp': () => (view.y -= step),
    'ArrowDown': () => (view.y += step),
    '+': () => (view.zoom = Math.min(MOST_ZOOM, view.zoom * 1.25)),
    '-': () => (view.zoom = Math.max(0.4, view.zoom / 1.25)),
    '0': () => Object.assign(view, { zoom: 1, x: 0, y: 0 }),
  };
  const does = moves[event.key];
  if (!does) return;
  event.preventDefault();
  does();
}
/** Faces' heights in the height of a frame at first. */
const FRAME = 1.7;
const frame = useTemplateRef<HTMLElement[]>('frame');
const room = useElementSize(() => frame.value?.[0]);
const addressOf = useLargeResults(() => photos.value);
function placed(photo: Photo) {
  const face = faceOf(photo);
  const scale = (view.zoom * room.height.value) / (FRAME * face.height);
  const x = face.x + face.width / 2 + view.x * face.height;
  const y = face.y + face.height / 2 + view.y * face.height;
  return {
    width: `${photo.width * scale}px`,
    height: `${photo.height * scale}px`,
    left: `${room.width.value / 2 - x * scale}px`,
    top: `${room.height.value / 2 - y * scale}px`,
  };
}
</script>

<template>
  <p v-if="photos.length < 2" class="nothing-yet">
    Choose two to six photos under Photos; they are shown here beside each other, face by face.
  </p>
  <template v-else>
    <p class="mb-2 flex flex-wrap items-center gap-3 text-[13px]">
      <HoldButton v-model="before" class="press" title="Hold: the photos as they were">Before</HoldButton>
      <span class="text-quiet"
        >Wheel: nearer; drag or arrow keys: another place, in all of them; 0: the faces again.</span
      >
      <span v-if="ids.length > MOST_BESIDE" class="text-quiet"
        >The first {{ MOST_BESIDE }} of {{ ids.length }} are shown.</span
      >
    </p>
    <div
      class="grid min-h-0 grow grid-cols-(--columns) gap-2"
      :style="{
        '--columns': `repeat(${photos.length > 3 ? Math.ceil(photos.length / 2) : photos.length}, minmax(0, 1fr))`,
      }"
      role="group"
      tabindex="0"
      aria-label="Photos beside each other; arrow keys, plus and minus move all"
      @wheel.prevent="wheel"
      @keydown="nudge"
    >
      <figure v-for="photo in photos" :key="photo.id" class="flex min-h-0 min-w-0 flex-col">
        <div
          ref="frame"
          class="relative min-h-0 grow cursor-grab overflow-hidden rounded bg-[#777]"
          @pointermove="drag"
        >
          <img
            v-if="addressOf(photo, before)"
            :src="addressOf(photo, before)"
            :alt="before ? `${photo.file}, as it was` : `${photo.file}, with its plan`"
            class="absolute max-w-none"
            :style="placed(photo)"
            draggable="false"
          />
        </div>
        <figcaption class="flex items-baseline gap-2 text-[12px]">
          <span class="min-w-0 grow truncate">{{ photo.file }}</span>
          <button class="press-bare" :aria-label="`Open ${photo.file}`" @click="$emit('open', photo.id)">
            Open
          </button>
        </figcaption>
      </figure>
    </div>
  </template>
</template>
