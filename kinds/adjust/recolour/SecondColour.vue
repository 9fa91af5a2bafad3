<script setup lang="ts">
import type { RecolourParameters } from './schema';

/** Another colour for a zone of the part's tones, or for a range of its hues. */
const props = defineProps<{
  /** what a second colour starts from */ first: string;
}>();
type Second = NonNullable<RecolourParameters['second']>;
type Zone = Second['zone'] | 'none';
const model = defineModel<Second | null>({ required: true });

const ZONES = { tone: { from: 0, to: 35, soft: 20 }, hue: { from: 20, to: 60, soft: 15 } } as const;
const FIELDS = [
  { name: 'from', label: 'The zone begins at', words: 'from', most: 360 },
  { name: 'to', label: 'The zone ends at', words: 'to', most: 360 },
  { name: 'soft', label: 'Softness of the zone’s ends', words: ', soft over', most: 90 },
] as const;
const unit = computed(() => (model.value?.zone === 'hue' ? '°' : ' %'));

function setZone(zone: Zone): void {
  const colour = model.value?.colour ?? props.first;
  model.value = zone === 'none' ? null : { colour, zone, ...ZONES[zone] };
}
const change = (part: Partial<Second>) => model.value && (model.value = { ...model.value, ...part });
</script>

<template>
  A second colour for
  <select
    aria-label="Zone of the second colour"
    class="rounded border border-line bg-raised px-1"
    :value="model?.zone ?? 'none'"
    @change="setZone(($event.target as HTMLSelectElement).value as Zone)"
  >
    <option value="none">nothing</option>
    <option value="tone">a zone of its tones</option>
    <option value="hue">a range of its hues</option>
  </select>
  <template v-if="model">
    <ColourField
      :model-value="model.colour"
      label="Second colour"
      class="ml-1"
      @update:model-value="change({ colour: $event })"
    />
    <span class="whitespace-nowrap"
      ><template v-for="{ name, label, words, most } in FIELDS" :key="name"
        >{{ words }}
        <NumberField
          :model-value="model[name]"
          :path="`second ${name}`"
          :label="label"
          :min="0"
          :max="most"
          :unit="name === 'soft' ? '' : unit"
          @update:model-value="change({ [name]: $event })"
        />{{ name === 'from' ? ' ' : '' }}</template
      ></span
    > </template
  >.
</template>
