<script setup lang="ts">
import type { Rung } from '#core/document/schema';
import type { BeginDrag, StepContext } from '#core/offer/stepContext';
import { codesOfHsv, codesOfLinear, dragHsv, hsvOfCodes } from './codes';
import type { Codes } from './codes';
import CurveChart from './CurveChart.vue';
import CurvePair from './CurvePair.vue';
import { findCreases, joinCrease } from './points';
import { MOST_PAIRS } from './schema';
import type { CurvesParameters } from './schema';

const props = defineProps<{ context: StepContext }>();
const model = defineModel<CurvesParameters>({ required: true });
const putPairs = (pairs: CurvesParameters['pairs']) => (model.value = { ...model.value, pairs });

/** in a room of its own */
const large = ref(false);
const creases = computed(() => findCreases(model.value));
const fresh = computed(() =>
  props.context.rungs.filter((rung) => model.value.pairs.every(({ name }) => name !== rung)),
);

async function addPair(rung: Rung): Promise<void> {
  const codes = (await props.context.read()).find((reading) => reading.rung === rung)?.rgb8 as
    Codes | undefined;
  if (codes) putPairs([...model.value.pairs, { name: rung, from: codes, to: codes }]);
}

/** Codes that differ by less belong to the same place. */
const SAME_CODES = 6;
/**
 * A drag on the picture makes a pair of the place, or takes up the pair that was made there, and moves what
 * is wanted.
 */
const beginDrag: BeginDrag = (now, quantity) => {
  const from = codesOfLinear(now);
  const { pairs } = model.value;
  const known = pairs.findIndex((pair) =>
    pair.from.every((code, c) => Math.abs(code - from[c]!) <= SAME_CODES),
  );
  if (known < 0 && pairs.length >= MOST_PAIRS) return undefined;
  const place = known < 0 ? pairs.length : known;
  const pair = pairs[known] ?? { name: `place ${pairs.length + 1}`, from, to: from };
  const hsv = hsvOfCodes(pair.to);
  return (up) => putPairs(pairs.toSpliced(place, 1, { ...pair, to: codesOfHsv(dragHsv(hsv, quantity, up)) }));
};
</script>

<template>
  Curves on <slot />: {{ model.pairs.length === 0 ? 'no pairs yet.' : '' }}
  <CurvePair
    v-for="(pair, n) in model.pairs"
    :key="n"
    :model-value="pair"
    :path="`pairs ${n + 1}`"
    @update:model-value="putPairs(model.pairs.with(n, $event))"
    @remove="putPairs(model.pairs.toSpliced(n, 1))"
  />
  <span class="flex flex-wrap gap-1"
    ><button v-for="name in fresh" :key="name" class="press !py-0 text-[12px]" @click="addPair(name)">
      + {{ name }}</button
    ><button
      class="press !py-0 text-[12px]"
      title="Take hold of a colour on the picture and drag up or down: a pair appears"
      @click="context.ask.followDrags(beginDrag)"
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
  <CurveChart v-model="model" :histogram="context.histogram"
    ><button class="ml-auto text-quiet underline decoration-dotted" @click="large = true">
      large
    </button></CurveChart
  >
  <LargeView v-model="large" name="Curves">
    <CurveChart v-model="model" :histogram="context.histogram" large />
  </LargeView>
</template>
