<script setup lang="ts">
import { changePhoto } from '#core/document/commands';
import { CHOICES } from '#core/document/schema';
import type { Choice, Preset } from '#core/document/schema';
import { STARTERS } from '#kinds/presets/starters';
import { database } from '../../storage/database';
import { listPresets } from '../../storage/presetStorage';

/** What is done to the photos that are chosen, or to all: found, mended, carried over, evened, decided. */
const props = defineProps<{ /** of the chosen photos */ ids: readonly string[] }>();
const chosen = defineModel<ReadonlySet<string>>('chosen', { required: true });
const sitting = useSitting();
const setWork = useSetWork();
const bench = useBench();
const open = ref<'carry' | 'even'>();

const photos = computed(() => sitting.document?.photos ?? []);
/** The chosen ones, else all. */
const meant = computed(() => (props.ids.length > 0 ? props.ids : photos.value.map(({ id }) => id)));
const which = computed(() =>
  props.ids.length > 0 ? `${props.ids.length} chosen` : `all ${photos.value.length}`,
);
const { people } = usePeople();
function chooseSitter(event: Event): void {
  const id = (event.target as HTMLSelectElement).value;
  const seen = people.value.find((person) => person.id === id)?.seen ?? [];
  chosen.value = new Set(seen.map(({ photo }) => photo.id));
}

function decide(value: Choice | null): void {
  sitting.change(value ?? 'undecided', (document) =>
    props.ids.reduce(
      (changed, id) => changePhoto(changed, id, (photo) => ({ ...photo, choice: value })),
      document,
    ),
  );
}
function takeOut(): void {
  const ids = new Set(props.ids);
  sitting.change(ids.size === 1 ? 'take photo out' : `take ${ids.size} photos out`, (document) => ({
    ...document,
    photos: document.photos.filter(({ id }) => !ids.has(id)),
  }));
  chosen.value = new Set();
}
const presets = shallowRef<readonly Preset[]>(STARTERS);
async function readPresets(): Promise<void> {
  presets.value = [...STARTERS, ...(await listPresets(database()).catch(() => []))];
}
function putOn(event: Event): void {
  const choice = event.target as HTMLSelectElement;
  void setWork.start({ is: 'preset', presetId: choice.value }, meant.value);
  choice.value = '';
}
function exportThem(): void {
  bench.showingPhotos = false;
  bench.exporting = true;
}
const toggle = (panel: 'carry' | 'even') => (open.value = open.value === panel ? undefined : panel);
</script>

<template>
  <div v-if="photos.length > 0" class="mb-2 rounded-lg border border-line bg-raised px-3 py-1.5 text-[13px]">
    <p class="flex flex-wrap items-center gap-2" role="status">
      <span class="w-20">{{ which }}:</span>
      <button
        class="press"
        title="Finds people in the photos that have no parts yet"
        :disabled="setWork.running"
        @click="setWork.start({ is: 'find' }, meant)"
      >
        Find
      </button>
      <button
        class="press"
        title="Says what is off in each photo, and changes nothing"
        :disabled="setWork.running"
        @click="setWork.start({ is: 'check' }, meant)"
      >
        Check
      </button>
      <button
        class="press"
        title="Checks each photo and mends what is off, as Mend all does"
        :disabled="setWork.running"
        @click="setWork.start({ is: 'mend' }, meant)"
      >
        Mend all
      </button>
      <button
        class="press"
        :aria-expanded="open === 'carry'"
        title="The plan of the photo on the bench, to these photos"
        :disabled="setWork.running"
        @click="toggle('carry')"
      >
        Carry over…
      </button>
      <button
        class="press"
        :aria-expanded="open === 'even'"
        title="The same light and the same skin in these photos"
        :disabled="setWork.running"
        @click="toggle('even')"
      >
        Even…
      </button>
      <select
        class="field max-w-28"
        aria-label="Put a preset on these photos"
        title="A preset's steps on the parts of everybody in these photos: soft skin on all of them, for instance"
        value=""
        :disabled="setWork.running"
        @focus="readPresets"
        @pointerdown="readPresets"
        @change="putOn"
      >
        <option value="">Preset…</option>
        <option v-for="{ id, name } in presets" :key="id" :value="id">{{ name }}</option>
      </select>
      <button class="press" title="One photo, or all of the sitting in one archive" @click="exportThem">
        Export…
      </button>
      <span class="grow" />
      <template v-if="ids.length > 0">
        <button v-for="name in CHOICES" :key="name" class="press" @click="decide(name)">{{ name }}</button>
        <button class="press" @click="decide(null)">undecided</button>
        <button class="press" title="Undo brings them back" @click="takeOut">Take out</button>
        <button class="press-bare" @click="chosen = new Set()">Choose none</button>
      </template>
      <select
        v-else-if="people.length > 0"
        class="field"
        aria-label="Choose the photos of"
        value=""
        @change="chooseSitter"
      >
        <option value="">choose the photos of…</option>
        <option v-for="{ id, called, seen } in people" :key="id" :value="id">
          {{ called }} ({{ seen.length }})
        </option>
      </select>
    </p>
    <CarryPanel v-if="open === 'carry'" :ids="meant" :from="bench.photoId" @done="open = undefined" />
    <EvenPanel v-if="open === 'even'" :ids="meant" @done="open = undefined" />
  </div>
</template>
