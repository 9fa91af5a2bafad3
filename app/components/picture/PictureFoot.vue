<script setup lang="ts">
import type { Overlay } from '../../stores/seeing';
import type { Surround } from '../../stores/view';

const view = useView();
const bench = useBench();
const seeing = useSeeing();
const SURROUND_NAMES = Object.keys(SURROUNDS) as Surround[];
const nextSurround = () =>
  (view.surround = SURROUND_NAMES[(SURROUND_NAMES.indexOf(view.surround) + 1) % SURROUND_NAMES.length]!);
const VIEWS = [
  { overlay: 'hatch', name: 'Hatch', title: 'Shown while marks are drawn' },
  { overlay: 'outline', name: 'Outline', title: 'The edge alone' },
  { overlay: 'grey', name: 'Coverage', title: 'Coverage as grey' },
  { overlay: 'dimmed', name: 'Dim', title: 'Everything else dimmed' },
  { overlay: 'ground', name: 'Ground', title: 'The part alone on a plain ground' },
] as const satisfies readonly { overlay: Overlay; name: string; title: string }[];
const COMPARISONS = [
  {
    id: 'divide',
    name: 'Divide',
    title: 'A line between before and after',
    on: () => seeing.split !== undefined,
    press: () => seeing.toggleSplit(),
  },
  {
    id: 'beside',
    name: 'Beside',
    title: 'Before beside after',
    on: () => seeing.beside,
    press: () => seeing.toggleBeside(),
  },
  {
    id: 'loupe',
    name: 'Loupe',
    title: 'The place under the pointer at twice its pixels',
    on: () => seeing.loupe,
    press: () => (seeing.loupe = !seeing.loupe),
  },
  {
    id: 'changes',
    name: 'Changes',
    title: 'By how much each place is changed, ΔE00',
    on: () => seeing.map === 'change',
    press: () => seeing.toggleMap('change'),
  },
  {
    id: 'clipped',
    name: 'Clipped',
    title: 'Clipped pixels in the colours of their channels',
    on: () => seeing.map === 'clipping',
    press: () => seeing.toggleMap('clipping'),
  },
];
const { keyOf } = useKeys();
const menu = useMenu();
const shownView = computed(() => VIEWS.find(({ overlay }) => overlay === seeing.overlay));
function show(overlay: Overlay): void {
  seeing.overlay = overlay;
}
const comparisons = computed(() =>
  COMPARISONS.map(({ id, name, title, on, press }) => ({
    words: `${name}: ${title.charAt(0).toLowerCase()}${title.slice(1)}`,
    key: keyOf(id),
    now: on(),
    run: press,
  })),
);
const views = computed(() => [
  ...VIEWS.map(({ overlay, name, title }) => ({
    words: `${name}: ${title.charAt(0).toLowerCase()}${title.slice(1)}`,
    key: keyOf(overlay),
    now: seeing.overlay === overlay,
    run: () => show(overlay),
  })),
  { words: 'Not shown', now: seeing.overlay === 'none', run: () => show('none') },
]);
</script>

<template>
  <div
    class="@container flex h-9 shrink-0 items-center border-t border-line bg-panel px-1 text-[13px] [&>button]:!px-[3.5px]"
    role="toolbar"
    aria-label="Seeing"
  >
    <button class="press-bare" :class="view.fitted ? 'font-semibold text-ink' : ''" @click="view.fit()">
      Fit
    </button>
    <button class="press-bare whitespace-nowrap" @click="view.zoomTo(view.fullZoom)">100 %</button>
    <label class="whitespace-nowrap px-1 text-quiet" data-testid="zoom"
      >zoom
      <NumberField
        :model-value="view.percent"
        label="Zoom"
        :min="1"
        :max="3200"
        :step="10"
        unit=" %"
        @update:model-value="view.zoomTo(($event / 100) * view.fullZoom)"
    /></label>
    <button
      v-if="view.degrees !== 0"
      class="press-bare whitespace-nowrap"
      title="Turned; press to put it upright"
      @click="view.turn(-view.degrees)"
    >
      {{ Math.round(view.degrees) }}°
    </button>
    <span class="grow" />
    <template v-if="bench.areaId">
      <button
        class="press-bare whitespace-nowrap"
        aria-haspopup="menu"
        title="How the extent of the part is shown"
        @click="menu.showBelow($event.currentTarget as HTMLElement, 'Extent seen as', views)"
      >
        Extent: {{ shownView?.name.toLowerCase() ?? 'not shown' }}
      </button>
      <label
        v-if="seeing.overlay === 'outline' || (seeing.overlay === 'hatch' && bench.editing)"
        class="whitespace-nowrap"
        >hue
        <NumberField
          v-model="seeing.hatchHue"
          label="Hue of hatch and outline"
          :min="0"
          :max="360"
          unit="°"
          :reset="190"
      /></label>
      <input
        v-if="seeing.overlay === 'ground'"
        v-model="seeing.groundColour"
        type="color"
        aria-label="Colour of the ground"
        class="h-5 w-7"
      />
      <span class="mx-1 h-4 w-px bg-line" />
    </template>
    <HoldButton
      v-model="seeing.holdingBefore"
      class="press-bare"
      :title="`Hold to see the photo as it was (hold ${keyOf('before')})`"
      >Before</HoldButton
    >
    <button
      class="press-bare @min-[38rem]:!hidden"
      aria-haspopup="menu"
      @click="menu.showBelow($event.currentTarget as HTMLElement, 'Compare', comparisons)"
    >
      Compare
    </button>
    <button
      v-for="entry in COMPARISONS"
      :key="entry.name"
      class="press-bare @max-[38rem]:!hidden"
      :class="entry.on() ? 'font-semibold !text-ink' : ''"
      :aria-pressed="entry.on()"
      :title="`${entry.title} (${keyOf(entry.id)})`"
      @click="entry.press"
    >
      {{ entry.name }}
    </button>
    <button class="press-bare" :title="`Surround: ${view.surround}`" @click="nextSurround">
      <span class="sr-only">Surround</span
      ><span
        class="inline-block h-3.5 w-3.5 rounded-full border border-quiet"
        :style="{ background: SURROUNDS[view.surround] }"
      />
    </button>
  </div>
</template>
