<script setup lang="ts">
import type { Mark } from '#core/document/schema';
import type { MarkHandle } from '#core/render/kinds';
import { removeMark } from '#core/document/commands';

/** The lines and the handles of the mark that is being changed; every kind says which it has. */
const view = useView();
const drawing = useDrawing();
const { mark, kind, change } = useOpenMark();
const { area, edit } = useBenchPhoto();

type Parameters = Mark['parameters'];
const INSERT_REACH = 8;
const handles = computed(() => (kind.value?.handles && mark.value?.on ? kind.value.handles : undefined));
const label = computed(() => `change ${kind.value?.label ?? 'mark'}`);
const paths = computed(
  () =>
    handles.value?.lines(mark.value!.parameters).map(
      (line) =>
        `M${line
          .map(([x, y]) => {
            const at = view.imageToView({ x, y });
            return `${at.x.toFixed(1)} ${at.y.toFixed(1)}`;
          })
          .join('L')}`,
    ) ?? [],
);
const places = computed(
  () =>
    handles.value?.places(mark.value!.parameters).map((place) => ({ place, at: view.imageToView(place) })) ??
    [],
);

function moveTo(place: MarkHandle, x: number, y: number, shift: boolean): void {
  const rounded = { x: Math.round(x * 10) / 10, y: Math.round(y * 10) / 10 };
  change(label.value, handles.value!.move(mark.value!.parameters, place.name, rounded, shift) as Parameters);
}

const listeners = useHandleDrag<MarkHandle>({
  label: () => label.value,
  move: (event, place) => {
    const box = (event.currentTarget as SVGElement).ownerSVGElement!.getBoundingClientRect();
    const { x, y } = view.viewToImage({ x: event.clientX - box.left, y: event.clientY - box.top });
    moveTo(place, x, y, event.shiftKey);
  },
  nudge: (place, { across, down }) => moveTo(place, place.x + across, place.y + down, false),
});

function remove(place: MarkHandle): void {
  const open = mark.value!;
  const next = handles.value?.remove?.(open.parameters, place.name) as Parameters | undefined;
  const left = next && Object.values(next).some((value) => Array.isArray(value) && value.length === 0);
  if (next && left) edit('delete mark', (photo) => removeMark(photo, area.value!.id, open.id));
  else if (next) change(label.value, next);
}

function insert(event: MouseEvent): void {
  const box = (event.currentTarget as SVGElement).ownerSVGElement!.getBoundingClientRect();
  const next = handles.value?.insert?.(
    mark.value!.parameters,
    view.viewToImage({ x: event.clientX - box.left, y: event.clientY - box.top }),
    INSERT_REACH / view.zoom,
  ) as Parameters | undefined;
  if (next) change(label.value, next);
}
</script>

<template>
  <g v-if="handles">
    <template v-for="(path, n) in paths" :key="n">
      <path :d="path" fill="none" stroke="#000" stroke-opacity="0.55" stroke-width="3" /><path
        :d="path"
        fill="none"
        stroke="#fff"
        stroke-width="1.2"
      />
      <path
        v-if="handles.insert && !drawing.piece"
        :d="path"
        fill="none"
        stroke="transparent"
        stroke-width="9"
        class="pointer-events-auto"
        @dblclick.stop="insert"
        @pointerdown.stop
      />
    </template>
    <g
      v-for="{ place, at } in places"
      :key="place.name"
      :class="drawing.piece ? '' : 'pointer-events-auto cursor-move'"
      role="button"
      tabindex="0"
      data-handle
      :aria-label="`${place.label}; arrow keys move it${handles.remove ? ', Delete takes it away' : ''}`"
      :transform="`translate(${at.x} ${at.y})`"
      v-on="listeners(place)"
      @dblclick.stop="remove(place)"
      @keydown.delete.prevent.stop="remove(place)"
    >
      <circle r="9" fill="transparent" />
      <circle v-if="place.of" r="3.500" fill="#fff" stroke="#000" stroke-width="1.2" />
      <path v-else d="M0-5.500L5.500 0L0 5.500L-5.500 0z" fill="#fff" stroke="#000" stroke-width="1.4" />
    </g>
  </g>
</template>
