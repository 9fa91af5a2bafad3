<script setup lang="ts">
import type { Mark } from '#core/document/schema';
import type { MarkHandle } from '#core/render/kinds';
import { removeMark } from '#core/document/commands';

/** The handles of the mark that is being changed. */
const drawing = useDrawing();
const { mark, kind, change } = useOpenMark();
const { area, edit } = useBenchPhoto();

type Parameters = Mark['parameters'];
const handles = computed(() => (kind.value?.handles && mark.value?.on ? kind.value.handles : undefined));
const label = computed(() => `change ${kind.value?.label ?? 'mark'}`);

function remove(place: MarkHandle): void {
  const open = mark.value!;
  const next = handles.value?.remove?.(open.parameters, place.name) as Parameters | undefined;
  const left = next && Object.values(next).some((value) => Array.isArray(value) && value.length === 0);
  if (next && left) edit('delete mark', (photo) => removeMark(photo, area.value!.id, open.id));
  else if (next) change(label.value, next);
}
</script>

<template>
  <PictureHandles
    v-if="handles"
    :handles="handles"
    :parameters="mark!.parameters"
    :label="label"
    :passive="drawing.piece !== undefined"
    @change="change(label, $event as Parameters)"
    @remove="remove"
  />
</template>
