<script setup lang="ts">
import { clamp } from '#core/math/clamp';
import { RADIANS_PER_DEGREE } from '#core/colour/angles';
import { convertSrgbLinearToOklab } from '#core/colour/oklab';
import { encodeSrgb8 } from '#core/colour/transfer';
import { presence } from '#core/measure/families';
import type { BeginDrag, StepContext } from '#core/offer/stepContext';
import type { FamiliesParameters } from './schema';

const props = defineProps<{ context: StepContext }>();
const model = defineModel<FamiliesParameters>({ required: true });

const NEAR = 5;
const changeOf = (hue: number) =>
  model.value.changes.find((change) => Math.abs(change.hue - hue) <= NEAR) ?? {
    hue,
    turn: 0,
    saturation: 0,
    lightness: 0,
  };
const rows = computed(() =>
  (props.context.families ?? []).map((family) => ({
    ...family,
    change: changeOf(family.hue),
    colour: `rgb(${family.srgbLinear.map((channel) => encodeSrgb8(channel)).join(' ')})`,
  })),
);

/** A drag on the picture moves every family under the pointer in proportion to its presence there. */
const PER_PIXEL = { hue: 1 / 4, saturation: 1 / 200, lightness: 1 / 200 };
const LEAST_SHARE = 0.05;
const FIELDS = { hue: ['turn', 180], saturation: ['saturation', 1], lightness: ['lightness', 2] } as const;
const beginDrag: BeginDrag = (now, quantity) => {
  const families = props.context.families ?? [];
  const [, a, b] = convertSrgbLinearToOklab(now);
  const hues = families.map(({ hue }) => hue);
  const shares = presence(Math.atan2(b, a) / RADIANS_PER_DEGREE, hues);
  const held = hues.flatMap((hue, n) =>
    shares[n]! >= LEAST_SHARE ? [{ share: shares[n]!, change: { ...changeOf(hue) } }] : [],
  );
  const [field, most] = FIELDS[quantity];
  const within = (value: number) => Math.round(1000 * clamp(value, -most, most)) / 1000;
  return (up) => {
    const moved = held.map(({ share, change }) => ({
      ...change,
      [field]: within(change[field] + share * up * PER_PIXEL[quantity]),
    }));
    const isHeld = (hue: number) => moved.some((change) => Math.abs(change.hue - hue) <= NEAR);
    model.value = { changes: [...model.value.changes.filter(({ hue }) => !isHeld(hue)), ...moved] };
  };
};

function put(change: FamiliesParameters['changes'][number]): void {
  model.value = {
    changes: [...model.value.changes.filter(({ hue }) => Math.abs(hue - change.hue) > NEAR), change],
  };
}
</script>

<template>
  Change the families of <slot />:
  <button
    class="text-quiet underline decoration-dotted disabled:no-underline"
    :disabled="!context.families"
    :title="
      context.families
        ? 'Take hold of a colour on the picture and drag up or down'
        : 'Once the colours of this area are measured'
    "
    @click="context.ask.followDrags(beginDrag)"
  >
    drag on the picture
  </button>
  <span v-if="rows.length === 0" class="block text-quiet">{{
    context.families ? 'There is no colour here to change.' : 'Its colours are being measured …'
  }}</span>
  <span
    v-for="{ hue, share, change, colour } in rows"
    :key="hue"
    class="flex items-baseline gap-1.5 whitespace-nowrap"
  >
    <span
      class="h-3.5 w-5 self-center rounded-sm border border-line"
      :style="{ background: colour }"
      :title="`${hue.toFixed(0)}°, ${(100 * share).toFixed(0)} % of the area`"
    />
    <span
      >turn
      <NumberField
        :model-value="change.turn"
        :path="`changes ${model.changes.indexOf(change) + 1} turn`"
        :label="`Turn the family at ${hue.toFixed(0)}°`"
        :min="-180"
        :max="180"
        unit="°"
        :reset="0"
        @update:model-value="put({ ...change, turn: $event })"
    /></span>
    <span title="Saturation"
      >sat.
      <ShareField
        :model-value="change.saturation"
        :path="`changes ${model.changes.indexOf(change) + 1} saturation`"
        :label="`Saturation of the family at ${hue.toFixed(0)}°`"
        :min="-100"
        @update:model-value="put({ ...change, saturation: $event })"
    /></span>
    <span
      >light
      <NumberField
        :model-value="change.lightness"
        :path="`changes ${model.changes.indexOf(change) + 1} lightness`"
        :label="`Lightness of the family at ${hue.toFixed(0)}°`"
        :min="-2"
        :max="2"
        :step="0.1"
        :decimals="1"
        :reset="0"
        @update:model-value="put({ ...change, lightness: $event })"
    /></span>
  </span>
</template>
