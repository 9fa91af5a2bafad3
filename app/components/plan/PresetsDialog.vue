<script setup lang="ts">
import { DialogTitle } from '@headlessui/vue';
import { X } from '@lucide/vue';
import type { Photo, Preset } from '#core/document/schema';
import { partsOfPreset, presetOf, putPreset } from '#kinds/presets/presets';
import { STARTERS } from '#kinds/presets/starters';
import type { Survey } from '#workers/client';
import { database } from '../../storage/database';
import { dropPreset, keepPreset, listPresets } from '../../storage/presetStorage';

/** Steps and plans under names, each as a small picture of what it would make of this photo. */
const props = defineProps<{ photo: Photo; survey: Survey | undefined }>();
const bench = useBench();
const notices = useNotices();
const { photo: current, area, edit } = useBenchPhoto();
const { inHand } = useSteps();
const { find, progress } = useFind();

const SIZE = { width: 150, height: 150 };
const kept = shallowRef<readonly Preset[]>([]);
const refresh = async () => (kept.value = await listPresets(database()));
refresh().catch(notices.problem);
const presets = computed(() => [...kept.value, ...STARTERS]);

/** Presets of one part may go to the open area instead, whatever that is. */
const onOpen = ref(area.value?.part === 'other');
const place = computed(() => ({
  areaId: onOpen.value ? area.value?.id : undefined,
  sitter: area.value?.sitter ?? bench.sitterId ?? props.photo.sitters[0]?.id,
}));
const put = (preset: Preset, on = props.photo) =>
  putPreset(on, preset, place.value, () => crypto.randomUUID());
const canvases = useTemplateRef<HTMLCanvasElement[]>('canvases');
const CLOSE: readonly string[] = ['irises', 'lips', 'brows', 'whites', 'teeth'];
function regionFor(after: Photo) {
  const { x, y, width, height } = { x: 0, y: 0, width: after.width, height: after.height };
  const added = after.plan.at(-1);
  const of = after.areas.find(({ id }) => id === added?.areaId);
  const box = of && CLOSE.includes(of.part) ? props.survey?.areas[of.id]?.box : undefined;
  const face = after.sitters.find(({ id }) => id === (of?.sitter ?? place.value.sitter))?.face;
  const whole = of?.part === 'background' || !of;
  return regionAbout(after, box ?? (whole ? undefined : face) ?? { x, y, width, height }, SIZE);
}
useVariants(
  () =>
    presets.value.map((preset) => {
      const { photo: after } = put(preset);
      return after.plan.length > props.photo.plan.length
        ? { photo: after, region: regionFor(after) }
        : undefined;
    }),
  canvases,
);
const lacks = (preset: Preset) => {
  const { missing } = put(preset);
  return missing.length === preset.steps.length ? missing : [];
};

/** Parts that are missing are looked for first. */
async function choose(preset: Preset): Promise<void> {
  bench.showingPresets = false;
  if (put(preset).missing.length > 0 && props.photo.sitters.length === 0) await find();
  await nextTick();
  const { photo: after, missing } = put(preset, current.value);
  if (after.plan.length > (current.value?.plan.length ?? 0)) {
    edit(preset.name, (before) => putPreset(before, preset, place.value, () => crypto.randomUUID()).photo);
    const last = current.value?.plan.at(-1);
    if (last) bench.takeStep(last);
  }
  if (missing.length > 0)
    notices.say(
      `${preset.name}: there is no ${missing.map((part) => PART_NAMES[part].toLowerCase()).join(', no ')} in this photo yet${missing.length < partsOfPreset(preset).length ? '; the other steps are done' : ''}.`,
    );
}

const name = ref('');
async function keep(steps: Photo['plan'], otherwise: string): Promise<void> {
  const named = { id: crypto.randomUUID(), name: name.value.trim() || otherwise };
  const preset = presetOf(steps, props.photo, named);
  if (preset.steps.length === 0)
    return void notices.say('None of these steps can go to another photo: they are off, or tied to places.');
  try {
    await keepPreset(database(), preset, new Date().toISOString());
    name.value = '';
    await refresh();
  } catch (error) {
    notices.problem(error);
  }
}
async function drop(preset: Preset): Promise<void> {
  await dropPreset(database(), preset.id).catch(notices.problem);
  await refresh().catch(notices.problem);
  notices.say(`Forgot the preset “${preset.name}”.`, {
    label: 'Undo',
    run: () => void keepPreset(database(), preset, new Date().toISOString()).catch(notices.problem),
  });
}
const wordsOf = (preset: Preset) =>
  partsOfPreset(preset)
    .map((part) => (part === 'whole-picture' ? 'whole picture' : PART_NAMES[part].toLowerCase()))
    .join(', ');
const isKept = (preset: Preset) => kept.value.includes(preset);
const close = () => (bench.showingPresets = false);
</script>

<template>
  <DialogFrame panel="flex w-[54rem] max-w-full flex-col bg-paper p-5" @close="close">
    <div class="mb-3 flex flex-wrap items-center gap-2">
      <DialogTitle class="text-lg">Presets</DialogTitle>
      <label v-if="area" class="flex items-center gap-1.5 text-[13px]"
        >put on
        <select v-model="onOpen" aria-label="What presets are put on" class="field">
          <option :value="false">the parts that each is for</option>
          <option :value="true">{{ area.name }}, where a preset is of one part</option>
        </select></label
      ><span v-else class="text-[13px] text-quiet">put on the parts that each is for</span>
      <span class="grow" />
      <input
        v-model="name"
        class="field w-44"
        maxlength="120"
        aria-label="Name of the preset"
        placeholder="Name"
      />
      <button v-if="inHand" class="press" @click="keep([inHand], 'My step')">Keep the step in hand</button>
      <button class="press" :disabled="photo.plan.length === 0" @click="keep(photo.plan, 'My plan')">
        Keep the plan
      </button>
    </div>
    <p v-if="progress !== undefined" role="status" class="text-[13px]">Finding people …</p>
    <ul class="grid min-h-0 grow grid-cols-[repeat(auto-fill,minmax(150px,1fr))] gap-3 overflow-y-auto">
      <li v-for="preset in presets" :key="preset.id" class="relative">
        <button
          class="block w-full overflow-hidden rounded text-left hover:outline-2 hover:outline-accent"
          :title="`Put “${preset.name}” into the plan`"
          @click="choose(preset)"
        >
          <canvas
            ref="canvases"
            class="w-full bg-[#777]"
            :style="{ height: `${SIZE.height}px` }"
            aria-hidden="true"
          />
          <span class="block truncate px-1 pt-1 text-[13px] font-medium">{{ preset.name }}</span>
          <span class="block truncate px-1 text-[12px] text-quiet">{{ wordsOf(preset) }}</span>
        </button>
        <span
          v-if="lacks(preset).length > 0"
          class="pointer-events-none absolute inset-x-2 top-12 rounded bg-raised/90 p-1 text-center text-[12px]"
          >not found in this photo yet</span
        >
        <button
          v-if="isKept(preset)"
          class="absolute right-1 top-1 rounded bg-raised p-0.5"
          :aria-label="`Forget the preset ${preset.name}`"
          title="Forget it"
          @click="drop(preset)"
        >
          <X :size="13" />
        </button>
      </li>
    </ul>
    <div class="mt-3 flex items-center gap-3 text-[13px]">
      <span class="grow text-quiet">Kept presets stay in this browser, for every sitting.</span>
      <button class="press" @click="close">Close</button>
    </div>
  </DialogFrame>
</template>
