<script setup lang="ts">
import { ArrowDown, ArrowUp, X } from '@lucide/vue';
import { mapIntoSrgbGamut } from '#core/colour/gamut';
import { encodeSrgb } from '#core/colour/transfer';
import { addArea, moveStep, putStep, removeStep } from '#core/document/commands';
import { HAIR_ZONES, hairZone } from '#core/document/hairZones';
import type { HairZone } from '#core/document/hairZones';
import { corridorOf } from '#core/measure/corridor';
import type { Photo, Step } from '#core/document/schema';
import type { JsonObject } from '#core/document/kinds';
import { KINDS } from '#kinds/registry.gen';
import type { Survey } from '#workers/client';
import { CONTROLS } from '../../controls.gen';

/** One step as a sentence whose fields can be edited in place. */
const props = defineProps<{
  step: Step;
  photo: Photo;
  survey: Survey | undefined;
  first: boolean;
  last: boolean;
}>();
const bench = useBench();
const sitting = useSitting();
const workers = useWorkers();
const { edit, splitArea } = useBenchPhoto();

const label = computed(() => KINDS.adjusts.get(props.step.kind)!.label);
const area = computed(() => props.photo.areas.find(({ id }) => id === props.step.areaId));
const isOpen = computed(() => props.step.areaId === (bench.areaId ?? null));
const ownReadings = computed(() =>
  props.photo.readings.filter(({ areaId }) => props.step.areaId === null || areaId === props.step.areaId),
);
/** What the readings show when the picture reaches this step, as 8-bit codes; not what this step makes of it. */
async function read(): Promise<{ name: string; rgb8: number[] }[]> {
  const { photo, step } = props;
  const before = {
    ...photo,
    plan: photo.plan.slice(
      0,
      photo.plan.findIndex(({ id }) => id === step.id),
    ),
  };
  const colours = await workers.readings(before);
  return ownReadings.value.flatMap(({ id, rung }) => {
    const found = colours.find((entry) => entry.id === id);
    return found
      ? [
          {
            name: rung,
            rgb8: mapIntoSrgbGamut(found.result).map(
              (channel) => Math.round(2550 * encodeSrgb(channel)) / 10,
            ),
          },
        ]
      : [];
  });
}
/** What controls may show besides their parameters; of the open area, as only that is surveyed. */
const context = computed(() => ({
  part: area.value?.part,
  areas: props.photo.areas,
  areaId: props.step.areaId,
  picked: bench.picked?.stepId === props.step.id ? bench.picked : undefined,
  borrowed: bench.borrowed?.stepId === props.step.id ? bench.borrowed : undefined,
  dragged: bench.dragged?.stepId === props.step.id ? bench.dragged : undefined,
  corridor: corridorOf(props.photo, area.value?.sitter ?? null),
  readingNames: ownReadings.value.map(({ rung }) => rung),
  read,
  families: isOpen.value ? props.survey?.families : undefined,
  histogram: isOpen.value ? props.survey?.histogram : undefined,
  ladder: isOpen.value ? props.survey?.ladder?.before : undefined,
}));
const change = (what: string, next: Partial<Step>) =>
  edit(what, (photo) => putStep(photo, { ...props.step, ...next }));
const move = (places: number) => edit('reorder steps', (photo) => moveStep(photo, props.step.id, places));

/** Brows in the colour of the hair, by half: brows are seldom dyed in full. */
const brows = computed(() =>
  props.step.kind === 'recolour' && area.value?.part === 'hair'
    ? props.photo.areas.find(
        ({ part, sitter, marks }) => part === 'brows' && sitter === area.value!.sitter && marks.length > 0,
      )
    : undefined,
);
function browsFollow(): void {
  const browsId = brows.value?.id;
  if (browsId)
    edit('brows follow hair', (photo) =>
      putStep(photo, { ...props.step, id: crypto.randomUUID(), areaId: browsId, strength: 0.5 }),
    );
}
/** Roots and tips are areas of their own, with a copy of the step; their fades can be moved. */
const zones = computed(() => {
  const hair = area.value;
  const face = props.photo.sitters.find(({ id }) => id === hair?.sitter)?.face;
  const box = hair && props.survey?.areas[hair.id]?.box;
  return props.step.kind === 'recolour' &&
    hair?.part === 'hair' &&
    face &&
    box &&
    !hair.marks.some(({ kind }) => kind === 'area')
    ? { hair, face, box }
    : undefined;
});
function makeZone(zone: HairZone): void {
  const known = zones.value;
  if (!known) return;
  const made = hairZone(known.hair, zone, known.face, known.box, () => crypto.randomUUID());
  edit(`${zone} of their own`, (photo) =>
    putStep(addArea(photo, made), { ...props.step, id: crypto.randomUUID(), areaId: made.id }),
  );
  bench.choose(made.id);
}
function unlink(): void {
  bench.choose(area.value!.id);
  splitArea();
}
</script>

