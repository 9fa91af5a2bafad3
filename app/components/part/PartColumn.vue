<script setup lang="ts">
import { Trash2 } from '@lucide/vue';
import { encodeSrgb8 } from '#core/colour/transfer';
import type { Triple } from '#core/colour/triple';
import { PARTS } from '#core/document/schema';
import type { Part } from '#core/document/schema';
import type { Survey } from '#workers/client';

const props = defineProps<{ survey: Survey | undefined; ready: boolean }>();
const { photo, area, changeOpenArea } = useBenchPhoto();
const { deleteArea } = useAreas();

const measured = computed(() => (area.value ? props.survey?.areas[area.value.id] : undefined));
const readings = computed(
  () => photo.value?.readings.filter(({ areaId }) => areaId === area.value?.id) ?? [],
);
const colour = (linear: Triple | undefined) =>
  linear ? `rgb(${linear.map((channel) => encodeSrgb8(channel)).join(' ')})` : 'transparent';
const doubt = computed(
  () =>
    area.value &&
    doubtOf(
      area.value.part,
      photo.value?.sitters.find(({ id }) => id === area.value?.sitter),
    ),
);
const percent = (share: number) => (100 * share).toFixed(share < 0.1 ? 1 : 0);

/** The keys of the bench go on after a choice. */
function setPart(event: Event): void {
  const field = event.target as HTMLSelectElement;
  const part = field.value as Part;
  changeOpenArea('part', (open) => ({ ...open, part }));
  field.blur();
}

function rename(event: Event): void {
  const field = event.target as HTMLInputElement;
  const name = field.value.trim();
  if (name) changeOpenArea('rename area', (open) => ({ ...open, name }));
  else field.value = area.value?.name ?? '';
}
</script>

<template>
  <aside
    class="flex w-[21.5rem] shrink-0 flex-col gap-2 overflow-y-auto border-l border-line bg-panel p-3"
    aria-label="The part"
  >
    <template v-if="photo && area">
      <header class="flex items-center gap-2">
        <input
          :key="area.id"
          :value="area.name"
          aria-label="Name of the area"
          maxlength="120"
          class="-ml-1 field-sizing-content min-w-8 max-w-32 rounded bg-transparent px-1 text-[17px] font-semibold hover:bg-raised"
          @change="rename"
          @keydown.enter="($event.target as HTMLInputElement).blur()"
        />
        <span
          class="flex h-5 w-10 overflow-hidden rounded border border-line"
          role="img"
          aria-label="Mean colour before and after"
          ><span class="flex-1" :style="{ background: colour(measured?.before) }" /><span
            class="flex-1"
            :style="{ background: colour(measured?.after) }"
        /></span>
        <span v-if="measured" class="text-[12px] text-quiet" title="Share of the photo"
          >{{ percent(measured.share) }} %</span
        >
        <span class="grow" />
        <select
          aria-label="Part"
          :value="area.part"
          class="w-24 rounded border border-line bg-raised px-1 py-0.5 text-[13px]"
          @change="setPart"
        >
          <option v-for="part in PARTS" :key="part" :value="part">{{ PART_NAMES[part] }}</option>
        </select>
        <button
          class="press-bare"
          :aria-label="`Delete area ${area.name}`"
          title="Delete area"
          @click="deleteArea"
        >
          <Trash2 :size="15" />
        </button>
      </header>
      <ExtentSection :area="area" />
      <p v-if="doubt" class="rounded border border-warn p-2 text-[13px]" role="note">
        Unsure of this part: {{ doubt }}. Correct it with strokes.
      </p>
      <DoubtfulPlaces />
      <template v-if="area.marks.length > 0">
        <NumbersSection :photo="photo" :area="area" :readings="readings" :survey="survey" />
      </template>
      <p v-else class="rounded-lg border border-dashed border-line p-3 text-[13px] text-quiet">
        This area covers nothing yet. Draw a rough line inside the part on the picture; its numbers and steps
        appear here.
      </p>
    </template>
    <div v-else class="rounded-lg border border-dashed border-line p-3 text-[13px] text-quiet">
      <p class="mb-1 font-semibold text-ink">Begin with a part</p>
      <p v-if="photo?.sitters.length">
        Choose a field of the face map on the left. Its extent, its numbers and what can be done to it appear
        here.
      </p>
      <p v-else>
        Press <b>Find</b> above: it divides the people in this photo into skin, eyes, lips, hair and more. Or
        choose a field of the face map on the left, skin for example, and draw a rough line inside it on the
        picture.
      </p>
    </div>
    <CheckPanel v-if="photo" :photo="photo" :survey="survey" />
    <WarningsPanel v-if="photo" :photo="photo" :ready="ready" />
    <PlanSection v-if="photo" :photo="photo" :survey="survey" />
  </aside>
</template>
