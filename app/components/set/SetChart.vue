<script setup lang="ts">
import { RUNGS } from '#core/document/schema';
import type { Rung } from '#core/document/schema';
import { writeSetCsv } from '#core/formats/setFile';
import { SKIN_CORRIDOR } from '#core/measure/corridor';
import { setSpread } from '#core/measure/setSpread';
import { SET_PARTS } from '#core/measure/setParts';
import type { SetPart } from '#core/measure/setParts';
import { putTarget } from '#kinds/set/setTarget';
import { changePhoto } from '#core/document/commands';
import { saveBlob } from '../../storage/saveBlob';
import { QUANTITIES } from '../../composables/useSetNumbers';
import type { Quantity, SetEntry } from '../../composables/useSetNumbers';

/** Every photo's numbers of one part, before and after, and which stand out of the set. */
const emit = defineEmits<{ open: [photoId: string] }>();
const chosen = defineModel<ReadonlySet<string>>('chosen', { required: true });
const sitting = useSitting();
const setWork = useSetWork();
const { people } = usePeople();
const { entries, unmeasured, numberOf } = useSetNumbers();

const UNITS: Readonly<Record<Quantity, string>> = { hue: '°', saturation: ' %', lightness: ' L*' };
/** Less than this off nothing stands out: what is hardly seen. */
const LEAST_OFF: Readonly<Record<Quantity, number>> = { hue: 2, saturation: 4, lightness: 4 };
const part = ref<SetPart>('skin');
const person = ref<string>();
const quantity = ref<Quantity>('hue');
const rung = ref<Rung>('middle');
const PARTS_SHOWN = SET_PARTS.map((value) => ({ value, name: value }));
const QUANTITIES_SHOWN = QUANTITIES.map((value) => ({ value, name: value }));
const RUNGS_SHOWN = RUNGS.map((value) => ({ value, name: value }));
const chart = useTemplateRef('chart');

/** Of the sitter who is looked at: with most photos, until one is chosen. */
const who = computed(
  () =>
    people.value.find(({ id }) => id === person.value) ??
    people.value.toSorted((p, q) => q.seen.length - p.seen.length)[0],
);
const shown = computed(() =>
  entries.value.filter(
    (entry) =>
      entry.part === part.value &&
      (part.value === 'background' || entry.person === undefined || entry.person === who.value?.id),
  ),
);
const points = computed(() => {
  const read = shown.value.flatMap((entry) => {
    const [before, after] = (['before', 'after'] as const).map((state) =>
      numberOf(entry, state, rung.value, quantity.value),
    );
    return before === undefined || after === undefined ? [] : [{ entry, before, after }];
  });
  const { off, standsOut } = spreadOf(read.map(({ after }) => after));
  return read.map((point, n) => ({ ...point, off: off[n]!, standsOut: standsOut[n]! }));
});
const spreadOf = (values: readonly number[]) =>
  setSpread(values, LEAST_OFF[quantity.value], quantity.value === 'hue');
const after = computed(() => spreadOf(points.value.map((point) => point.after)));
const before = computed(() => spreadOf(points.value.map((point) => point.before)));
const corridor = computed(() =>
  part.value === 'skin' && quantity.value === 'hue' ? SKIN_CORRIDOR[rung.value] : undefined,
);
const outliers = computed(() => points.value.filter(({ standsOut }) => standsOut));
const unit = computed(() => UNITS[quantity.value]);
const offWords = (off: number) => `${off > 0 ? '+' : '−'}${Math.abs(off).toFixed(1)}${unit.value}`;

/** what was asked for last: a photo that cannot be measured is not asked for again and again */
let tried = '';
// What was not measured as it is now is measured, so that the chart tells the truth.
watch(
  () => [unmeasured.value.length, setWork.running] as const,
  ([count, running]) => {
    const wanted = unmeasured.value.join();
    if (count === 0) tried = '';
    if (count === 0 || running || setWork.work || wanted === tried) return;
    tried = wanted;
    void setWork.start({ is: 'measure' }, unmeasured.value);
  },
  { immediate: true },
);

