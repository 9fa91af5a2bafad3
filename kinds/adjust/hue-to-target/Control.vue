<script setup lang="ts">
import { RUNGS } from '#core/document/schema';
import { wrapDegrees } from '#core/colour/angles';
import { cielabLightnessOfLuminance } from '#core/colour/cielab';
import { luminanceOfSrgbLinear } from '#core/colour/luminance';
import { SKIN_CORRIDOR, SKIN_TARGETS } from '#core/measure/corridor';
import type { Corridor } from '#core/measure/corridor';
import { goodHues } from '#core/measure/goodHues';
import type { Ladder } from '#core/measure/ladder';
import type { PartColours } from '#core/measure/partColours';
import type { PictureDrag } from '../../../app/stores/bench';
import { hsvSaturationOfSrgbLinear } from '#core/colour/hueSolve';
import type { HueToTargetParameters } from './schema';

const props = defineProps<{
  ladder?: Ladder | undefined;
  corridor?: Corridor | undefined;
  borrowed?: { readonly part?: PartColours } | undefined;
  dragged?: PictureDrag | undefined;
}>();
const model = defineModel<HueToTargetParameters>({ required: true });
const emit = defineEmits<{ start: []; end: []; pull: []; borrow: [places: boolean] }>();
const put = (change: Partial<HueToTargetParameters>) => (model.value = { ...model.value, ...change });

type Rung = (typeof RUNGS)[number];
const QUANTITIES = [
  {
    name: 'hue',
    max: 360,
    unit: '°',
    decimals: 1,
    help: 'HSV degrees; luminance and chroma stay',
    fallback: (rung: Rung) => model.value.hue.middle ?? SKIN_TARGETS[rung],
  },
  {
    name: 'saturation',
    max: 100,
    unit: ' %',
    decimals: 1,
    help: 'HSV saturation; hue and luminance stay',
    fallback: (rung: Rung) => now(rung, (colour) => 100 * hsvSaturationOfSrgbLinear(colour), 30),
  },
  {
    name: 'lightness',
    max: 100,
    unit: ' L*',
    decimals: 1,
    help: 'L*; hue and saturation stay. Rungs that cross are brought as near as the order of light allows',
    fallback: (rung: Rung) => Math.round(10 * (rungNow(rung)?.lightness ?? 60)) / 10,
  },
] as const;
const rungNow = (rung: Rung) => props.ladder?.rungs.find((entry) => entry.rung === rung);
function now(
  rung: Rung,
  read: (colour: readonly [number, number, number]) => number,
  otherwise: number,
): number {
  const entry = rungNow(rung);
  return entry ? Math.round(10 * read(entry.srgbLinear)) / 10 : otherwise;
}
const set = (quantity: (typeof QUANTITIES)[number]['name'], rung: Rung, value: number | null) =>
  put({ [quantity]: { ...model.value[quantity], [rung]: value } });
const isFree = (quantity: (typeof QUANTITIES)[number]['name']) =>
  RUNGS.every((rung) => model.value[quantity][rung] === null);

function toggle(name: (typeof QUANTITIES)[number]['name'], fallback: (rung: Rung) => number): void {
  put({
    [name]: isFree(name)
      ? { light: fallback('light'), middle: fallback('middle'), shade: fallback('shade') }
      : { light: null, middle: null, shade: null },
  });
}

/** Numbers of another part, for the quantities that have numbers here; hue when none has. */
watch(
  () => props.borrowed,
  (lent) => {
    if (!lent?.part) return;
    const { rungs } = lent.part;
    const names = QUANTITIES.map(({ name }) => name).filter((name) => !isFree(name));
    const take = (name: (typeof names)[number]) =>
      Object.fromEntries(
        RUNGS.map((rung) => [
          rung,
          rungs[rung][name] === null ? null : Math.round(10 * rungs[rung][name]!) / 10,
        ]),
      ) as HueToTargetParameters['hue'];
    put(
      Object.fromEntries((names.length > 0 ? names : (['hue'] as const)).map((name) => [name, take(name)])),
    );
  },
);

/** The part's own hue where it stands well. */
const own = computed(() => props.ladder && goodHues(props.ladder, props.corridor ?? SKIN_CORRIDOR));
function takeOwn(): void {
  if (own.value)
    put({
      hue: Object.fromEntries(
        RUNGS.map((rung) => [rung, Math.round(10 * own.value![rung]) / 10]),
      ) as HueToTargetParameters['hue'],
    });
}

/** A drag on the picture moves the target of the rung whose lightness is nearest; hue grows upward by a degree every eight pixels. */
const PER_PIXEL = { hue: 1 / 8, saturation: 1 / 6, lightness: 1 / 6 };
useStepDrag(
  () => props.dragged,
  ({ now: colour, quantity }) => {
    const lightness = cielabLightnessOfLuminance(luminanceOfSrgbLinear(colour));
    const rung = RUNGS.filter((name) => rungNow(name)).sort(
      (p, q) => Math.abs(rungNow(p)!.lightness - lightness) - Math.abs(rungNow(q)!.lightness - lightness),
    )[0];
    if (!rung) return undefined;
    const numbersNow = {
      hue: rungNow(rung)!.hsvHueDegrees ?? 0,
      saturation: 100 * hsvSaturationOfSrgbLinear(rungNow(rung)!.srgbLinear),
      lightness: rungNow(rung)!.lightness,
    };
    return { rung, from: model.value[quantity][rung] ?? numbersNow[quantity] };
  },
  ({ rung, from }, { quantity, up }) => {
    const moved = from + up * PER_PIXEL[quantity];
    const value = quantity === 'hue' ? wrapDegrees(moved) : Math.min(100, Math.max(0, moved));
    set(quantity, rung, Math.round(10 * value) / 10);
  },
);

