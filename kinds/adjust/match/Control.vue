<script setup lang="ts">
import type { StepContext } from '#core/offer/stepContext';
import type { MatchParameters } from './schema';

const props = defineProps<{ context: StepContext }>();
const model = defineModel<MatchParameters>({ required: true });
const put = (change: Partial<MatchParameters>) => (model.value = { ...model.value, ...change });

async function borrow(): Promise<void> {
  const lent = await props.context.ask.lend({ places: false });
  if (!lent?.part) return;
  const rows = lent.part.rows.map(([lightness, a, b]): [number, number, number] => [lightness, a, b]);
  put({ to: { by: 'trend', name: lent.name, rows } });
}

const others = computed(() =>
  props.context.areas.filter(({ id, marks }) => id !== props.context.areaId && marks.length > 0),
);
const BY_NUMBERS = { by: 'numbers', from: [122, 81, 68], to: [162, 114, 89] } as const;

async function choose(event: Event): Promise<void> {
  const value = (event.target as HTMLSelectElement).value;
  if (value === 'another') await borrow();
  else if (value === 'numbers') {
    const first = (await props.context.read())[0]?.rgb8 as [number, number, number] | undefined;
    put({
      to: first
        ? { by: 'numbers', from: first, to: first }
        : { ...BY_NUMBERS, from: [...BY_NUMBERS.from], to: [...BY_NUMBERS.to] },
    });
  } else put({ to: { by: 'area', areaId: value || null } });
}

function setChannel(side: 'from' | 'to', channel: number, code: number): void {
  const { to } = model.value;
  if (to.by === 'numbers')
    put({ to: { ...to, [side]: to[side].map((value, c) => (c === channel ? code : value)) } });
}
const CHANNELS = ['red', 'green', 'blue'];
</script>

<template>
  Match <slot /> to
  <select
    aria-label="What it is matched to"
    class="rounded border border-line bg-raised px-1"
    :value="model.to.by === 'area' ? (model.to.areaId ?? '') : model.to.by"
    @change="choose"
  >
    <option value="">choose an area …</option>
    <option v-for="area in others" :key="area.id" :value="area.id">{{ area.name }}</option>
    <option value="numbers">numbers</option>
    <option v-if="model.to.by === 'trend'" value="trend">{{ model.to.name }}</option>
    <option value="another">another photo …</option>
  </select>
  <template v-if="model.to.by === 'numbers'"
    >: RGB
    <template v-for="side in ['from', 'to'] as const" :key="side"
      ><span class="whitespace-nowrap"
        ><template v-for="(name, channel) in CHANNELS" :key="name"
          ><NumberField
            :model-value="model.to[side][channel]!"
            :path="`to ${side} ${channel + 1}`"
            :label="`${side} ${name}`"
            :min="0"
            :max="255"
            @update:model-value="setChannel(side, channel, $event)"
          />{{ channel < 2 ? ', ' : '' }}</template
        ></span
      >{{ side === 'from' ? ' becomes ' : '.' }}</template
    >
  </template>
  <template v-else
    >,
    <span
      class="whitespace-nowrap"
      title="Neck and limbs are darker than the face by nature: all the way is often too far"
      >light by
      <ShareField
        :model-value="model.light"
        path="light"
        label="How far light is matched"
        :reset="100"
        @update:model-value="put({ light: $event })"
      />,</span
    >{{ ' ' }}
    <span class="whitespace-nowrap"
      >colour by
      <ShareField
        :model-value="model.colour"
        path="colour"
        label="How far colour is matched"
        :reset="100"
        @update:model-value="put({ colour: $event })"
      />.</span
    >
  </template>
</template>
