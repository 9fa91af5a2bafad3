<script setup lang="ts">
import { ArrowDown, ArrowUp, X } from '@lucide/vue';
import { moveStep, putStep, removeStep } from '#core/document/commands';
import type { Area, Step } from '#core/document/schema';
import type { JsonObject } from '#core/document/kinds';
import { KINDS } from '#kinds/registry.gen';
import { CONTROLS } from '../../controls.gen';

/** One step as a sentence whose fields can be edited in place. */
const props = defineProps<{ step: Step; areas: readonly Area[]; first: boolean; last: boolean }>();
const bench = useBench(), sitting = useSitting();
const { edit } = useBenchPhoto();

const label = computed(() => KINDS.adjusts.get(props.step.kind)!.label);
const area = computed(() => props.areas.find(({ id }) => id === props.step.areaId));
const change = (what: string, next: Partial<Step>) => edit(what, (photo) => putStep(photo, { ...props.step, ...next }));
const move = (places: number) => edit('reorder steps', (photo) => moveStep(photo, props.step.id, places));
</script>

<template>
  <li class="rounded-lg border border-line bg-raised p-2 text-[13.5px] leading-relaxed" :class="step.areaId === bench.areaId ? 'border-l-4 border-l-accent' : ''" :data-step="step.kind">
    <p :class="step.on ? '' : 'opacity-50'">
      <component :is="CONTROLS[step.kind]" :model-value="step.parameters" :part="area?.part" @update:model-value="change(label, { parameters: $event as JsonObject })" @start="sitting.beginGesture(label)" @end="sitting.endGesture()">
        <button class="font-semibold underline decoration-dotted underline-offset-4" @click="bench.choose(step.areaId)">{{ area?.name }}</button>
      </component>
      <span class="ml-1 whitespace-nowrap">Strength <NumberField :model-value="100 * step.strength" label="Strength" :min="0" :max="100" unit=" %" :reset="100" @update:model-value="change('strength', { strength: $event / 100 })" @start="sitting.beginGesture('strength')" @end="sitting.endGesture()" />.</span>
    </p>
    <p class="mt-0.5 flex items-center gap-0.5">
      <label class="flex items-center gap-1.5 text-[12px]"><input type="checkbox" :checked="step.on" class="accent-(--accent)" :aria-label="`Step ${label} on`" @change="change(step.on ? 'step off' : 'step on', { on: !step.on })">{{ step.on ? 'on' : 'off' }}</label>
      <span class="grow" />
      <button class="press-bare" aria-label="Earlier" title="Earlier" :disabled="first" @click="move(-1)"><ArrowUp :size="14" /></button>
      <button class="press-bare" aria-label="Later" title="Later" :disabled="last" @click="move(1)"><ArrowDown :size="14" /></button>
      <button class="press-bare" :aria-label="`Delete step ${label}`" title="Delete step" @click="edit(`delete step ${label}`, (photo) => removeStep(photo, step.id))"><X :size="14" /></button>
    </p>
  </li>
</template>