<template>
  <li
    class="rounded-lg border border-line bg-raised p-2 text-[13.5px] leading-relaxed"
    :class="isOpen && step.areaId ? 'border-l-4 border-l-accent' : ''"
    :data-step="step.kind"
  >
    <div :class="step.on ? '' : 'opacity-50'">
      <component
        :is="CONTROLS[step.kind]"
        :model-value="step.parameters"
        v-bind="context"
        @update:model-value="change(label, { parameters: $event as JsonObject })"
        @start="sitting.beginGesture(label)"
        @end="sitting.endGesture()"
        @pick="bench.pickFor(step.id)"
        @pull="bench.pullFor(step.id)"
        @borrow="bench.borrowing = { stepId: step.id, places: $event }"
        @versions="bench.comparing = step.id"
      >
        <button
          v-if="step.areaId"
          class="font-semibold underline decoration-dotted underline-offset-4"
          @click="bench.choose(step.areaId)"
        >
          {{ area?.name }}</button><span v-else class="font-semibold">the whole picture</span>
      </component>
      <span class="ml-1 whitespace-nowrap"
        >Strength
        <NumberField
          :model-value="100 * step.strength"
          label="Strength"
          :min="0"
          :max="100"
          unit=" %"
          :reset="100"
          @update:model-value="change('strength', { strength: $event / 100 })"
          @start="sitting.beginGesture('strength')"
          @end="sitting.endGesture()"
        />.</span
      >
    </div>
    <p
      v-if="bench.tool === 'pick' && bench.pickingFor === step.id"
      class="text-[12px] font-semibold text-accent"
      role="status"
    >
      Press a place of the picture; Escape gives up.
    </p>
    <p
      v-if="bench.tool === 'pull' && bench.pullingFor === step.id"
      class="text-[12px] font-semibold text-accent"
      role="status"
    >
      Drag up or down on the picture; Escape ends it.
    </p>
    <p class="mt-0.5 flex items-center gap-0.5">
      <label class="flex items-center gap-1.5 text-[12px]"
        ><input
          type="checkbox"
          :checked="step.on"
          class="accent-(--accent)"
          :aria-label="`Step ${label} on`"
          @change="change(step.on ? 'step off' : 'step on', { on: !step.on })"
        />{{ step.on ? 'on' : 'off' }}</label
      >
      <button
        v-if="brows"
        class="press-bare text-[12px]"
        title="The same colour on the brows, at half strength"
        @click="browsFollow"
      >
        Brows follow
      </button>
      <button
        v-if="
          step.kind === 'recolour' &&
          area?.part === 'irises' &&
          area.marks.filter(({ mode }) => mode === 'add').length > 1
        "
        class="press-bare text-[12px]"
        title="Two areas, each with its own step"
        @click="unlink"
      >
        Unlink the eyes
      </button>
      <template v-if="zones"
        ><button
          v-for="zone in HAIR_ZONES"
          :key="zone"
          class="press-bare text-[12px]"
          :title="`The ${zone} as an area of their own, with their own colour`"
          @click="makeZone(zone)"
        >
          {{ zone === 'roots' ? 'Roots' : 'Tips' }}
        </button></template
      >
      <span class="grow" />
      <button class="press-bare" aria-label="Earlier" title="Earlier" :disabled="first" @click="move(-1)">
        <ArrowUp :size="14" />
      </button>
      <button class="press-bare" aria-label="Later" title="Later" :disabled="last" @click="move(1)">
        <ArrowDown :size="14" />
      </button>
      <button
        class="press-bare"
        :aria-label="`Delete step ${label}`"
        title="Delete step"
        @click="edit(`delete step ${label}`, (photo) => removeStep(photo, step.id))"
      >
        <X :size="14" />
      </button>
    </p>
  </li>
</template>
