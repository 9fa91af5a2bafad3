<script setup lang="ts">
import { X } from '@lucide/vue';
import { ciede2000 } from '#core/colour/ciede2000';
import { convertSrgbLinearToCielabD50 } from '#core/colour/cielab';
import { convertSrgbEncodedToHsv } from '#core/colour/hsv';
import { mapIntoSrgbGamut } from '#core/colour/gamut';
import { encodeSrgb } from '#core/colour/transfer';
import type { Triple } from '#core/colour/triple';
import { RUNGS } from '#core/document/schema';
import type { Part, Reading, Rung } from '#core/document/schema';
import { SKIN_CORRIDOR, degreesOffRange } from '#core/measure/corridor';
import type { Survey } from '#workers/client';

/** Numbers per rung: from the reading placed there, or from the area's own tone zone. */
const props = defineProps<{ readings: readonly Reading[]; survey: Survey; part: Part; targets: Readonly<Record<Rung, number | null>> | undefined }>();
const bench = useBench();
const { startReading, dropReading, placeReadingsAlone, edit } = useBenchPhoto();

function numbers(linear: Triple) {
  const encoded = mapIntoSrgbGamut(linear).map(encodeSrgb) as unknown as Triple;
  const { hueDegrees, saturation, value } = convertSrgbEncodedToHsv(encoded);
  return { hueDegrees, saturation: Math.round(100 * saturation), value: Math.round(100 * value), rgb: encoded.map((channel) => Math.round(255 * channel)).join(' ') };
}

const rows = computed(() => RUNGS.flatMap((rung) => {
  const reading = props.readings.find((entry) => entry.rung === rung), read = props.survey.readings.find(({ id }) => id === reading?.id);
  const ladder = props.survey.ladder!, fromArea = (side: 'before' | 'after') => ladder[side].rungs.find((entry) => entry.rung === rung)?.srgbLinear;
  const now = read?.now ?? fromArea('before'), result = read?.result ?? fromArea('after');
  if (!now || !result) return [];
  const off = isSkin(props.part) && numbers(result).hueDegrees !== undefined ? degreesOffRange(numbers(result).hueDegrees!, SKIN_CORRIDOR[rung]) : undefined;
  return [{ rung, reading: read && reading, doubt: read?.doubt && readingWords(read.doubt), now: numbers(now), result: numbers(result), target: props.targets?.[rung] ?? undefined, off, difference: ciede2000(convertSrgbLinearToCielabD50(now), convertSrgbLinearToCielabD50(result)) }];
}));
const hue = (degrees: number | undefined) => (degrees === undefined ? 'no hue' : `${degrees.toFixed(1)}°`);

function offWords(off: number): string {
  if (off === 0) return 'inside the corridor';
  return `${Math.abs(off).toFixed(0)}° too ${off > 0 ? 'green' : 'red'}`;
}

function setSize(size: number): void {
  bench.readingSize = size;
  const ids = new Set(props.readings.map(({ id }) => id));
  edit('patch size', (photo) => ({ ...photo, readings: photo.readings.map((reading) => (ids.has(reading.id) ? { ...reading, size } : reading)) }));
}
</script>

<template>
  <div>
    <table class="w-full text-right text-[13px] leading-tight tabular-nums">
      <caption class="sr-only">Readings: HSV hue now, target and result; saturation, value and RGB of the result; ΔE00 from now to result</caption>
      <thead class="text-[12px] text-quiet"><tr><th class="text-left font-medium">Reading</th><th class="font-medium">now</th><th class="font-medium">target</th><th class="font-medium">result</th><th class="font-medium">S V</th><th class="font-medium">ΔE00</th></tr></thead>
      <tbody>
        <template v-for="row in rows" :key="row.rung">
          <tr :data-rung="row.rung">
            <th class="text-left font-semibold">
              <button class="press-bare -ml-1.5 !text-ink" :title="row.reading ? 'Place this reading anew' : 'From the area’s own tone zone. Press to place a reading'" @click="startReading(row.rung)">{{ RUNG_NAMES[row.rung].letter }} {{ row.rung }}</button>
              <button v-if="row.reading" class="press-bare !px-0" :aria-label="`Take the ${row.rung} reading away`" @click="dropReading(row.reading.id)"><X :size="12" /></button>
            </th>
            <td data-column="now">{{ hue(row.now.hueDegrees) }}</td>
            <td class="font-semibold">{{ row.target === undefined ? '–' : `${row.target.toFixed(1)}°` }}</td>
            <td data-column="result">{{ hue(row.result.hueDegrees) }}</td>
            <td>{{ row.result.saturation }} {{ row.result.value }}</td>
            <td>{{ row.difference.toFixed(1) }}</td>
          </tr>
          <tr class="text-[12px] text-quiet"><td colspan="6" class="pb-0.5 pl-0 text-left leading-tight"><span>{{ row.reading ? 'placed' : 'whole zone' }}</span> · RGB {{ row.result.rgb }}<template v-if="row.doubt"> · <span class="font-semibold text-warn">{{ row.doubt }}</span></template><template v-else-if="row.off !== undefined"> · <span :class="row.off === 0 ? '' : 'font-semibold text-warn'">{{ offWords(row.off) }}</span></template></td></tr>
        </template>
      </tbody>
    </table>
    <p class="flex items-center gap-3 text-[13px]">
      <button class="press" title="Readings stand where skin is even, away from blush, glints and hair" @click="placeReadingsAlone">Place readings <span class="key">R</span></button>
      <button class="press-bare" :aria-pressed="bench.tool === 'reading'" title="Press the picture where they are to stand" @click="startReading('light')">by hand</button>
      <label>patch <NumberField :model-value="bench.readingSize" label="Side of the patch in pixels of the photo" :min="1" :max="501" unit=" px" :reset="31" @update:model-value="setSize(Math.round($event))" /></label>
    </p>
  </div>
</template>
