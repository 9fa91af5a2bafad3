<script setup lang="ts">
import { LineChart } from 'echarts/charts';
import { GridComponent, TooltipComponent } from 'echarts/components';
import { use } from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import VChart from 'vue-echarts';
import { encodeSrgb8 } from '#core/colour/transfer';
import type { Family } from '#core/measure/families';
import type { Histogram } from '#core/measure/histogram';

/** How much of an area has which red, green and blue, as the photo is, and the families of its colour. */
const props = defineProps<{ histogram: Histogram | undefined; families: readonly Family[] }>();
use([LineChart, GridComponent, TooltipComponent, CanvasRenderer]);
const CHANNELS = ['red', 'green', 'blue'] as const;
const INKS = ['#c0392b', '#2e7d4f', '#3566b0'] as const;

const option = computed(() => ({
  animation: false,
  grid: { left: 4, right: 4, top: 4, bottom: 18 },
  tooltip: {
    trigger: 'axis',
    confine: true,
    valueFormatter: (share: unknown) => `${(100 * Number(share)).toFixed(1)} %`,
  },
  xAxis: {
    type: 'value',
    min: 0,
    max: 255,
    interval: 64,
    axisLabel: { fontSize: 10, color: '#777' },
    splitLine: { show: false },
  },
  yAxis: { type: 'value', show: false },
  series: (props.histogram ?? []).map((bins, c) => ({
    name: CHANNELS[c],
    type: 'line',
    showSymbol: false,
    lineStyle: { color: INKS[c], width: 1 },
    itemStyle: { color: INKS[c] },
    areaStyle: { color: INKS[c], opacity: 0.16 },
    data: Array.from(bins, (share, i) => [((i + 0.5) * 256) / bins.length, share]),
  })),
}));
const colourOf = ({ srgbLinear }: Family) =>
  `rgb(${srgbLinear.map((channel) => encodeSrgb8(channel)).join(' ')})`;
</script>

<template>
  <figure>
    <VChart
      class="histogram rounded bg-raised"
      :option="option"
      autoresize
      role="img"
      aria-label="Histogram of red, green and blue over 8-bit codes"
    />
    <ul class="mt-1 flex h-[18px] gap-1" aria-label="Families of colour">
      <li
        v-for="family in families"
        :key="family.hue"
        class="rounded-sm border border-line"
        :style="{ background: colourOf(family), flexGrow: Math.max(0.05, family.share) }"
        :title="`${family.hue.toFixed(0)}°, ${(100 * family.share).toFixed(0)} % of the area`"
      >
        <span class="sr-only"
          >{{ family.hue.toFixed(0) }} degrees, {{ (100 * family.share).toFixed(0) }} percent</span
        >
      </li>
      <li v-if="families.length === 0" class="text-[12px] text-quiet">no colour, greys alone</li>
    </ul>
  </figure>
</template>

<style scoped>
.histogram {
  height: clamp(7.5rem, 19vh, 20rem);
}
</style>
