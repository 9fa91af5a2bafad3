<script setup lang="ts">
import { X } from '@lucide/vue';
import { useLocalStorage } from '@vueuse/core';
import { ciede2000 } from '#core/colour/ciede2000';
import { convertSrgbLinearToCielabD50 } from '#core/colour/cielab';
import type { Triple } from '#core/colour/triple';
import { RUNGS } from '#core/document/schema';
import type { Part, Reading, Rung } from '#core/document/schema';
import { colourNumbers } from '#core/measure/colourNumbers';
import type { ColourNumbers } from '#core/measure/colourNumbers';
import { degreesOffRange } from '#core/measure/corridor';
import type { Corridor } from '#core/measure/corridor';
import type { Survey } from '#workers/client';

/** Numbers per rung: from the reading placed there, or from the area's own tone zone. */
const props = defineProps<{
  readings: readonly Reading[];
  survey: Survey;
  part: Part;
  targets: Readonly<Record<Rung, number | null>> | undefined;
  corridor: Corridor;
}>();
const bench = useBench();
const notices = useNotices();
const { dropReading, placeReadingsAlone, resizeReadings } = useReadings();

const SPACES = ['RGB', 'HSV', 'HSL', 'Lab', 'LCh', 'OKLCh', 'ITA'] as const;
type Space = (typeof SPACES)[number];
/** The numbers shown besides hue; kept for the next time. */
const space = useLocalStorage<Space>('even-blush-numbers', 'RGB');

const degrees = (hue: number | null) => (hue === null ? '–' : hue.toFixed(1));
const WORDS: Readonly<Record<Space, (colour: ColourNumbers) => string>> = {
  RGB: ({ rgb8 }) => rgb8.join(' '),
  HSV: ({ hsv }) =>
    `${degrees(hsv.hue)} ${(100 * hsv.saturation).toFixed(0)} ${(100 * hsv.value).toFixed(0)}`,
  HSL: ({ hsl }) =>
    `${degrees(hsl.hue)} ${(100 * hsl.saturation).toFixed(0)} ${(100 * hsl.lightness).toFixed(0)}`,
  Lab: ({ cielabD50 }) => cielabD50.map((value) => value.toFixed(1)).join(' '),
  LCh: ({ lch }) => `${lch.lightness.toFixed(1)} ${lch.chroma.toFixed(1)} ${degrees(lch.hue)}`,
  OKLCh: ({ oklch }) => `${oklch.lightness.toFixed(3)} ${oklch.chroma.toFixed(3)} ${degrees(oklch.hue)}`,
  ITA: ({ ita }) => `${ita.degrees.toFixed(0)}° ${ita.name}`,
};

function numbers(linear: Triple) {
  const all = colourNumbers(linear);
  return {
    hueDegrees: all.hsv.hue ?? undefined,
    saturation: Math.round(100 * all.hsv.saturation),
    value: Math.round(100 * all.hsv.value),
    words: WORDS[space.value](all),
    all,
  };
}

/** Every number of every row, for a spreadsheet. */
async function copy(): Promise<void> {
  const lines = rows.value.flatMap(({ rung, now, result, difference }) =>
    [['now', now] as const, ['result', result] as const].map(([side, { all }]) =>
      [
        rung,
        side,
        ...SPACES.map((name) => WORDS[name](all)),
        side === 'now' ? '' : difference.toFixed(2),
      ].join('\t'),
    ),
  );
  await navigator.clipboard.writeText([['rung', 'state', ...SPACES, 'ΔE00'].join('\t'), ...lines].join('\n'));
  notices.say('The numbers of all rungs are copied.');
}

const rows = computed(() =>
  RUNGS.flatMap((rung) => {
    const reading = props.readings.find((entry) => entry.rung === rung);
    const read = props.survey.readings.find(({ id }) => id === reading?.id);
    const ladder = props.survey.ladder!;
    const fromArea = (side: 'before' | 'after') =>
      ladder[side].rungs.find((entry) => entry.rung === rung)?.srgbLinear;
    const now = read?.now ?? fromArea('before');
    const result = read?.result ?? fromArea('after');
    if (!now || !result) return [];
    const off =
      isSkin(props.part) && numbers(result).hueDegrees !== undefined
        ? degreesOffRange(numbers(result).hueDegrees!, props.corridor[rung])
        : undefined;
    return [
      {
        rung,
        reading: read && reading,
        doubt: read?.doubt && readingWords(read.doubt),
        now: numbers(now),
        result: numbers(result),
        target: props.targets?.[rung] ?? undefined,
        off,
        difference: ciede2000(convertSrgbLinearToCielabD50(now), convertSrgbLinearToCielabD50(result)),
      },
    ];
  }),
);
const hue = (degrees: number | undefined) => (degrees === undefined ? 'no hue' : `${degrees.toFixed(1)}°`);