function setTo(entry: SetEntry, value: number): void {
  sitting.change(`${part.value} to ${value.toFixed(1)}${unit.value}`, (document) =>
    changePhoto(document, entry.photoId, (photo) =>
      putTarget(photo, { areaId: entry.areaId, rung: rung.value, quantity: quantity.value, value }, () =>
        crypto.randomUUID(),
      ),
    ),
  );
}
function saveCsv(): void {
  saveBlob(
    new Blob([writeSetCsv(entries.value)], { type: 'text/csv' }),
    `${sitting.document?.name}-numbers.csv`,
  );
}
async function savePng(): Promise<void> {
  const address = chart.value?.picture();
  if (address) saveBlob(await (await fetch(address)).blob(), `${sitting.document?.name}-${part.value}.png`);
}
</script>

<template>
  <div class="mb-2 flex flex-wrap items-center gap-3 text-[13px]">
    <ToggleGroup v-model="part" label="Part" :options="PARTS_SHOWN" />
    <select
      v-if="part !== 'background' && people.length > 0"
      :value="who?.id"
      class="field"
      aria-label="Sitter on the chart"
      @change="person = ($event.target as HTMLSelectElement).value"
    >
      <option v-for="{ id, called, seen } in people" :key="id" :value="id">
        {{ called }} ({{ seen.length }})
      </option>
    </select>
    <ToggleGroup v-model="quantity" label="Number" :options="QUANTITIES_SHOWN" />
    <ToggleGroup v-model="rung" label="Rung" :options="RUNGS_SHOWN" />
    <span class="grow" />
    <button class="press" :disabled="entries.length === 0" @click="saveCsv">Save as CSV</button>
    <button class="press" :disabled="points.length === 0" @click="savePng">Save as PNG</button>
  </div>
  <p v-if="points.length === 0" class="nothing-yet">
    {{
      setWork.running
        ? 'Measuring …'
        : 'Nothing was measured of this yet. Press Find above; what is found is measured at once.'
    }}
  </p>
  <div v-else class="flex min-h-0 grow gap-3">
    <div class="flex min-h-0 min-w-0 grow flex-col">
      <p class="text-[13px]">
        Median {{ after.median.toFixed(1) }}{{ unit }}; spreads by {{ after.spread.toFixed(1) }}{{ unit }},
        before {{ before.spread.toFixed(1) }}{{ unit }}.
        <span class="text-quiet"
          >Hollow: as shot. Filled: with its plan. Drag a filled point to set its number.</span
        >
      </p>
      <SetPoints
        ref="chart"
        v-model:chosen="chosen"
        class="min-h-0 grow"
        :points="points"
        :median="after.median"
        :corridor="corridor"
        :unit="unit"
        :label="`${part}, ${rung}: ${quantity}`"
        @open="emit('open', $event)"
        @set="setTo($event.entry, $event.value)"
      />
    </div>
    <div class="w-64 shrink-0 overflow-y-auto text-[13px]">
      <section aria-label="What stands out">
        <h3 class="mb-1 font-semibold">{{ outliers.length === 0 ? 'Nothing stands out' : 'Stands out' }}</h3>
        <ul class="flex flex-col gap-1.5">
          <li
            v-for="{ entry, off } in outliers"
            :key="entry.photoId"
            class="flex flex-wrap items-center gap-1"
          >
            <button class="press-bare min-w-0 grow truncate text-left" @click="emit('open', entry.photoId)">
              {{ entry.photo }}
            </button>
            <span>{{ offWords(off) }}</span>
            <button
              class="press !px-1.5 !py-0"
              :aria-label="`Bring ${entry.photo} to the median`"
              @click="setTo(entry, after.median)"
            >
              to the median
            </button>
          </li>
        </ul>
      </section>
      <section aria-label="Numbers of all photos" class="mt-3">
        <h3 class="mb-1 font-semibold">All photos</h3>
        <ul class="flex flex-col gap-1">
          <li v-for="point in points" :key="point.entry.photoId" class="flex items-center gap-1">
            <span class="min-w-0 grow truncate" :title="point.entry.photo">{{ point.entry.photo }}</span>
            <NumberField
              :model-value="point.after"
              :label="`${quantity} of ${point.entry.photo}`"
              :min="0"
              :max="quantity === 'hue' ? 360 : 100"
              :decimals="1"
              :unit="unit"
              :reset="after.median"
              @update:model-value="setTo(point.entry, $event)"
            />
          </li>
        </ul>
      </section>
    </div>
  </div>
</template>
