<script setup lang="ts">
import type { Photo, Sitter } from '#core/document/schema';

/** What became of a photo in small, or the photo as it was while that is not known or wanted. */
const props = defineProps<{
  photo: Photo;
  before?: boolean;
  /** brought to one size and place in a frame of 5 to 6; the whole photo where absent */
  face?: Sitter['face'] | undefined;
}>();
const progress = useProgress();
const address = ref<string>();
watch(
  () => (props.before ? undefined : progress.rows.get(props.photo.id)?.picture),
  (picture, _, onCleanup) => {
    const made = picture && URL.createObjectURL(picture);
    address.value = made;
    onCleanup(() => made && URL.revokeObjectURL(made));
  },
  { immediate: true },
);

/** Faces' heights in the height of the frame, and how far down their middle lies in it. */
const FRAME = { height: 2.1, middle: 0.5, across: 5 / 6 };
const placed = computed(() => {
  const { face, photo } = props;
  if (!face) return { class: 'h-full w-full object-contain', style: {} };
  const height = FRAME.height * face.height;
  const width = FRAME.across * height;
  const left = face.x + face.width / 2 - width / 2;
  const top = face.y + face.height / 2 - FRAME.middle * height;
  const percent = (value: number) => `${100 * value}%`;
  return {
    class: 'absolute max-w-none',
    style: {
      width: percent(photo.width / width),
      height: percent(photo.height / height),
      left: percent(-left / width),
      top: percent(-top / height),
    },
  };
});
</script>

<template>
  <img
    v-if="address"
    :src="address"
    :alt="`${photo.file}, with its plan`"
    :class="placed.class"
    :style="placed.style"
    draggable="false"
  />
  <span v-else :class="face ? 'absolute block' : 'block h-full w-full'" :style="placed.style"
    ><PhotoThumb :photo-id="photo.id" :file="photo.file" whole
  /></span>
</template>
