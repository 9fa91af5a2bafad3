<script setup lang="ts">
import { encodeSrgb8 } from '#core/colour/transfer';
import type { Triple } from '#core/colour/triple';
import { WHOLE_PICTURE } from '#core/document/schema';
import type { Survey } from '#workers/client';

/** The part in hand: its name and colour, what can be done to it, its numbers, and the step in hand. */
const props = defineProps<{ survey: Survey | undefined }>();
const bench = useBench();
const drawing = useDrawing();
const { photo, area, changeOpenArea } = useBenchPhoto();
const { progress } = useFind();
const { inHand } = useSteps();
/** The picture and the parts come first, then what can be done, then its numbers. */
const offers = useTurn(2);
const numbers = useTurn(3);

const id = computed(() => area.value?.id ?? WHOLE_PICTURE.id);
const measured = computed(() => props.survey?.areas[id.value]);
const colour = (linear: Triple | undefined) =>
  linear ? `rgb(${linear.map((channel) => encodeSrgb8(channel)).join(' ')})` : 'transparent';
const doubt = computed(
  () =>
    area.value &&
    doubtOf(
      area.value.part,
      photo.value?.sitters.find(({ id: sitter }) => sitter === area.value?.sitter),
    ),
);
const percent = (share: number) => (100 * share).toFixed(share < 0.1 ? 1 : 0);
/** An area without marks covers nothing: its extent comes first. */
const isEmpty = computed(() => area.value?.marks.length === 0);

function rename(event: Event): void {
  const field = event.target as HTMLInputElement;
  const name = field.value.trim();
  if (name) changeOpenArea('rename area', (open) => ({ ...open, name }));
  else field.value = area.value?.name ?? '';
}
const editMarks = () =>
  bench.editing ? bench.lookOnly() : area.value && bench.edit(drawing.kindFor(area.value.part));
</script>

<template>
  <aside class="flex shrink-0 flex-col gap-2 overflow-y-auto bg-panel p-3" aria-label="The part">
    <template v-if="photo && offers">
      <header class="flex items-center gap-2">
        <input
          v-if="area"
          :key="area.id"
          :value="area.name"
          aria-label="Name of the area"
          maxlength="120"
          class="-ml-1 field-sizing-content min-w-8 max-w-44 rounded bg-transparent px-1 text-[17px] font-semibold hover:bg-raised"
          @change="rename"
          @keydown.enter="($event.target as HTMLInputElement).blur()"
        />
        <h2 v-else class="text-[17px]">Whole picture</h2>
        <span
          class="flex h-5 w-10 shrink-0 overflow-hidden rounded border border-line"
          role="img"
          aria-label="Mean colour before and after"
          title="Mean colour, before and after"
          ><span class="flex-1" :style="{ background: colour(measured?.before) }" /><span
            class="flex-1"
            :style="{ background: colour(measured?.after) }"
        /></span>
        <span
          v-if="area && measured"
          class="whitespace-nowrap text-[12px] text-quiet"
          title="Share of the photo"
          >{{ percent(measured.share) }} %</span
        >
        <span class="grow" />
        <button v-if="area" class="press" :aria-pressed="bench.editing" @click="editMarks">
          <template v-if="bench.editing">Done <span class="key">Esc</span></template
          ><template v-else>Edit marks <ShownKey :of="`mark:${drawing.kindFor(area.part)}`" /></template>
        </button>
      </header>
      <p v-if="!area && photo.sitters.length === 0" class="text-[13px] text-quiet">
        <template v-if="progress !== undefined">The parts are on their way. </template
        ><template v-else
          >Begin with a part: press <b>Find</b> above, or choose a field of the face map and draw a rough line
          inside it on the picture. </template
        >Steps for the whole picture are offered here meanwhile.
      </p>
      <ExtentSection v-if="area && (bench.editing || isEmpty)" :area="area" />
      <p v-if="doubt" class="rounded border border-warn px-2 py-1 text-[12.5px]" role="note">
        Unsure of this part: {{ doubt }}. Correct it with strokes.
      </p>
      <DoubtfulPlaces />
      <p v-if="isEmpty" class="rounded-lg border border-dashed border-line p-3 text-[13px] text-quiet">
        This area covers nothing yet. Draw a rough line inside the part on the picture; its numbers and steps
        appear here.
      </p>
      <template v-else>
        <StepOffers :photo="photo" :area="area" />
        <NumbersSection
          v-if="numbers"
          :photo="photo"
          :area="area"
          :survey="survey?.of === id ? survey : undefined"
        />
        <StepInHand v-if="inHand" :key="inHand.id" :step="inHand" :photo="photo" :survey="survey" />
        <p v-else class="text-[13px] text-quiet">
          No step on {{ area ? area.name : 'the whole picture' }} yet: press one of those offered above, or
          drag a rung of the ladder to where it should be.
        </p>
      </template>
    </template>
  </aside>
</template>