function offWords(off: number): string {
  if (Math.abs(off) < 0.5) return 'inside the corridor';
  return `${Math.abs(off).toFixed(0)}° too ${off > 0 ? 'green' : 'red'}`;
}

const setSize = (size: number) =>
  resizeReadings(new Set(props.readings.map(({ id }) => id)), Math.round(size));
</script>

<template>
  <div>
    <table class="w-full text-right text-[13px] leading-tight tabular-nums">
      <caption class="sr-only">
        Readings: HSV hue now, target and result; saturation, value and RGB of the result; ΔE00 from now to
        result
      </caption>
      <thead class="text-[12px] text-quiet">
        <tr>
          <th class="text-left font-medium">Reading</th>
          <th class="font-medium">now</th>
          <th class="font-medium">target</th>
          <th class="font-medium">result</th>
          <th class="font-medium">S V</th>
          <th class="font-medium">ΔE00</th>
        </tr>
      </thead>
      <tbody>
        <template v-for="row in rows" :key="row.rung">
          <tr :data-rung="row.rung">
            <th class="text-left font-semibold">
              <button
                class="press-bare -ml-1.5 !text-ink"
                :title="
                  row.reading
                    ? 'Place this reading anew'
                    : 'From the area’s own tone zone. Press to place a reading'
                "
                @click="bench.placeReading(row.rung)"
              >
                {{ RUNG_NAMES[row.rung].letter }} {{ row.rung }}
              </button>
              <button
                v-if="row.reading"
                class="press-bare !px-0"
                :aria-label="`Take the ${row.rung} reading away`"
                @click="dropReading(row.reading.id)"
              >
                <X :size="12" />
              </button>
            </th>
            <td data-column="now">{{ hue(row.now.hueDegrees) }}</td>
            <td class="font-semibold">{{ row.target === undefined ? '–' : `${row.target.toFixed(1)}°` }}</td>
            <td data-column="result">{{ hue(row.result.hueDegrees) }}</td>
            <td>{{ row.result.saturation }} {{ row.result.value }}</td>
            <td>{{ row.difference.toFixed(1) }}</td>
          </tr>
          <tr class="text-[12px] text-quiet">
            <td colspan="6" class="pb-0.5 pl-0 text-left leading-tight">
              <span>{{ row.reading ? 'placed' : 'whole zone' }}</span> · {{ space }} {{ row.result.words
              }}<template v-if="row.doubt">
                · <span class="font-semibold text-warn">{{ row.doubt }}</span></template
              ><template v-else-if="row.off !== undefined">
                ·
                <span :class="Math.abs(row.off) < 0.5 ? '' : 'font-semibold text-warn'">{{
                  offWords(row.off)
                }}</span></template
              >
            </td>
          </tr>
        </template>
      </tbody>
    </table>
    <p class="flex items-center gap-3 text-[13px]">
      <button
        class="press"
        title="Readings stand where skin is even, away from blush, glints and hair"
        @click="placeReadingsAlone"
      >
        Place readings <ShownKey of="readings" />
      </button>
      <button
        class="press-bare"
        :aria-pressed="bench.tool === 'reading'"
        title="Press the picture where they are to stand"
        @click="bench.placeReading('light')"
      >
        by hand
      </button>
      <label
        >patch
        <NumberField
          :model-value="bench.readingSize"
          label="Side of the patch in pixels of the photo"
          :min="1"
          :max="501"
          unit=" px"
          :reset="31"
          @update:model-value="setSize($event)"
      /></label>
    </p>
    <p class="mt-1 flex items-center gap-2 text-[12px] text-quiet">
      <label
        >numbers
        <select v-model="space" aria-label="Numbers shown" class="rounded border border-line bg-raised px-1">
          <option v-for="name in SPACES" :key="name">{{ name }}</option>
        </select></label
      >
      <button class="press-bare" title="Every number of every rung, for a spreadsheet" @click="copy">
        Copy numbers
      </button>
    </p>
  </div>
</template>
