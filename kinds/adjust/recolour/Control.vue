<script setup lang="ts">
import { isInSrgbGamut } from '#core/colour/gamut';
import { hexOfSrgbLinear, srgbLinearOfHex } from '#core/colour/hex';
import type { Triple } from '#core/colour/triple';
import type { Part } from '#core/document/schema';
import type { PartColours } from '#core/measure/partColours';
import { namedColour } from '#core/formats/namedColour';
import type { RecolourParameters } from './schema';

const props = defineProps<{
  part?: Part | undefined;
  picked?: { readonly result: Triple } | undefined;
  borrowed?: { readonly name: string; readonly part?: PartColours; readonly place?: Triple } | undefined;
}>();
const model = defineModel<RecolourParameters>({ required: true });
const emit = defineEmits<{ start: []; end: []; pick: []; versions: []; borrow: [places: boolean] }>();
const fault = ref<string>();
const put = (change: Partial<RecolourParameters>) => (model.value = { ...model.value, ...change });
/** One colour takes the place of whatever trend was borrowed. */
const choose = (colour: string) => put({ colour, trend: null });
watch(
  () => props.picked,
  (colour) => colour && choose(hexOfSrgbLinear(colour.result)),
);
watch(
  () => props.borrowed,
  (lent) => {
    if (lent?.part)
      put({
        colour: hexOfSrgbLinear(lent.part.mean),
        trend: {
          name: lent.name,
          rows: lent.part.rows.map(([lightness, a, b]): [number, number, number] => [lightness, a, b]),
        },
      });
    else if (lent?.place) choose(hexOfSrgbLinear(lent.place));
  },
);
/** The wanted colour with its depth, where a screen cannot show it. */
const beyond = computed(
  () =>
    model.value.colour !== null &&
    !isInSrgbGamut(
      srgbLinearOfHex(model.value.colour).map(
        (channel) => channel * 2 ** model.value.depth,
      ) as unknown as Triple,
      1e-3,
    ),
);

function typed(event: Event): void {
  const field = event.target as HTMLInputElement;
  const named = namedColour(field.value, paletteNameOf(props.part));
  fault.value = undefined;
  if (!named) fault.value = `“${field.value}” is neither a colour such as #6d7a63 nor a name of the palette.`;
  else if (named.beyond)
    fault.value = `“${field.value}” is more colourful than sRGB; the nearest, ${named.colour}, is taken.`;
  if (named) choose(named.colour);
  field.value = model.value.colour ?? '';
}

const SHARES = [
  { name: 'hueVariation', label: 'hue', help: 'How much of the differences in hue stays: 0 is one flat hue' },
  {
    name: 'saturationVariation',
    label: 'saturation',
    help: 'How much of the differences in saturation stays',
  },
] as const;
const isHair = computed(() => props.part === 'hair' || props.part === 'brows');
const ZONES = { tone: { from: 0, to: 35, soft: 20 }, hue: { from: 20, to: 60, soft: 15 } } as const;

function setSecond(zone: 'none' | 'tone' | 'hue'): void {
  put({
    second:
      zone === 'none'
        ? null
        : { colour: model.value.second?.colour ?? model.value.colour ?? '#808080', zone, ...ZONES[zone] },
  });
}
const changeSecond = (change: Partial<NonNullable<RecolourParameters['second']>>) =>
  model.value.second && put({ second: { ...model.value.second, ...change } });
</script>

