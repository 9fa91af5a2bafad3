<script setup lang="ts">
import type { Photo, Sitter } from '#core/document/schema';
import { ensureThumb } from '../../storage/thumbs';

/** A sitter's face, cut out of the photo's small picture or of what became of it. */
const props = defineProps<{ photo: Photo; sitter: Sitter; size: number; result?: Blob }>();
const workers = useWorkers();
const canvas = useTemplateRef<HTMLCanvasElement>('canvas');

/** Of what is drawn one after the other, the newest stays. */
let newest = 0;
// Each change of the plan is another photo: drawn anew is what shows another picture or another face alone.
const at = (number: 'x' | 'y' | 'width' | 'height') => () => props.sitter.face[number];
watch(
  [
    // As it stands, a shallow one would count as changed each time.
    () => canvas.value,
    () => props.photo.id,
    () => props.result,
    () => props.size,
    at('x'),
    at('y'),
    at('width'),
    at('height'),
  ],
  draw,
  { immediate: true },
);
async function draw(): Promise<void> {
  const mine = ++newest;
  const surface = canvas.value;
  const {
    photo,
    sitter: { face },
    result,
  } = props;
  if (!surface) return;
  const picture = result ?? (await ensureThumb(workers, photo).catch(() => undefined));
  if (!picture) return;
  const bitmap = await createImageBitmap(picture);
  if (mine !== newest) return bitmap.close();
  const scale = bitmap.width / photo.width;
  const side = 1.25 * Math.max(face.width, face.height) * scale;
  const left = (face.x + face.width / 2) * scale - side / 2;
  const top = (face.y + face.height / 2) * scale - side / 2;
  surface.width = surface.height = 2 * props.size;
  surface.getContext('2d')?.drawImage(bitmap, left, top, side, side, 0, 0, surface.width, surface.height);
  bitmap.close();
}
</script>

<template>
  <canvas
    ref="canvas"
    class="shrink-0 rounded-full bg-line"
    :style="{ width: `${size}px`, height: `${size}px` }"
    aria-hidden="true"
  />
</template>
