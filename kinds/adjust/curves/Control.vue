<script setup lang="ts">
import { wrapDegrees } from '#core/colour/angles';
import { convertHsvToSrgbEncoded, convertSrgbEncodedToHsv } from '#core/colour/hsv';
import { encodeSrgb } from '#core/colour/transfer';
import { curveOf } from './compute';
import { CHANNELS, curvePoints, findCreases, joinCrease } from './points';
import type { Channel } from './points';
import type { PictureDrag } from '../../../app/stores/bench';
import type { CurvesParameters } from './schema';

const props = defineProps<{
  readingNames?: readonly string[] | undefined;
  read?: (() => Promise<readonly { readonly name: string; readonly rgb8: readonly number[] }[]>) | undefined;
  histogram?: readonly (readonly number[])[] | undefined;
  dragged?: PictureDrag | undefined;
}>();
const model = defineModel<CurvesParameters>({ required: true });
const emit = defineEmits<{ start: []; end: []; pull: [] }>();

const SIDE = 256;
const INKS = { red: '#c0392b', green: '#2e7d4f', blue: '#3566b0' } as const;
const lines = computed(() =>
  CHANNELS.map((channel) => {
    const curve = curveOf(model.value, channel);
    return {
      channel,
      path: `M${Array.from({ length: 65 }, (_, i) => `${4 * Math.min(63.75, i)} ${255 - curve(4 * Math.min(63.75, i))}`).join('L')}`,
      points: curvePoints(model.value, channel),
    };
  }),
);
const creases = computed(() => findCreases(model.value));
const fresh = computed(() =>
  (props.readingNames ?? []).filter((name) => model.value.pairs.every((pair) => pair.name !== name)),
);
const setPair = (place: number, to: readonly number[]) =>
  (model.value = {
    ...model.value,
    pairs: model.value.pairs.map((pair, i) =>
      i === place
        ? {
            ...pair,
            to: to.map((code) => Math.round(100 * Math.min(255, Math.max(0, code))) / 100) as [
              number,
              number,
              number,
            ],
          }
        : pair,
    ),
  });

async function addPair(name: string): Promise<void> {
  const rgb8 = (await props.read?.())?.find((reading) => reading.name === name)?.rgb8;
  if (rgb8)
    model.value = {
      ...model.value,
      pairs: [
        ...model.value.pairs,
        { name, from: [...rgb8] as [number, number, number], to: [...rgb8] as [number, number, number] },
      ],
    };
}

const hsvOf = (codes: readonly number[]) =>
  convertSrgbEncodedToHsv([codes[0]! / 255, codes[1]! / 255, codes[2]! / 255]);
function setHsv(place: number, change: { hueDegrees?: number; saturation?: number; value?: number }): void {
  setPair(
    place,
    convertHsvToSrgbEncoded({ ...hsvOf(model.value.pairs[place]!.to), ...change }).map(
      (channel) => 255 * channel,
    ),
  );
}

/** A drag on the picture makes a pair of the place, or takes up the pair that was made there, and moves what is wanted. */
const PER_PIXEL = { hue: 1 / 8, saturation: 1 / 500, lightness: 1 / 500 };
const SAME_CODES = 6;
const MOST_PAIRS = 12;
useStepDrag(
  () => props.dragged,
  ({ now }) => {
    const from = now.map(
      (channel) => Math.round(2550 * encodeSrgb(Math.min(1, Math.max(0, channel)))) / 10,
    ) as [number, number, number];
    const known = model.value.pairs.findIndex((pair) =>
      pair.from.every((code, c) => Math.abs(code - from[c]!) <= SAME_CODES),
    );
    if (known < 0 && model.value.pairs.length >= MOST_PAIRS) return undefined;
    const pairs =
      known >= 0
        ? model.value.pairs
        : [...model.value.pairs, { name: `place ${model.value.pairs.length + 1}`, from, to: from }];
    const place = known >= 0 ? known : pairs.length - 1;
    return { pairs, place, hsv: hsvOf(pairs[place]!.to) };
  },
  ({ pairs, place, hsv }, { quantity, up }) => {
    const moved = {
      hueDegrees:
        hsv.hueDegrees === undefined
          ? undefined
          : wrapDegrees(hsv.hueDegrees + (quantity === 'hue' ? up * PER_PIXEL.hue : 0)),
      saturation: Math.min(
        1,
        Math.max(0, hsv.saturation + (quantity === 'saturation' ? up * PER_PIXEL.saturation : 0)),
      ),
      value: Math.min(1, Math.max(0, hsv.value + (quantity === 'lightness' ? up * PER_PIXEL.lightness : 0))),
    };
    const to = convertHsvToSrgbEncoded({ ...moved, hueDegrees: moved.hueDegrees ?? 0 }).map(
      (channel) => Math.round(2550 * channel) / 10,
    ) as [number, number, number];
    model.value = { ...model.value, pairs: pairs.with(place, { ...pairs[place]!, to }) };
  },
);

/** Points set by hand are dragged; a press on the chart beside all points makes one of the chosen channel. */
const channel = ref<Channel>('green');
let held: number | undefined;
function place(event: PointerEvent): [number, number] {
  const box = (event.currentTarget as Element).getBoundingClientRect();
  return [
    Math.round(Math.min(255, Math.max(0, ((event.clientX - box.left) / box.width) * SIDE))),
    Math.round(Math.min(255, Math.max(0, 255 - ((event.clientY - box.top) / box.height) * SIDE))),
  ];
}
function press(event: PointerEvent): void {
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
  const [x, y] = place(event);
  const own = model.value.points[channel.value];
  const near = own.findIndex(([at]) => Math.abs(at - x) < 8);
  emit('start');
  held = near >= 0 ? near : own.length;
  putPoint(held, [x, y]);
}
function putPoint(index: number, point: [number, number]): void {
  const own = [...model.value.points[channel.value]];
  if (index >= 12) return;
  own[index] = point;
  model.value = { ...model.value, points: { ...model.value.points, [channel.value]: own } };
}
function release(): void {
  held = undefined;
  emit('end');
}
const peak = computed(() => Math.max(1e-9, ...(props.histogram ?? []).flat()));
</script>