<template>
  Recolour <slot /> to
  <span class="whitespace-nowrap">
    <input
      type="color"
      :value="model.colour ?? '#808080'"
      aria-label="Wanted colour"
      class="h-5 w-7 cursor-pointer rounded align-middle"
      @input="choose(($event.target as HTMLInputElement).value)"
      @focus="emit('start')"
      @blur="emit('end')"
    />
    <input
      :value="model.colour ?? ''"
      aria-label="Wanted colour as a number or a name"
      spellcheck="false"
      class="ml-1 w-[5.2rem] border-b border-dotted border-quiet bg-transparent font-semibold"
      @change="typed"
    /><button
      class="ml-1 text-quiet underline decoration-dotted"
      title="Press, then press a place of the picture"
      @click="emit('pick')"
    >
      pick
    </button>
    <button
      class="text-quiet underline decoration-dotted"
      title="A place of another photo, or another part from its darks to its lights"
      @click="emit('borrow', true)"
    >
      from another …</button
    >,</span
  >
  <span v-if="model.trend" class="block"
    >like <span class="font-semibold">{{ model.trend.name }}</span> from dark to light
    <button
      class="press-bare !px-0.5"
      aria-label="Its mean colour alone"
      title="Its mean colour alone"
      @click="put({ trend: null })"
    >
      ×
    </button></span
  >
  keep
  <template v-for="({ name, label, help }, n) in SHARES" :key="name"
    ><span class="whitespace-nowrap" :title="help"
      ><ShareField
        :model-value="model[name]"
        :label="`Keep variation of ${label}`"
        :reset="100"
        @update:model-value="put({ [name]: $event })"
        @start="emit('start')"
        @end="emit('end')"
      />
      of its {{ label }} variation{{ n === 0 ? ' and' : ';' }}</span
    >{{ ' ' }}</template
  >
  <span class="whitespace-nowrap" title="The wanted colour darker or lighter"
    >depth
    <NumberField
      :model-value="model.depth"
      label="Depth"
      :min="-3"
      :max="3"
      :step="0.1"
      :decimals="2"
      unit=" stops"
      :reset="0"
      @update:model-value="put({ depth: $event })"
      @start="emit('start')"
      @end="emit('end')"
    />,</span
  >
  <span
    class="whitespace-nowrap"
    title="How much of gloss and glints stays white light rather than taking the colour"
  >
    gloss
    <ShareField
      :model-value="model.gloss"
      label="Gloss that stays white"
      :reset="isHair ? 30 : 100"
      @update:model-value="put({ gloss: $event })"
      @start="emit('start')"
      @end="emit('end')"
    />{{ isHair ? ',' : '.' }}</span
  >
  <span
    v-if="isHair"
    class="whitespace-nowrap"
    title="The warm pigment that dark hair shows when it is lifted"
  >
    undertone
    <ShareField
      :model-value="model.undertone"
      label="Warm undertone of lifted hair"
      @update:model-value="put({ undertone: $event })"
      @start="emit('start')"
      @end="emit('end')"
    />.</span
  >
  <span v-if="beyond" role="note" class="block text-[12px] text-warn"
    >At this depth the colour is lighter than the file can hold; the nearest is shown.</span
  >
  <span v-if="fault" role="alert" class="block text-[12px] text-warn">{{ fault }}</span>
  <PaletteGrid class="mt-1" :part="part" :chosen="model.colour" @choose="choose" />
  <span class="mt-1 block">
    A second colour for
    <select
      aria-label="Zone of the second colour"
      class="rounded border border-line bg-raised px-1"
      :value="model.second?.zone ?? 'none'"
      @change="setSecond(($event.target as HTMLSelectElement).value as 'none' | 'tone' | 'hue')"
    >
      <option value="none">nothing</option>
      <option value="tone">a zone of its tones</option>
      <option value="hue">a range of its hues</option>
    </select>
    <template v-if="model.second">
      <input
        type="color"
        :value="model.second.colour"
        aria-label="Second colour"
        class="ml-1 h-5 w-7 cursor-pointer rounded align-middle"
        @input="changeSecond({ colour: ($event.target as HTMLInputElement).value })"
        @focus="emit('start')"
        @blur="emit('end')"
      />
      <span class="whitespace-nowrap"
        >from
        <NumberField
          :model-value="model.second.from"
          label="The zone begins at"
          :min="0"
          :max="360"
          :unit="model.second.zone === 'hue' ? '°' : ' %'"
          @update:model-value="changeSecond({ from: $event })"
          @start="emit('start')"
          @end="emit('end')" />
        to
        <NumberField
          :model-value="model.second.to"
          label="The zone ends at"
          :min="0"
          :max="360"
          :unit="model.second.zone === 'hue' ? '°' : ' %'"
          @update:model-value="changeSecond({ to: $event })"
          @start="emit('start')"
          @end="emit('end')" />, soft over
        <NumberField
          :model-value="model.second.soft"
          label="Softness of the zone's ends"
          :min="0"
          :max="90"
          @update:model-value="changeSecond({ soft: $event })"
          @start="emit('start')"
          @end="emit('end')"
      /></span> </template
    >.
    <button
      class="text-quiet underline decoration-dotted"
      title="Several colours as small pictures side by side"
      @click="emit('versions')"
    >
      Compare versions
    </button>
  </span>
</template>
