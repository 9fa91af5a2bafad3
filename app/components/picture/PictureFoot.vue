<script setup lang="ts">
import type { Surround } from '../../stores/view';

const view = useView(), bench = useBench();
const SURROUND_NAMES = Object.keys(SURROUNDS) as Surround[];
const nextSurround = () => (view.surround = SURROUND_NAMES[(SURROUND_NAMES.indexOf(view.surround) + 1) % SURROUND_NAMES.length]!);
const toggle = (overlay: 'hatch' | 'grey') => (bench.overlay = bench.overlay === overlay ? 'none' : overlay);
const hold = (held: boolean) => (bench.holdingBefore = held);
</script>

<template>
  <div class="flex h-9 shrink-0 items-center gap-1.5 border-t border-line bg-panel px-2 text-[13px]" role="toolbar" aria-label="Seeing">
    <button class="press-bare" :class="view.fitted ? 'font-semibold text-ink' : ''" @click="view.fit()">Fit</button>
    <button class="press-bare" @click="view.zoomTo(view.fullZoom)">100 %</button>
    <button class="press-bare" @click="view.zoomTo(2 * view.fullZoom)">200 %</button>
    <span class="w-14 text-center tabular-nums text-quiet" data-testid="zoom">{{ view.percent }} %</span>
    <span class="grow" />
    <template v-if="bench.areaId">
      <button class="press-bare" :class="bench.overlay === 'hatch' ? 'font-semibold text-ink' : ''" :aria-pressed="bench.overlay === 'hatch'" title="Shown while marks are drawn (H)" @click="toggle('hatch')">Hatch</button>
      <button class="press-bare" :class="bench.overlay === 'grey' ? 'font-semibold text-ink' : ''" :aria-pressed="bench.overlay === 'grey'" title="Coverage as grey (G)" @click="toggle('grey')">Coverage</button>
      <span class="mx-1 h-4 w-px bg-line" />
    </template>
    <button class="press-bare select-none" title="Hold to see the photo as it was (hold W)" @pointerdown="hold(true)" @pointerup="hold(false)" @pointerleave="hold(false)" @keydown.space.prevent="hold(true)" @keyup.space="hold(false)" @blur="hold(false)">Before</button>
    <button class="press-bare" :class="bench.split !== undefined ? 'font-semibold text-ink' : ''" :aria-pressed="bench.split !== undefined" title="A line between before and after (D)" @click="bench.split = bench.split === undefined ? 0.5 : undefined">Divide</button>
    <button class="press-bare" :title="`Surround: ${view.surround}`" @click="nextSurround">Surround <span class="inline-block h-3.5 w-3.5 rounded-full border border-quiet" :style="{ background: SURROUNDS[view.surround] }" /></button>
  </div>
</template>
