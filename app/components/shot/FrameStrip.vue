<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { clamp } from '#core/math/clamp';
import { Hand, TriangleAlert } from '@lucide/vue';
import type { KeyFrame } from '#kinds/shot/keyFrames';

/** The frames of a shot in a row: what is done of them, key frames, and what is worth a look. */
const props = defineProps<{ small: (n: number, longSide: number) => Promise<Blob> }>();
const emit = defineEmits<{ move: [key: KeyFrame, n: number] }>();
const shot = useShot();

const HEIGHT = 44;
const strip = useTemplateRef<HTMLElement>('strip');
const { width } = useElementSize(strip);
const last = computed(() => Math.max(1, shot.count - 1));
/** Middle of a frame, as a share of the strip. */
const placeOf = (n: number) => `${(100 * (n + 0.5)) / Math.max(1, shot.count)}%`;

const thumbs = shallowRef<ReadonlyMap<number, string>>(new Map());
const shown = computed(() => {
  const across = (HEIGHT * shot.facts!.width) / shot.facts!.height;
  const fit = Math.max(1, Math.min(shot.count, Math.ceil(width.value / across)));
  return Array.from({ length: fit }, (_, i) => Math.floor(((i + 0.5) * shot.count) / fit));
});
let asked = 0;
watch(
  shown,
  async (frames) => {
    const now = ++asked;
    for (const n of frames) {
      if (thumbs.value.has(n)) continue;
      const picture = await props.small(n, 2 * HEIGHT).catch(() => undefined);
      if (now !== asked) return;
      if (picture) thumbs.value = new Map(thumbs.value).set(n, URL.createObjectURL(picture));
    }
  },
  { immediate: true },
);
onBeforeUnmount(() => {
  asked++;
  for (const address of thumbs.value.values()) URL.revokeObjectURL(address);
});

/** Frames of the same state beside each other. */
const runs = computed(() => {
  const found: { state: string; from: number; to: number }[] = [];
  shot.states.forEach((state, n) => {
    const run = found.at(-1);
    if (run?.state === state) run.to = n;
    else found.push({ state, from: n, to: n });
  });
  return found;
});
const share = (frames: number) => `${(100 * frames) / Math.max(1, shot.count)}%`;

/** The frame under the pointer. */
function frameAt({ clientX }: PointerEvent): number {
  const { left, width: across } = strip.value!.getBoundingClientRect();
  return clamp(Math.round(((clientX - left) / across) * shot.count - 0.5), 0, shot.count - 1);
}
function take(event: PointerEvent): void {
  if (event.buttons === 0) return;
  shot.playing = false;
  shot.goTo(frameAt(event));
}
function begin(event: PointerEvent): void {
  strip.value?.setPointerCapture(event.pointerId);
  take(event);
}
/** A key frame that is dragged to another frame. */
const moving = shallowRef<{ readonly key: KeyFrame; readonly n: number }>();
function hold(event: PointerEvent, key: KeyFrame): void {
  (event.currentTarget as HTMLElement).setPointerCapture(event.pointerId);
  moving.value = { key, n: key.frame.n };
}
function drag(event: PointerEvent): void {
  if (!moving.value) return;
  moving.value = { ...moving.value, n: frameAt(event) };
  shot.goTo(moving.value.n);
}
function drop(): void {
  const moved = moving.value;
  moving.value = undefined;
  if (moved && moved.n !== moved.key.frame.n) emit('move', moved.key, moved.n);
  else if (moved) shot.goTo(moved.n);
}
/** With alt the arrows take a key frame to the frame beside it. */
function nudgeKey(event: KeyboardEvent, key: KeyFrame): void {
  if (!event.altKey || !STEPS[event.key]) return;
  event.preventDefault();
  emit('move', key, clamp(STEPS[event.key]!(key.frame.n), 0, shot.count - 1));
}

const STEPS: Readonly<Record<string, (n: number) => number>> = {
  ArrowLeft: (n) => n - 1,
  ArrowRight: (n) => n + 1,
  PageUp: (n) => n - 10,
  PageDown: (n) => n + 10,
  Home: () => 0,
  End: () => last.value,
};
function nudge(event: KeyboardEvent): void {
  const step = STEPS[event.key];
  if (!step) return;
  event.preventDefault();
  event.stopPropagation();
  shot.goTo(step(shot.at));
}
</script>

<template>
  <div class="relative">
    <div
      ref="strip"
      class="relative flex cursor-ew-resize touch-none overflow-hidden rounded bg-black"
      :style="{ height: `${HEIGHT}px` }"
      role="slider"
      tabindex="0"
      aria-label="Frame that is looked at"
      :aria-valuemin="1"
      :aria-valuemax="shot.count"
      :aria-valuenow="shot.at + 1"
      :aria-valuetext="`frame ${shot.at + 1} of ${shot.count}`"
      @pointerdown="begin"
      @pointermove="take"
      @keydown="nudge"
    >
      <span v-for="n in shown" :key="n" class="h-full min-w-0 grow basis-0 overflow-hidden">
        <img
          v-if="thumbs.has(n)"
          :src="thumbs.get(n)"
          alt=""
          class="h-full w-full object-cover"
          draggable="false"
        />
      </span>
      <template v-if="shot.range">
        <span
          class="pointer-events-none absolute inset-y-0 left-0 bg-black/60"
          :style="{ width: share(shot.played.from) }"
        />
        <span
          class="pointer-events-none absolute inset-y-0 right-0 bg-black/60"
          :style="{ width: share(shot.count - 1 - shot.played.to) }"
        />
      </template>
      <span
        class="pointer-events-none absolute inset-y-0 w-0.5 -translate-x-1/2 bg-white outline outline-1 outline-black"
        :style="{ left: placeOf(shot.at) }"
      />
    </div>
    <div class="flex h-1.5 overflow-hidden rounded-b" aria-hidden="true">
      <span
        v-for="{ state, from, to } in runs"
        :key="from"
        :class="state === 'drawn' ? 'bg-accent' : state === 'followed' ? 'bg-accent/50' : 'bg-line'"
        :style="{ width: share(to - from + 1) }"
      />
    </div>
    <div class="relative h-5">
      <button
        v-for="key in shot.keys"
        :key="key.id"
        class="press-bare absolute -translate-x-1/2 touch-none !p-0.5"
        :class="key.frame.n === shot.at ? 'text-accent' : ''"
        :style="{ left: placeOf(moving?.key.id === key.id ? moving.n : key.frame.n) }"
        :aria-label="`Key frame ${key.frame.n + 1}`"
        aria-keyshortcuts="Alt+ArrowLeft Alt+ArrowRight"
        :title="`Key frame ${key.frame.n + 1}; drag it, or press alt and an arrow, to take it to another frame`"
        @pointerdown="hold($event, key)"
        @pointermove="drag"
        @pointerup="drop"
        @pointercancel="moving = undefined"
        @keydown="nudgeKey($event, key)"
        @click="shot.goTo(key.frame.n)"
      >
        <Hand :size="14" />
      </button>
      <button
        v-for="{ from, to, words } in shot.notes"
        :key="`${from} ${words}`"
        class="press-bare absolute !p-0.5 text-warn"
        :style="{ left: placeOf((from + to) / 2), transform: 'translateX(-50%)' }"
        :aria-label="words"
        :title="words"
        @click="shot.goTo(from)"
      >
        <TriangleAlert :size="13" />
      </button>
    </div>
  </div>
</template>
