<script setup lang="ts">
import { clamp } from '#core/math/clamp';
import { useElementSize } from '@vueuse/core';
import type { Corridor } from '#core/measure/corridor';
import type { Ladder } from '#core/measure/ladder';
import type { Part, Rung } from '#core/document/schema';

/**
 * A part's hue or saturation over its lightness, before hollow and after filled; rungs are dragged to their
 * targets, the grain's width to evenness.
 */
const props = defineProps<{
  ladder: { readonly before: Ladder; readonly after: Ladder };
  part: Part;
  quantity: LadderQuantity;
  corridor: Corridor;
  targets: Readonly<Record<Rung, number | null>> | undefined;
  /** how far the quantity is evened, 0..1 */
  evenness: number;
  /** whether steps lie between before and after */
  changed: boolean;
}>();
const emit = defineEmits<{ target: [rung: Rung, value: number | null]; evenness: [share: number] }>();

/** CSS pixels, until the room is known */
const FIRST = { width: 304, height: 200 };
const canvas = useTemplateRef<HTMLCanvasElement>('canvas');
const room = useTemplateRef<HTMLElement>('room');
const measured = useElementSize(room, FIRST);
const size = computed(() => ({
  width: Math.max(1, Math.round(measured.width.value)),
  height: Math.max(1, Math.round(measured.height.value)),
}));
const clip = useId();
const skin = computed(() => isSkin(props.part));
const scale = computed(() => {
  const rungsShown = [...props.ladder.before.rungs, ...props.ladder.after.rungs];
  return ladderScale({
    quantity: props.quantity,
    size: size.value,
    skin: skin.value,
    values: rungsShown.flatMap((rung) => ladderNumber(rung, props.quantity) ?? []),
    lightness: ladderLightness(props.ladder.before),
  });
});
const rungs = computed(() => rungPlaces(props.ladder, scale.value, props.targets));
const corridor = computed(() =>
  skin.value && props.quantity === 'hue'
    ? corridorPaths(props.corridor, scale.value, rungs.value)
    : undefined,
);
const grain = computed(() => grainPlace(props.ladder.before, scale.value, rungs.value, props.evenness));
const unit = computed(() => (props.quantity === 'hue' ? '°' : ' %'));

watchEffect(
  () => {
    const surface = canvas.value;
    const context = surface?.getContext('2d');
    if (!surface || !context) return;
    const sharp = window.devicePixelRatio || 1;
    surface.width = size.value.width * sharp;
    surface.height = size.value.height * sharp;
    context.scale(sharp, sharp);
    const { before, after } = props.ladder;
    const hue = before.rungs.find(({ hsvHueDegrees }) => hsvHueDegrees !== undefined)?.hsvHueDegrees ?? 0;
    drawLadderGround(context, scale.value, hue);
    drawGrain(context, scale.value, ladderShares(before, props.quantity), { hue, hollow: props.changed });
    if (props.changed)
      drawGrain(context, scale.value, ladderShares(after, props.quantity), { hue, hollow: false });
  },
  { flush: 'post' },
);
</script>

<template>
  <figure class="relative pb-[22px]">
    <div ref="room" class="ladder-room" />
    <canvas
      ref="canvas"
      class="absolute left-0 top-0 rounded"
      :style="{ width: `${size.width}px`, height: `${size.height}px` }"
    />
    <svg
      :width="size.width"
      :height="size.height"
      class="absolute left-0 top-0 overflow-visible"
      role="group"
      :aria-label="`Tone ladder: ${quantity} across, lightness upward`"
    >
      <clipPath :id="clip"><rect :width="size.width" :height="size.height" /></clipPath>
      <g :clip-path="`url(#${clip})`">
        <template v-if="corridor">
          <path :d="corridor.field" fill="rgb(255 255 255 / 34%)" />
          <path :d="corridor.from" fill="none" stroke="#111" stroke-width="1.4" />
          <path :d="corridor.to" fill="none" stroke="#111" stroke-width="1.4" />
        </template>
        <path
          :d="trendPath(ladder.before, scale)"
          fill="none"
          stroke="#333"
          stroke-width="1.4"
          :stroke-dasharray="changed ? '3 2' : undefined"
        />
        <path
          v-if="changed"
          :d="trendPath(ladder.after, scale)"
          fill="none"
          stroke="#000"
          stroke-width="1.8"
        />
      </g>
      <LadderRungs :rungs="rungs" :scale="scale" @target="(rung, value) => emit('target', rung, value)" />
      <g font-size="11.5" fill="var(--quiet)" text-anchor="middle">
        <text
          v-for="tick in ladderTicks(scale)"
          :key="tick"
          :x="clamp(ladderX(scale, tick), 8, size.width - 10)"
          :y="size.height + 15"
        >
          {{ quantity === 'hue' ? (tick + 360) % 360 : tick }}{{ unit }}
        </text>
      </g>
      <LadderGrain
        v-if="grain"
        :grain="grain"
        :scale="scale"
        :evenness="evenness"
        @evenness="emit('evenness', $event)"
      />
      <template v-if="skin && quantity === 'hue'">
        <text x="5" :y="size.height - 6" font-size="11.5" fill="currentColor">redder</text>
        <text :x="size.width - 5" :y="size.height - 6" font-size="11.5" text-anchor="end" fill="currentColor">
          greener
        </text>
      </template>
    </svg>
  </figure>
</template>

<style scoped>
/* As high as the window allows. */
.ladder-room {
  height: clamp(7.5rem, 19vh, 20rem);
}
</style>
