<script setup lang="ts">
import { RADIANS_PER_DEGREE, wrapDegrees } from '#core/colour/angles';
import { hexOfSrgbLinear } from '#core/colour/hex';
import { clamp } from '#core/math/clamp';
import { convertSrgbLinearToOklab } from '#core/colour/oklab';
import type { Triple } from '#core/colour/triple';
import type { DiscReach } from '#core/document/discReach';
import type { BeginDrag, StepContext } from '#core/offer/stepContext';
import type { EvenToColourParameters } from './schema';

/** Even an area to one colour, by shares; which colours take part is dragged on a disc. */
const props = defineProps<{ context: StepContext }>();
const model = defineModel<EvenToColourParameters>({ required: true });
const put = (change: Partial<EvenToColourParameters>) => (model.value = { ...model.value, ...change });

const AIMS = [
  { name: 'hue', help: 'All hues are turned to the one' },
  { name: 'saturation', help: 'Paler and stronger places are drawn together; shade stays paler' },
  { name: 'lightness', help: 'Stains and patches go; texture, falloff and form stay' },
  {
    name: 'falloff',
    help: 'Broad falloff of light, and the form of what has one, is drawn to the colour too',
  },
] as const;
/** What a size of its own starts from, pixels of the photo. */
const FIRST_SIZE = 6;
/** A new reach about a colour, thousandths of OKLab. */
const FIRST_REACH = { reach: 45, soft: 30 };
const MOST_REACH = 480;

async function pick(): Promise<void> {
  const colour = await props.context.ask.pickColour();
  if (colour) put({ colour: hexOfSrgbLinear(colour.result) });
}

/** The colour of the largest family, linear sRGB. */
const largest = (): Triple => props.context.families?.[0]?.srgbLinear ?? [0.3, 0.3, 0.3];
const choose = () => put({ colour: hexOfSrgbLinear(largest()) });

/** A reach about a colour, linear sRGB, as wide as the one there is. */
function reachAbout(colour: Triple): DiscReach {
  const [, a, b] = convertSrgbLinearToOklab(colour);
  return {
    ...(model.value.reach ?? FIRST_REACH),
    hue: Math.round(wrapDegrees(Math.atan2(b, a) / RADIANS_PER_DEGREE)),
    chroma: Math.round(1000 * Math.hypot(a, b)),
  };
}
const reachOnDisc = () => put({ reach: reachAbout(largest()) });
/** A press takes the colour there, as the picture reaches this step; dragging up reaches farther. */
const beginReach: BeginDrag = (colour) => {
  const from = reachAbout(colour);
  put({ reach: from });
  return (up) => put({ reach: { ...from, reach: Math.round(clamp(from.reach + up, 0, MOST_REACH)) } });
};
</script>

<template>
  Even <slot /> to
  <template v-if="model.colour === null"
    ><span class="font-semibold">its own middle colour</span>, or
    <button
      class="text-quiet underline decoration-dotted"
      title="A colour that is typed or chosen"
      @click="choose"
    >
      another</button
    >,</template
  >
  <span v-else class="whitespace-nowrap"
    ><WantedColour :model-value="model.colour" @update:model-value="put({ colour: $event })"
  /></span>
  {{ ' ' }}
  <button
    class="text-quiet underline decoration-dotted"
    title="Press, then press a place of the picture that has the colour"
    @click="pick"
  >
    pick</button
  ><template v-if="model.colour !== null"
    >,
    <button class="text-quiet underline decoration-dotted" @click="put({ colour: null })">
      or its own middle
    </button></template
  >:
  <NamedShares :shares="AIMS" :values="model" of="Evenness of" :reset="100" end="," @put="put" />
  <span class="whitespace-nowrap" title="Weave, grain and pores are finer and stay; broader is drawn"
    >texture up to
    <SuitedSize
      :model-value="model.size"
      path="size"
      label="Radius of texture"
      :first="FIRST_SIZE"
      @update:model-value="put({ size: $event })"
    />{{ ' ' }}</span
  >stays.
  <span class="block"
    >{{ model.reach ? 'Colours on the disc take part' : 'All colours take part' }}:
    <button
      class="text-quiet underline decoration-dotted"
      title="Press a colour of the picture; drag up to reach farther, Escape ends it"
      @click="context.ask.followDrags(beginReach)"
    >
      pick which
    </button>
    {{ ' ' }}
    <button
      class="text-quiet underline decoration-dotted"
      @click="model.reach ? put({ reach: null }) : reachOnDisc()"
    >
      {{ model.reach ? 'all colours' : 'on the disc' }}
    </button></span
  >
  <span v-if="model.reach" class="mt-1 flex items-center gap-2">
    <ReachDisc
      :model-value="model.reach"
      :families="context.families"
      :wanted="model.colour"
      change="which colours take part"
      @update:model-value="put({ reach: $event })"
    />
    <span class="flex flex-col gap-0.5 text-[12px]">
      <ReachNumbers path="reach" :model-value="model.reach" @update:model-value="put({ reach: $event })" />
    </span>
  </span>
</template>
