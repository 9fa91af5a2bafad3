<script setup lang="ts">
import { wasChanged } from '#core/document/wasChanged';
import { RUNGS } from '#core/document/schema';
import type { Rung } from '#core/document/schema';
import { SKIN_TARGETS } from '#core/measure/corridor';
import { medianOf } from '#core/measure/setSpread';
import type { Quantity } from '../../composables/useSetNumbers';

/** To what the set is brought, how far, and what becomes of its backgrounds. */
const props = defineProps<{ ids: readonly string[] }>();
const emit = defineEmits<{ done: [] }>();
const sitting = useSitting();
const setWork = useSetWork();
const bench = useBench();
const TO = [
  { value: 'median', name: 'their median', title: 'What most of these photos show' },
  { value: 'reference', name: 'a photo', title: 'The photo that is right' },
  { value: 'numbers', name: 'numbers', title: 'Hue, saturation and lightness that you type' },
] as const;
const GROUNDS = [
  { value: 'leave', name: 'left' },
  { value: 'same', name: 'one tone' },
  { value: 'white', name: 'white to the edges' },
] as const;
const by = ref<(typeof TO)[number]['value']>('median');
const ground = ref<(typeof GROUNDS)[number]['value']>('leave');
const reference = ref(bench.photoId ?? '');
const frames = ref(1);
const colour = ref(1);
const light = ref(0.5);
const limited = ref(false);
const most = ref(12);
const hues = reactive({ ...SKIN_TARGETS });
/** Saturation and lightness of each rung, to be typed: they begin with what the set shows in the middle. */
const others = ref<Record<'saturation' | 'lightness', Record<Rung, number>>>();
const { entries, numberOf } = useSetNumbers();
const skins = computed(() =>
  entries.value.filter(({ part, photoId }) => part === 'skin' && props.ids.includes(photoId)),
);
function askForOthers(event: Event): void {
  const median = (rung: Rung, quantity: Quantity) =>
    Math.round(medianOf(skins.value.flatMap((entry) => numberOf(entry, 'after', rung, quantity) ?? [])));
  const of = (quantity: Quantity) => ({
    light: median('light', quantity),
    middle: median('middle', quantity),
    shade: median('shade', quantity),
  });
  const wants = (event.target as HTMLInputElement).checked;
  others.value = wants ? { saturation: of('saturation'), lightness: of('lightness') } : undefined;
}
const photos = computed(() => sitting.document?.photos ?? []);
const wins = ref<'photo' | 'plan'>('photo');
const changed = computed(
  () => photos.value.filter((photo) => props.ids.includes(photo.id) && wasChanged(photo, 'even')).length,
);

function even(): void {
  const rung = (name: Rung) => ({
    hue: hues[name],
    saturation: others.value?.saturation[name] ?? null,
    lightness: others.value?.lightness[name] ?? null,
  });
  const goals = {
    median: { by: 'median' },
    reference: { by: 'reference', photoId: reference.value },
    numbers: {
      by: 'numbers',
      rungs: { light: rung('light'), middle: rung('middle'), shade: rung('shade') },
    },
  } as const;
  const ids = by.value === 'reference' ? [...new Set([reference.value, ...props.ids])] : props.ids;
  void setWork.start(
    {
      is: 'even',
      to: goals[by.value],
      frames: frames.value,
      colour: colour.value,
      light: light.value,
      most: limited.value ? most.value : null,
      ground: ground.value,
      wins: wins.value,
    },
    ids,
  );
  emit('done');
}
</script>

<template>
  <div class="mt-2 flex flex-wrap items-center gap-x-4 gap-y-2 border-t border-line pt-2">
    <span class="flex items-center gap-1">to <ToggleGroup v-model="by" label="To what" :options="TO" /></span>
    <select
      v-if="by === 'reference'"
      v-model="reference"
      class="field max-w-56"
      aria-label="Photo that is right"
    >
      <option v-for="{ id, file } in photos" :key="id" :value="id">{{ file }}</option>
    </select>
    <div v-if="by === 'numbers'" class="flex flex-wrap items-center gap-x-4 gap-y-1">
      <span v-for="rung in RUNGS" :key="rung" class="flex items-center gap-1.5"
        ><span class="text-quiet">{{ rung }}</span>
        <NumberField
          v-model="hues[rung]"
          :label="`Hue of the ${rung}`"
          :min="0"
          :max="360"
          unit="°"
          :reset="SKIN_TARGETS[rung]"
        />
        <template v-if="others">
          <NumberField
            v-model="others.saturation[rung]"
            :label="`Saturation of the ${rung}`"
            :min="0"
            :max="100"
            unit=" %"
          />
          <NumberField
            v-model="others.lightness[rung]"
            :label="`Lightness of the ${rung}`"
            :min="0"
            :max="100"
            unit=" L*"
          />
        </template>
      </span>
      <label
        class="flex items-center gap-1"
        :class="skins.length === 0 ? 'text-quiet' : ''"
        :title="
          skins.length === 0 ? 'Once these photos are found and measured' : 'They begin with the medians'
        "
        ><input
          type="checkbox"
          class="accent-(--accent)"
          :checked="others !== undefined"
          :disabled="skins.length === 0"
          @change="askForOthers"
        />saturation and lightness too</label
      >
    </div>
    <label class="flex items-center gap-1"
      >exposure and white <ShareField v-model="frames" label="Exposure and white" :reset="100"
    /></label>
    <label class="flex items-center gap-1"
      >skin’s colour <ShareField v-model="colour" label="Colour of the skin" :reset="100"
    /></label>
    <label class="flex items-center gap-1"
      >skin’s light <ShareField v-model="light" label="Light of the skin" :reset="50"
    /></label>
    <span class="flex items-center gap-1"
      ><label class="flex items-center gap-1"
        ><input v-model="limited" type="checkbox" class="accent-(--accent)" />at most</label
      ><NumberField v-model="most" label="Greatest change" :min="1" :max="60" unit=" ΔE00" :reset="12"
    /></span>
    <span class="flex items-center gap-1"
      >backgrounds <ToggleGroup v-model="ground" label="Backgrounds" :options="GROUNDS"
    /></span>
    <ChangedSince v-model="wins" :count="changed" takes="the new evening" />
    <button class="press-main" :disabled="ids.length < 2 && by !== 'numbers'" @click="even">
      Even {{ ids.length }} photos
    </button>
  </div>
</template>
