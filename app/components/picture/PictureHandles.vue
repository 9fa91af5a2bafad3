<script setup lang="ts">
import type { MarkHandle, MarkHandles } from '#core/render/kinds';

/** Lines and handles of a thing that has its place on the picture; it says which it has. */
const props = defineProps<{
  handles: MarkHandles;
  parameters: object;
  /** what a change is called in the history */
  label: string;
  /** the hand passes through them */
  passive?: boolean;
}>();
const emit = defineEmits<{ change: [parameters: object]; remove: [place: MarkHandle] }>();
const view = useView();

const INSERT_REACH = 8;
const paths = computed(() =>
  props.handles.lines(props.parameters).map(
    (line) =>
      `M${line
        .map(([x, y]) => {
          const at = view.imageToView({ x, y });
          return `${at.x.toFixed(1)} ${at.y.toFixed(1)}`;
        })
        .join('L')}`,
  ),
);
const places = computed(() =>
  props.handles.places(props.parameters).map((place) => ({ place, at: view.imageToView(place) })),
);

function moveTo(place: MarkHandle, x: number, y: number, shift: boolean): void {
  const rounded = { x: Math.round(x * 10) / 10, y: Math.round(y * 10) / 10 };
  emit('change', props.handles.move(props.parameters, place.name, rounded, shift) as object);
}

const listeners = useHandleDrag<MarkHandle>({
  label: () => props.label,
  move: (event, place) => {
    const box = (event.currentTarget as SVGElement).ownerSVGElement!.getBoundingClientRect();
    const { x, y } = view.viewToImage({ x: event.clientX - box.left, y: event.clientY - box.top });
    moveTo(place, x, y, event.shiftKey);
  },
  nudge: (place, { across, down }) => moveTo(place, place.x + across, place.y + down, false),
});

function insert(event: MouseEvent): void {
  const box = (event.currentTarget as SVGElement).ownerSVGElement!.getBoundingClientRect();
  const next = props.handles.insert?.(
    props.parameters,
    view.viewToImage({ x: event.clientX - box.left, y: event.clientY - box.top }),
    INSERT_REACH / view.zoom,
  );
  if (next) emit('change', next);
}
</script>

<template>
  <g>
    <template v-for="(path, n) in paths" :key="n">
      <path :d="path" fill="none" stroke="#000" stroke-opacity="0.55" stroke-width="3" /><path
        :d="path"
        fill="none"
        stroke="#fff"
        stroke-width="1.2"
      />
      <path
        v-if="handles.insert && !passive"
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
      :class="passive ? '' : 'pointer-events-auto cursor-move'"
      role="button"
      tabindex="0"
      data-handle
      :aria-label="`${place.label}; arrow keys move it${handles.remove ? ', Delete takes it away' : ''}`"
      :transform="`translate(${at.x} ${at.y})`"
      v-on="listeners(place)"
      @dblclick.stop="emit('remove', place)"
      @keydown.delete.prevent.stop="emit('remove', place)"
    >
      <circle r="9" fill="transparent" />
      <circle v-if="place.of" r="3.500" fill="#fff" stroke="#000" stroke-width="1.2" />
      <path v-else d="M0-5.500L5.500 0L0 5.500L-5.500 0z" fill="#fff" stroke="#000" stroke-width="1.4" />
    </g>
  </g>
</template>