<template>
  Curves on <slot />: {{ model.pairs.length === 0 ? 'no pairs yet.' : '' }}
  <span v-for="(pair, n) in model.pairs" :key="n" class="block">
    {{ pair.name }}: RGB {{ pair.from.map((code) => code.toFixed(0)).join(' ') }} becomes
    <span class="whitespace-nowrap"
      ><template v-for="(name, c) in CHANNELS" :key="name"
        ><NumberField
          :model-value="pair.to[c]!"
          :label="`Wanted ${name} of ${pair.name}`"
          :min="0"
          :max="255"
          :reset="pair.from[c]!"
          @update:model-value="
            setPair(
              n,
              pair.to.map((code, i) => (i === c ? $event : code)),
            )
          "
          @start="emit('start')"
          @end="emit('end')"
        />{{ ' ' }}</template
      ></span
    >
    <span class="whitespace-nowrap text-quiet"
      >(<template v-if="hsvOf(pair.to).hueDegrees !== undefined"
        ><NumberField
          :model-value="hsvOf(pair.to).hueDegrees!"
          :label="`Wanted hue of ${pair.name}`"
          :min="0"
          :max="360"
          :decimals="1"
          unit="°"
          @update:model-value="setHsv(n, { hueDegrees: $event })"
          @start="emit('start')"
          @end="emit('end')"
        />{{ ' ' }}</template
      ><NumberField
        :model-value="100 * hsvOf(pair.to).saturation"
        :label="`Wanted saturation of ${pair.name}`"
        :min="0"
        :max="100"
        unit=" %"
        @update:model-value="setHsv(n, { saturation: $event / 100 })"
        @start="emit('start')"
        @end="emit('end')"
      />{{ ' '
      }}<NumberField
        :model-value="100 * hsvOf(pair.to).value"
        :label="`Wanted lightness of ${pair.name}`"
        :min="0"
        :max="100"
        unit=" %"
        @update:model-value="setHsv(n, { value: $event / 100 })"
        @start="emit('start')"
        @end="emit('end')"
      />)</span
    >
    <button
      class="press-bare !px-0.5"
      :aria-label="`Take the pair ${pair.name} away`"
      @click="model = { ...model, pairs: model.pairs.filter((_, i) => i !== n) }"
    >
      ×
    </button>
  </span>
  <span class="flex flex-wrap gap-1"
    ><button v-for="name in fresh" :key="name" class="press !py-0 text-[12px]" @click="addPair(name)">
      + {{ name }}</button
    ><button
      class="press !py-0 text-[12px]"
      title="Take hold of a colour on the picture and drag up or down: a pair appears"
      @click="emit('pull')"
    >
      Drag on the picture
    </button></span
  >
  <span
    v-for="crease in creases"
    :key="`${crease.channel}${crease.first.x}`"
    role="note"
    class="block text-[12px] text-warn"
    >{{ crease.contradicts ? 'These points contradict each other' : 'Two points crease the curve' }} ({{
      crease.channel
    }}
    {{ crease.first.x.toFixed(0) }} and {{ crease.second.x.toFixed(0) }}).
    <button class="underline" @click="model = joinCrease(model, crease)">Join them</button></span
  >
  <span class="mt-1 flex gap-2">
    <svg
      width="128"
      height="128"
      :viewBox="`0 0 ${SIDE} ${SIDE}`"
      class="cursor-crosshair touch-none rounded border border-line bg-paper"
      role="img"
      aria-label="Curves of red, green and blue over 8-bit codes"
      @pointerdown="press"
      @pointermove="held !== undefined && putPoint(held, place($event))"
      @pointerup="release"
      @pointercancel="release"
    >
      <template v-for="(bins, c) in histogram ?? []" :key="c">
        <path
          :d="`M0 256L${bins.map((share, i) => `${(i * SIDE) / bins.length} ${256 - (200 * share) / peak}`).join('L')}L256 256Z`"
          :fill="INKS[CHANNELS[c]!]"
          opacity="0.18"
        />
      </template>
      <path d="M0 256L256 0" stroke="var(--line)" />
      <template v-for="line in lines" :key="line.channel">
        <path :d="line.path" fill="none" :stroke="INKS[line.channel]" stroke-width="3" />
        <circle
          v-for="point in line.points"
          :key="point.x"
          :cx="point.x"
          :cy="255 - point.y"
          r="6"
          :fill="point.pair === undefined ? 'var(--raised)' : INKS[line.channel]"
          :stroke="INKS[line.channel]"
          stroke-width="2.5"
        />
      </template>
    </svg>
    <span class="flex flex-col gap-0.5 text-[12px]">
      <span class="text-quiet">Press the chart to set points of</span>
      <label v-for="name in CHANNELS" :key="name"
        ><input v-model="channel" type="radio" :value="name" class="accent-(--accent)" /> {{ name }}
        <button
          v-if="model.points[name].length > 0"
          class="text-quiet underline"
          @click="model = { ...model, points: { ...model.points, [name]: [] } }"
        >
          clear
        </button></label
      >
    </span>
  </span>
</template>
