<script setup lang="ts">
import { isInGamut } from '#core/colour/gamut';
import { hexOfSrgbLinear, srgbLinearOfHex } from '#core/colour/hex';
import type { Triple } from '#core/colour/triple';
import type { StepContext } from '#core/offer/stepContext';
import PaletteGrid from './PaletteGrid.vue';
import { paletteNameOf, isHairy } from './partPalette';
import SecondColour from './SecondColour.vue';
import SwatchDepth from './SwatchDepth.vue';
import { startRecolour } from './schema';
import type { RecolourParameters } from './schema';

const props = defineProps<{ context: StepContext }>();
const model = defineModel<RecolourParameters>({ required: true });
const put = (change: Partial<RecolourParameters>) => (model.value = { ...model.value, ...change });
/** One colour takes the place of whatever trend was borrowed. */
const choose = (colour: string) => put({ colour, trend: null });

async function pick(): Promise<void> {
  const colour = await props.context.ask.pickColour();
  if (colour) choose(hexOfSrgbLinear(colour.result));
}

async function borrow(): Promise<void> {
  const lent = await props.context.ask.lend({ places: true });
  if (lent?.place) choose(hexOfSrgbLinear(lent.place));
  if (!lent?.part) return;
  const rows = lent.part.rows.map(([lightness, a, b]): [number, number, number] => [lightness, a, b]);
  put({ colour: hexOfSrgbLinear(lent.part.mean), trend: { name: lent.name, rows } });
}

async function compareVersions(): Promise<void> {
  const colour = await props.context.ask.chooseVersion();
  if (colour !== undefined) put({ colour });
}

/** The wanted colour with its depth, where a screen cannot show it. */
const beyond = computed(
  () =>
    model.value.colour !== null &&
    !isInGamut(
      srgbLinearOfHex(model.value.colour).map(
        (channel) => channel * 2 ** model.value.depth,
      ) as unknown as Triple,
      1e-3,
    ),
);

const SHARES = [
  { name: 'hueVariation', label: 'hue', help: 'How much of the differences in hue stays: 0 is one flat hue' },
  {
    name: 'saturationVariation',
    label: 'saturation',
    help: 'How much of the differences in saturation stays',
  },
] as const;
const WAYS = [
  { way: 'pigment', label: 'Recolour' },
  { way: 'darken', label: 'Darken by colour' },
  { way: 'lighten', label: 'Lighten by colour' },
] as const;
const part = computed(() => props.context.part ?? 'other');
const isHair = computed(() => isHairy(part.value));
const firstGloss = computed(() => 100 * startRecolour(part.value).gloss);
</script>

<template>
  <select
    :value="model.way"
    aria-label="Way of dyeing"
    class="border-b border-dotted border-quiet bg-transparent font-semibold"
    @change="put({ way: ($event.target as HTMLSelectElement).value as RecolourParameters['way'] })"
  >
    <option v-for="{ way, label } in WAYS" :key="way" :value="way">{{ label }}</option>
  </select>
  <slot /> {{ model.way === 'pigment' ? 'to' : ':' }}
  <span class="whitespace-nowrap">
    <WantedColour
      :model-value="model.colour"
      :palette="paletteNameOf(context.part)"
      @update:model-value="choose"
    /><button
      class="ml-1 text-quiet underline decoration-dotted"
      title="Press, then press a place of the picture"
      @click="pick"
    >
      pick</button
    >{{ ' ' }}
    <button
      class="text-quiet underline decoration-dotted"
      title="A place of another photo, or another part from its darks to its lights"
      @click="borrow"
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
  <template v-if="model.way === 'pigment'">
    keep
    <template v-for="({ name, label, help }, n) in SHARES" :key="name"
      ><span class="whitespace-nowrap" :title="help"
        ><ShareField
          :model-value="model[name]"
          :path="name"
          :label="`Keep variation of ${label}`"
          :reset="100"
          @update:model-value="put({ [name]: $event })"
        />
        of its {{ label }} variation{{ n === 0 ? ' and' : ';' }}</span
      >{{ ' ' }}</template
    >
  </template>
  <span class="whitespace-nowrap" title="The wanted colour darker or lighter"
    >depth
    <NumberField
      :model-value="model.depth"
      path="depth"
      label="Depth"
      :min="-3"
      :max="3"
      :step="0.1"
      :decimals="2"
      unit=" stops"
      :reset="0"
      @update:model-value="put({ depth: $event })"
    />,</span
  >
  <span
    v-if="model.way === 'pigment'"
    class="whitespace-nowrap"
    title="How much of gloss and glints stays white light rather than taking the colour"
  >
    gloss
    <ShareField
      :model-value="model.gloss"
      path="gloss"
      label="Gloss that stays white"
      :reset="firstGloss"
      @update:model-value="put({ gloss: $event })"
    />{{ isHair ? ',' : '.' }}</span
  >
  <span
    v-if="isHair && model.way === 'pigment'"
    class="whitespace-nowrap"
    title="The warm pigment that dark hair shows when it is lifted"
  >
    undertone
    <ShareField
      :model-value="model.undertone"
      path="undertone"
      label="Warm undertone of lifted hair"
      @update:model-value="put({ undertone: $event })"
    />.</span
  >
  <SwatchDepth
    v-if="model.way === 'pigment' && model.colour !== null && !model.trend && context.middle"
    :swatch="model.colour"
    :middle="context.middle"
    :measured="context.isMeasured"
    :model-value="model.depth"
    @update:model-value="put({ depth: $event })"
  />
  <span v-if="beyond" role="note" class="block text-[12px] text-warn"
    >At this depth the colour is lighter than the file can hold; the nearest is shown.</span
  >
  <PaletteGrid
    class="mt-1"
    :part="context.part"
    :chosen="model.colour"
    @choose="choose"
    @try="context.ask.tryOut($event === undefined ? undefined : { ...model, colour: $event, trend: null })"
  />
  <span class="mt-1 block">
    <SecondColour
      :model-value="model.second"
      :first="model.colour ?? '#808080'"
      @update:model-value="put({ second: $event })"
    />
    <button
      class="text-quiet underline decoration-dotted"
      title="Several colours as small pictures side by side"
      @click="compareVersions"
    >
      Compare versions
    </button>
  </span>
</template>
