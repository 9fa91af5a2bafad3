<script setup lang="ts">
import { encodeSrgb8 } from '#core/colour/transfer';
import type { Triple } from '#core/colour/triple';
import type { Area, Part } from '#core/document/schema';
import type { Survey } from '#workers/client';

/** A drawn face: each field shows its part's colour, left as it was, right with the plan. */
const props = defineProps<{ areas: readonly Area[]; survey: Survey | undefined }>();
const bench = useBench();
const { choosePart } = useBenchPhoto();

/** Drawn on 160 x 178, from back to front. */
const FIELDS: readonly { readonly part: Part; readonly path: string }[] = [
  { part: 'background', path: 'M4 4h152v170H4z' },
  { part: 'hair', path: 'M80 14c-34 0-47 24-46 52 1 26-3 44-11 66 12 7 27 6 35-2V74h44v56c8 8 23 9 35 2-8-22-12-40-11-66 1-28-12-52-46-52z' },
  { part: 'clothes', path: 'M12 174c2-22 18-30 44-36 8 14 40 14 48 0 26 6 42 14 44 36z' },
  { part: 'neck-limbs', path: 'M63 108v25c-2 3-5 4-8 5 8 15 42 15 50 0-3-1-6-2-8-5v-25z' },
  { part: 'skin', path: 'M80 34c-22 0-32 15-31 37 1 30 14 53 31 53s30-23 31-53c1-22-9-37-31-37z' },
  { part: 'brows', path: 'M55 66c5-5 13-6 19-3l-1 3c-6-2-12-2-17 2zM105 66c-5-5-13-6-19-3l1 3c6-2 12-2 17 2z' },
  { part: 'whites', path: 'M56 76c5-5 13-5 18 0-5 5-13 5-18 0zM86 76c5-5 13-5 18 0-5 5-13 5-18 0z' },
  { part: 'irises', path: 'M65 71.8a4.2 4.2 0 1 0 .01 0zM95 71.8a4.2 4.2 0 1 0 .01 0z' },
  { part: 'lips', path: 'M66 104c5-3 9-5 11-5l3 1.500 3-1.500c2 0 6 2 11 5-4 6-9 8-14 8s-10-2-14-8z' },
];

const areaOf = (part: Part) => props.areas.find((area) => area.part === part) ?? (part === 'skin' ? props.areas.find((area) => area.part === 'face') : undefined);
const chosen = computed(() => props.areas.find(({ id }) => id === bench.areaId)?.part);

function colour(linear: Triple | undefined): string {
  return linear ? `rgb(${linear.map((channel) => encodeSrgb8(channel)).join(' ')})` : 'transparent';
}

const fields = computed(() => FIELDS.map((field) => {
  const area = areaOf(field.part), measured = area && props.survey?.areas[area.id];
  return { ...field, made: !!area, before: colour(measured?.before), after: colour(measured?.after) };
}));
</script>

<template>
  <figure>
    <svg viewBox="0 0 160 178" class="w-full select-none" role="group" aria-label="Face map: choose a part">
      <defs>
        <clipPath id="map-left"><path d="M0 0h80v178H0z" /></clipPath>
        <clipPath id="map-right"><path d="M80 0h80v178H80z" /></clipPath>
      </defs>
      <g
        v-for="field in fields" :key="field.part" class="map-field cursor-pointer" role="button" tabindex="0"
        :aria-label="`${PART_NAMES[field.part]}${field.made ? '' : ', not made yet'}`" :aria-pressed="chosen === field.part"
        @click="choosePart(field.part)" @keydown.enter.prevent="choosePart(field.part)" @keydown.space.prevent="choosePart(field.part)"
      >
        <title>{{ PART_NAMES[field.part] }}{{ field.made ? '' : ': not made yet, press to make it' }}</title>
        <path :d="field.path" class="map-ground" />
        <path :d="field.path" :fill="field.before" clip-path="url(#map-left)" />
        <path :d="field.path" :fill="field.after" clip-path="url(#map-right)" />
        <path :d="field.path" class="map-line" :class="{ 'map-made': field.made, 'map-chosen': chosen === field.part }" />
      </g>
      <path d="M80 82c-1 6-5 9-3 12 1 1 4 1 6 .500" class="map-nose" />
    </svg>
    <figcaption class="text-[11px] text-quiet">Left of each field: as it was. Right: with the plan.</figcaption>
  </figure>
</template>

<style scoped>
.map-ground { fill: var(--raised); }
.map-line { fill: none; stroke: var(--quiet); stroke-width: 0.8; stroke-dasharray: 2 2; }
.map-made { stroke-dasharray: none; stroke: var(--ink); }
.map-chosen { stroke: var(--accent); stroke-width: 2.2; stroke-dasharray: none; }
.map-nose { fill: none; stroke: var(--quiet); stroke-width: 1.2; stroke-linecap: round; pointer-events: none; }
.map-field:hover .map-line { stroke: var(--accent); }
.map-field:focus-visible { outline: none; }
.map-field:focus-visible .map-line { stroke: var(--accent); stroke-width: 3; }
</style>
