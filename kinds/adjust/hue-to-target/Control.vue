<script setup lang="ts">
import { clamp } from '#core/math/clamp';
import { RUNGS } from '#core/document/schema';
import type { Rung } from '#core/document/schema';
import { wrapDegrees } from '#core/colour/angles';
import { cielabLightnessOfLuminance } from '#core/colour/cielab';
import { luminanceOfSrgbLinear } from '#core/colour/luminance';
import { SKIN_TARGETS } from '#core/measure/corridor';
import { goodHues } from '#core/measure/goodHues';
import type { BeginDrag, DragQuantity, StepContext } from '#core/offer/stepContext';
import MoreRungs from './MoreRungs.vue';
import { QUANTITIES, numberOf, rounded } from './quantities';
import { MOST_RUNGS } from './schema';
import type { HueToTargetParameters } from './schema';
import Targets from './Targets.vue';

const props = defineProps<{ context: StepContext }>();
const model = defineModel<HueToTargetParameters>({ required: true });
const put = (change: Partial<HueToTargetParameters>) => (model.value = { ...model.value, ...change });

/** What a rung shows that was not measured: hue as common practice has it. */
const UNMEASURED = { saturation: 30, lightness: 60 };
const rungNow = (rung: Rung) => props.context.ladder?.rungs.find((entry) => entry.rung === rung);
const isFree = (name: DragQuantity) => RUNGS.every((rung) => model.value[name][rung] === null);

/**
 * What a rung starts from: hue from common practice or the middle's target, all else from what the part
 * shows.
 */
function first(name: DragQuantity, rung: Rung): number {
  if (name === 'hue') return model.value.hue.middle ?? SKIN_TARGETS[rung];
  const now = rungNow(rung);
  return now ? rounded(numberOf(now, name)) : UNMEASURED[name];
}

/** Numbers of another part, for the quantities that have numbers here; hue when none has. */
async function borrow(): Promise<void> {
  const lent = (await props.context.ask.lend({ places: false }))?.part;
  if (!lent) return;
  const named = QUANTITIES.map(({ name }) => name).filter((name) => !isFree(name));
  const numbers = (name: DragQuantity) =>
    RUNGS.map((rung) => {
      const value = lent.rungs[rung][name];
      return [rung, value === null ? null : rounded(value)];
    });
  const names: readonly DragQuantity[] = named.length > 0 ? named : ['hue'];
  put(Object.fromEntries(names.map((name) => [name, Object.fromEntries(numbers(name))])));
}

/** The part's own hue where it stands well. */
const own = computed(() => props.context.ladder && goodHues(props.context.ladder, props.context.corridor));
function takeOwn(): void {
  const hues = own.value;
  if (hues)
    put({ hue: { light: rounded(hues.light), middle: rounded(hues.middle), shade: rounded(hues.shade) } });
}

/**
 * A drag on the picture moves the target of the rung whose lightness is nearest; hue grows upward by a degree
 * every eight pixels.
 */
const PER_PIXEL = { hue: 1 / 8, saturation: 1 / 6, lightness: 1 / 6 };
const beginDrag: BeginDrag = (colour, quantity) => {
  const lightness = cielabLightnessOfLuminance(luminanceOfSrgbLinear(colour));
  const far = (rung: Rung) => Math.abs(rungNow(rung)!.lightness - lightness);
  const rung = RUNGS.filter((name) => rungNow(name)).sort((p, q) => far(p) - far(q))[0];
  if (!rung) return undefined;
  const from = model.value[quantity][rung] ?? numberOf(rungNow(rung)!, quantity);
  return (up) => {
    const moved = from + up * PER_PIXEL[quantity];
    const value = quantity === 'hue' ? wrapDegrees(moved) : clamp(moved, 0, 100);
    put({ [quantity]: { ...model.value[quantity], [rung]: rounded(value) } });
  };
};

/** Below the middle by so many L*. */
const BELOW = 25;
function addRung(): void {
  const at = Math.max(5, Math.round((rungNow('middle')?.lightness ?? UNMEASURED.lightness) - BELOW));
  const hue = model.value.hue.shade ?? SKIN_TARGETS.shade;
  put({ more: [...model.value.more, { at, hue, saturation: null, lightness: null }] });
}
</script>

<template>
  Bring <slot />, from light to shade, to
  <Targets
    v-for="(quantity, q) in QUANTITIES"
    :key="quantity.name"
    :model-value="model[quantity.name]"
    :quantity="quantity"
    :first="(rung) => first(quantity.name, rung)"
    :reset="(rung) => (quantity.name === 'hue' ? SKIN_TARGETS[rung] : first(quantity.name, rung))"
    @update:model-value="put({ [quantity.name]: $event })"
    >{{ q < 2 ? ';' : '.' }}</Targets
  >
  <MoreRungs :model-value="model.more" @update:model-value="put({ more: $event })" />
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
      :disabled="!context.ladder"
      :title="
        context.ladder
          ? 'Take hold of the skin on the picture and drag up or down'
          : 'Once the rungs of this part are measured'
      "
      @click="context.ask.followDrags(beginDrag)"
    >
      by dragging on the picture</button
    >,
    <span class="whitespace-nowrap"
      ><button
        class="text-quiet underline decoration-dotted"
        title="The numbers of another photo’s or sitter’s part"
        @click="borrow"
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
    v-if="model.more.length < MOST_RUNGS"
    class="ml-1 text-quiet underline decoration-dotted"
    title="One more place on the ladder with a target of its own"
    @click="addRung"
  >
    Add a rung
  </button>
</template>
