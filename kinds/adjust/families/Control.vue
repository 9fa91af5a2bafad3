<script setup lang="ts">
import { RADIANS_PER_DEGREE } from '#core/colour/angles';
import { convertSrgbLinearToOklab } from '#core/colour/oklab';
import { encodeSrgb8 } from '#core/colour/transfer';
import { presence } from '#core/measure/families';
import type { Family } from '#core/measure/families';
import type { PictureDrag } from '../../../app/stores/bench';
import type { FamiliesParameters } from './schema';

const props = defineProps<{ families?: readonly Family[] | undefined; dragged?: PictureDrag | undefined }>();
const model = defineModel<FamiliesParameters>({ required: true });
const emit = defineEmits<{ start: []; end: []; pull: [] }>();

const NEAR = 5;
const changeOf = (hue: number) =>
  model.value.changes.find((change) => Math.abs(change.hue - hue) <= NEAR) ?? {
    hue,
    turn: 0,
    saturation: 0,
    lightness: 0,
  };
const rows = computed(() =>
  (props.families ?? []).map((family) => ({
    ...family,
    change: changeOf(family.hue),
    colour: `rgb(${family.srgbLinear.map((channel) => encodeSrgb8(channel)).join(' ')})`,
  })),
);

/** A drag on the picture moves every family under the pointer in proportion to its presence there. */
const PER_PIXEL = { hue: 1 / 4, saturation: 1 / 200, lightness: 1 / 200 };
const LEAST_SHARE = 0.05;
useStepDrag(
  () => props.dragged,
  ({ now }) => {
    const families = props.families ?? [];
    const [, a, b] = convertSrgbLinearToOklab(now);
    const shares = presence(
      Math.atan2(b, a) / RADIANS_PER_DEGREE,
      families.map(({ hue }) => hue),
    );
    return families.flatMap(({ hue }, n) =>
      shares[n]! >= LEAST_SHARE ? [{ share: shares[n]!, change: { ...changeOf(hue) } }] : [],
    );
  },
  (held, { quantity, up }) => {
    const within = (value: number, most: number) =>
      Math.round(1000 * Math.min(most, Math.max(-most, value))) / 1000;
    const [field, most] = (
      { hue: ['turn', 180], saturation: ['saturation', 1], lightness: ['lightness', 2] } as const
    )[quantity];
    const moved = held.map(({ share, change }) => ({
      ...change,
      [field]: within(change[field] + share * up * PER_PIXEL[quantity], most),
    }));
    model.value = {
      changes: [
        ...model.value.changes.filter(({ hue }) =>
          moved.every((change) => Math.abs(change.hue - hue) > NEAR),
        ),
        ...moved,
      ],
    };
  },
);

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
    :disabled="!families"
    :title="
      families
        ? 'Take hold of a colour on the picture and drag up or down'
        : 'Once the colours of this area are measured'
    "
    @click="emit('pull')"
  >
    drag on the picture
  </button>
  <span v-if="rows.length === 0" class="text-quiet"
    >this area holds no colour, or is still being measured.</span
  >
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
        :label="`Turn the family at ${hue.toFixed(0)}°`"
        :min="-180"
        :max="180"
        unit="°"
        :reset="0"
        @update:model-value="put({ ...change, turn: $event })"
        @start="emit('start')"
        @end="emit('end')"
    /></span>
    <span title="Saturation"
      >sat.
      <ShareField
        :model-value="change.saturation"
        :label="`Saturation of the family at ${hue.toFixed(0)}°`"
        :min="-100"
        @update:model-value="put({ ...change, saturation: $event })"
        @start="emit('start')"
        @end="emit('end')"
    /></span>
    <span
      >light
      <NumberField
        :model-value="change.lightness"
        :label="`Lightness of the family at ${hue.toFixed(0)}°`"
        :min="-2"
        :max="2"
        :step="0.1"
        :decimals="1"
        :reset="0"
        @update:model-value="put({ ...change, lightness: $event })"
        @start="emit('start')"
        @end="emit('end')"
    /></span>
  </span>
</template>
