<script setup lang="ts">
import { encodeSrgb8 } from '#core/colour/transfer';
import type { Triple } from '#core/colour/triple';
import type { Area, Part, Sitter } from '#core/document/schema';
import type { Survey } from '#workers/client';

/** A drawn face: each field shows its part's colour, left as it was, right with the plan. */
const props = defineProps<{
  areas: readonly Area[];
  sitter: Sitter | undefined;
  survey: Survey | undefined;
}>();
const bench = useBench();
const view = useView();
const sitting = useSitting();
const { choosePart } = useAreas();

const own = computed(() =>
  props.areas.filter(({ sitter }) => sitter === null || sitter === props.sitter?.id),
);
const areaOf = (part: Part) =>
  own.value.find((area) => area.part === part) ??
  (part === 'skin' ? own.value.find((area) => area.part === 'face') : undefined);
const isColoured = computed(() => own.value.some(({ id }) => props.survey?.areas[id]?.before));
const chosen = computed(() => own.value.find(({ id }) => id === bench.areaId)?.part);
const pointed = computed(() => own.value.find(({ id }) => id === bench.pointedId)?.part);

/**
 * Opens a part and glides the picture to it as soon as its place is known; a part not made yet is opened for
 * its first mark.
 */
const glidesTo = ref<string>();
function open(part: Part): void {
  glidesTo.value = areaOf(part)?.id;
  choosePart(part, props.sitter?.id);
}
watch(
  () =>
    glidesTo.value && glidesTo.value === bench.areaId ? props.survey?.areas[glidesTo.value]?.box : undefined,
  (box) => {
    if (!box) return;
    glidesTo.value = undefined;
    view.glideTo(box);
  },
);
// Once work has begun on the part, the picture no longer moves under the hand.
watch(
  () => sitting.document,
  () => (glidesTo.value = undefined),
);

function colour(linear: Triple | undefined): string {
  return linear ? `rgb(${linear.map((channel) => encodeSrgb8(channel)).join(' ')})` : 'transparent';
}

const fields = computed(() =>
  FACE_MAP.filter(({ part, ifFound }) => !ifFound || areaOf(part)).map((field) => {
    const area = areaOf(field.part);
    const measured = area && props.survey?.areas[area.id];
    return {
      ...field,
      id: area?.id,
      doubt: doubtOf(field.part, props.sitter),
      made: !!area,
      before: colour(measured?.before),
      after: colour(measured?.after),
    };
  }),
);

const height = computed(() => (areaOf('legs') ? 224 : 178));
const unsure = computed(() =>
  fields.value.flatMap(({ part, doubt }) =>
    doubt && DOUBT_MARKS[part] ? [{ part, x: DOUBT_MARKS[part]![0], y: DOUBT_MARKS[part]![1] }] : [],
  ),
);
</script>

<template>
  <figure>
    <svg
      :viewBox="`0 0 160 ${height}`"
      class="mx-auto w-full max-w-40 select-none"
      role="group"
      aria-label="Face map: choose a part"
    >
      <defs>
        <clipPath id="map-left"><path d="M0 0h80v224H0z" /></clipPath>
        <clipPath id="map-right"><path d="M80 0h80v224H80z" /></clipPath>
      </defs>
      <g
        v-for="field in fields"
        :key="field.part"
        class="map-field cursor-pointer"
        role="button"
        tabindex="0"
        :aria-label="`${PART_NAMES[field.part]}${field.made ? '' : ', not made yet'}`"
        :aria-pressed="chosen === field.part"
        @click="open(field.part)"
        @keydown.enter.prevent="open(field.part)"
        @keydown.space.prevent="open(field.part)"
        @pointerenter="bench.pointedId = field.id"
        @pointerleave="bench.pointedId = undefined"
      >
        <title>
          {{ PART_NAMES[field.part] }}{{ field.made ? '' : ': not made yet, press to make it'
          }}{{ field.doubt ? `. Unsure: ${field.doubt}` : '' }}
        </title>
        <path :d="field.path" class="map-ground" />
        <path :d="field.path" :fill="field.before" clip-path="url(#map-left)" />
        <path :d="field.path" :fill="field.after" clip-path="url(#map-right)" />
        <path
          :d="field.path"
          class="map-line"
          :class="{
            'map-made': field.made,
            'map-chosen': chosen === field.part,
            'map-pointed': pointed === field.part,
          }"
        />
      </g>
      <DoubtMark v-for="mark in unsure" :key="mark.part" :x="mark.x" :y="mark.y" />
      <path d="M80 82c-1 6-5 9-3 12 1 1 4 1 6 .500" class="map-nose" />
    </svg>
    <figcaption class="text-center text-[11px] text-quiet" :class="{ invisible: own.length === 0 }">
      {{ isColoured ? 'left as it was, right with the plan' : 'colours come with the numbers' }}
    </figcaption>
  </figure>
</template>

<style scoped>
.map-field path {
  fill-rule: evenodd;
}
.map-ground {
  fill: var(--raised);
}
.map-line {
  fill: none;
  stroke: var(--quiet);
  stroke-width: 0.8;
  stroke-dasharray: 2 2;
}
.map-made {
  stroke-dasharray: none;
  stroke: var(--ink);
}
.map-chosen {
  stroke: var(--accent);
  stroke-width: 2.2;
  stroke-dasharray: none;
}
.map-pointed {
  stroke: var(--accent);
  stroke-dasharray: none;
  stroke-width: 1.6;
}
.map-nose {
  fill: none;
  stroke: var(--quiet);
  stroke-width: 1.2;
  stroke-linecap: round;
  pointer-events: none;
}
.map-field:hover .map-line {
  stroke: var(--accent);
}
.map-field:focus-visible {
  outline: none;
}
.map-field:focus-visible .map-line {
  stroke: var(--accent);
  stroke-width: 3;
}
</style>
