<script setup lang="ts">
import { Plus } from '@lucide/vue';
import type { Area } from '#core/document/schema';
import { foundPart } from '#kinds/mark/found-part/index';
import { MAY_BE_MISSED } from '#kinds/people/missed';
import type { Survey } from '#workers/client';

/** Who is in the photo, their parts, what is off, and the plan. */
defineProps<{ survey: Survey | undefined; ready: boolean }>();
const bench = useBench();
const { photo, area } = useBenchPhoto();
const { newArea, addMissedPart } = useAreas();
const menu = useMenu();
const { progress } = useFind();
/** The picture comes first. */
const isDue = useTurn(1);

const openSitter = computed(() => {
  const id = area.value?.sitter ?? bench.sitterId;
  return photo.value?.sitters.find((sitter) => sitter.id === id) ?? photo.value?.sitters[0];
});
/** Parts that the face map does not show, and areas of the user's own. */
const others = computed(
  () =>
    photo.value?.areas.filter(
      (entry) =>
        photo.value!.sitters.length === 0 ||
        entry.sitter === null ||
        ((entry.part === 'face' || entry.part === 'teeth') && entry.sitter === openSitter.value?.id),
    ) ?? [],
);
/** Opens a sitter's face map; a part of another sitter is left. */
function openTo(sitter: string): void {
  if (area.value && area.value.sitter !== sitter) bench.choose(undefined);
  bench.sitterId = sitter;
}
/** What the open sitter may have and find did not see. */
const missed = computed(() =>
  MAY_BE_MISSED.filter(
    (part) =>
      !photo.value?.areas.some((entry) => entry.part === part && entry.sitter === openSitter.value?.id),
  ),
);
function offerMissed(event: MouseEvent): void {
  const sitter = openSitter.value?.id;
  if (!sitter) return;
  menu.showBelow(
    event.currentTarget as HTMLElement,
    'Parts that find missed',
    missed.value.map((part) => ({ words: PART_NAMES[part], run: () => addMissedPart(part, sitter) })),
  );
}
const { nameOf } = usePeople();
const isFound = ({ marks }: Area) => marks.some(({ kind }) => kind === foundPart.id);
const partsOf = (sitter: string) =>
  photo.value?.areas.filter((entry) => entry.sitter === sitter && isFound(entry)).length ?? 0;
</script>

<template>
  <aside class="flex shrink-0 flex-col gap-2 overflow-y-auto bg-panel p-3" aria-label="Parts, check and plan">
    <template v-if="photo && isDue">
      <div v-if="photo.sitters.length > 0" class="flex flex-wrap gap-2">
        <button
          v-for="sitter in photo.sitters"
          :key="sitter.id"
          class="flex items-center gap-2 rounded-full text-left"
          :class="sitter.id === openSitter?.id ? '' : 'opacity-70 hover:opacity-100'"
          :aria-expanded="sitter.id === openSitter?.id"
          @click="openTo(sitter.id)"
        >
          <SitterThumb :photo="photo" :sitter="sitter" :size="34" />
          <span v-if="sitter.id === openSitter?.id" class="leading-tight"
            ><span class="block text-[13.5px] font-semibold">{{ nameOf(sitter) }}</span
            ><span class="block text-[12px] text-quiet">{{ partsOf(sitter.id) }} parts found</span></span
          ><span v-else class="sr-only">{{ nameOf(sitter) }}</span>
        </button>
      </div>
      <FaceMap :areas="photo.areas" :sitter="openSitter" :survey="survey" />
      <button
        v-if="openSitter && missed.length > 0"
        class="press-bare self-center text-[13px]"
        aria-haspopup="menu"
        title="A hat, glasses, jewellery or a beard that find took for something else: draw a line in it, and it is no part of skin, hair or clothes any more"
        @click="offerMissed"
      >
        <Plus :size="14" /> Missed part
      </button>
      <template v-if="photo.sitters.length === 0">
        <p v-if="progress !== undefined" class="text-[12px] text-quiet">
          The people in this photo are being divided into their parts, which appear here.
        </p>
        <p v-else class="text-[12px] text-quiet">
          Press <b>Find</b> to divide the people in this photo into their parts, or choose a part and draw a
          line inside it.
        </p>
        <label class="flex items-center gap-1.5 text-[12px]"
          ><input v-model="bench.findsOnOpen" type="checkbox" class="accent-(--accent)" /> Find when a photo
          is opened</label
        >
      </template>
      <ul class="flex flex-wrap gap-x-1" aria-label="Areas">
        <li>
          <button class="chip" :aria-pressed="bench.areaId === undefined" @click="bench.choose(undefined)">
            Whole picture
          </button>
        </li>
        <li
          v-for="entry in others"
          :key="entry.id"
          class="max-w-full"
          @pointerenter="bench.pointedId = entry.id"
          @pointerleave="bench.pointedId = undefined"
        >
          <button
            class="chip max-w-full truncate"
            :aria-pressed="entry.id === bench.areaId"
            @click="bench.choose(entry.id)"
          >
            {{ entry.name }}
          </button>
        </li>
        <li>
          <button class="press-bare text-[13px]" @click="newArea('other')">
            <Plus :size="14" /> New area
          </button>
        </li>
      </ul>
      <CheckPanel :photo="photo" :survey="survey" />
      <WarningsPanel :photo="photo" :ready="ready" />
      <PlanList :photo="photo" :survey="survey" />
    </template>
  </aside>
</template>
