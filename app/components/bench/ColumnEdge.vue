<script setup lang="ts">
/** The edge of a column: drawn to make it wider, pressed twice to put it away or to bring it back. */
const props = defineProps<{ side: ColumnSide }>();
const { widthOf, setWidth, turn, isOpen, LEAST, MOST } = useColumns();

const name = computed(() => `${props.side === 'left' ? 'Left' : 'Right'} column`);
/** to the right makes the left one wider */
const outward = computed(() => (props.side === 'left' ? 1 : -1));
let from = { x: 0, width: 0 };
const listeners = useHandleDrag({
  gesture: {
    begin: () => undefined,
    end: () => undefined,
    cancel: () => setWidth(props.side, from.width),
  },
  movesAtOnce: true,
  saysItself: true,
  far: 5,
  move: (event) => {
    if (event.type === 'pointerdown') from = { x: event.clientX, width: widthOf(props.side) };
    else setWidth(props.side, from.width + outward.value * (event.clientX - from.x));
  },
  nudge: (_, { across }) => setWidth(props.side, widthOf(props.side) + 8 * across * outward.value),
  toEnd: (_, end) => setWidth(props.side, end === 'least' ? LEAST[props.side] : MOST),
})(undefined);
</script>

<template>
  <div
    class="group relative z-10 -mx-1 w-2 shrink-0 cursor-col-resize touch-none"
    role="separator"
    tabindex="0"
    aria-orientation="vertical"
    :aria-label="`Edge of the ${name.toLowerCase()}`"
    :aria-valuenow="widthOf(side)"
    :aria-valuemin="LEAST[side]"
    :aria-valuemax="MOST"
    :aria-valuetext="isOpen(side) ? `${widthOf(side)} pixels wide` : 'put away'"
    :title="`${name}: drag to make it wider, press twice to put it away or bring it back`"
    v-on="listeners"
    @dblclick="turn(side)"
    @keydown.enter.prevent="turn(side)"
  >
    <span
      class="absolute inset-y-0 left-1/2 w-px -translate-x-1/2 bg-line group-hover:w-0.5 group-hover:bg-quiet"
    />
    <button
      v-if="!isOpen(side)"
      class="absolute top-2 rounded border border-line bg-raised px-1 text-[12px]"
      :class="side === 'left' ? 'left-1' : 'right-1'"
      :aria-label="`Bring the ${name.toLowerCase()} back`"
      @pointerdown.stop
      @click="turn(side)"
    >
      {{ side === 'left' ? '›' : '‹' }}
    </button>
  </div>
</template>