function addRung(): void {
  const middle = rungNow('middle')?.lightness ?? 60;
  put({
    more: [
      ...model.value.more,
      {
        at: Math.max(5, Math.round(middle - 25)),
        hue: model.value.hue.shade ?? SKIN_TARGETS.shade,
        saturation: null,
        lightness: null,
      },
    ],
  });
}
const setMore = (place: number, change: Partial<HueToTargetParameters['more'][number]>) =>
  put({ more: model.value.more.map((rung, i) => (i === place ? { ...rung, ...change } : rung)) });
</script>

<template>
  Bring <slot />, from light to shade, to
  <template v-for="({ name, max, unit, decimals, help, fallback }, q) in QUANTITIES" :key="name">
    <span :title="help"
      ><button
        class="underline decoration-dotted"
        :title="isFree(name) ? `Give ${name} numbers. ${help}` : `Leave ${name} as it is. ${help}`"
        :aria-pressed="!isFree(name)"
        @click="toggle(name, fallback)"
      >
        {{ name }}</button
      >{{ ' ' }}
      <span v-if="isFree(name)" class="text-quiet">as it is</span>
      <template v-else
        ><span v-for="(rung, place) in RUNGS" :key="rung" class="whitespace-nowrap"
          ><NumberField
            v-if="model[name][rung] !== null"
            :model-value="model[name][rung]!"
            :label="`Target ${name} of the ${rung}`"
            :min="0"
            :max="max"
            :decimals="decimals"
            :unit="unit"
            :reset="name === 'hue' ? SKIN_TARGETS[rung] : fallback(rung)"
            @update:model-value="set(name, rung, $event)"
            @start="emit('start')"
            @end="emit('end')"
          /><button
            v-else
            class="text-quiet underline decoration-dotted"
            :title="`Give the ${rung} a target of its own`"
            @click="set(name, rung, fallback(rung))"
          >
            free</button
          >{{ place < 2 ? ', ' : '' }}</span
        ></template
      >{{ q < 2 ? ';' : '.' }}{{ ' ' }}</span
    >
  </template>
  <span v-for="(rung, place) in model.more" :key="place" class="block whitespace-nowrap"
    >At
    <NumberField
      :model-value="rung.at"
      label="Lightness of this rung"
      :min="0"
      :max="100"
      unit=" L*"
      @update:model-value="setMore(place, { at: $event })"
      @start="emit('start')"
      @end="emit('end')"
    />
    hue
    <NumberField
      :model-value="rung.hue ?? SKIN_TARGETS.shade"
      label="Target hue of this rung"
      :min="0"
      :max="360"
      :decimals="1"
      unit="°"
      @update:model-value="setMore(place, { hue: $event })"
      @start="emit('start')"
      @end="emit('end')"
    /><button
      class="press-bare !px-0.5"
      aria-label="Take this rung away"
      @click="put({ more: model.more.filter((_, i) => i !== place) })"
    >
      ×
    </button></span
  >
  <span class="whitespace-nowrap"
    >Where hue moves alone,
    <button
      class="underline decoration-dotted"
      title="Chroma: what the eye sees as equally strong. Saturation: the number of HSV"
      @click="put({ keeps: model.keeps === 'chroma' ? 'saturation' : 'chroma' })"
    >
      {{ model.keeps }}
    </button>
    stays.</span
  >
  <span class="block text-[12px]"
    >Targets
    <button
      class="text-quiet underline decoration-dotted disabled:no-underline"
      :disabled="!ladder"
      :title="
        ladder
          ? 'Take hold of the skin on the picture and drag up or down'
          : 'Once the rungs of this part are measured'
      "
      @click="emit('pull')"
    >
      by dragging on the picture</button
    >,
    <span class="whitespace-nowrap"
      ><button
        class="text-quiet underline decoration-dotted"
        title="The numbers of another photo’s or sitter’s part"
        @click="emit('borrow', false)"
      >
        from another part</button
      >{{ own ? ',' : '.' }}</span
    >
    <span v-if="own" class="whitespace-nowrap"
      ><button
        class="text-quiet underline decoration-dotted"
        title="The part’s own hue where it lies in the corridor"
        @click="takeOwn"
      >
        from its good zones</button
      >.</span
    ></span
  >
  <button
    v-if="model.more.length < 12"
    class="ml-1 text-quiet underline decoration-dotted"
    title="One more place on the ladder with a target of its own"
    @click="addRung"
  >
    Add a rung
  </button>
</template>
