<script setup lang="ts">
import {
  ArrowRightFromLine,
  ArrowRightToLine,
  Clapperboard,
  Hand,
  Pause,
  Play,
  StepBack,
  StepForward,
  Trash2,
} from '@lucide/vue';
import { FOLLOW_EVERY } from '#kinds/shot/keyFrames';

/** The shot that the photo in use is a frame of: its frames in a row, playing, following, key frames. */
const shot = useShot();
const work = useShotWork();
const { keyOf } = useKeys();
const bench = useBench();
const notices = useNotices();

onMounted(() => void work.open());
provideGesture(() => 'frame');

const key = computed(() => shot.keys.find(({ frame }) => frame.n === shot.at));
const note = computed(() => shot.notes.find(({ from, to }) => from <= shot.at && shot.at <= to));
/** What is played and exported. */
const wanted = computed(() => shot.states.slice(shot.played.from, shot.played.to + 1));
const left = computed(() => wanted.value.filter((state) => state !== 'drawn').length);
const pressed = computed(() => {
  if (left.value === 0) return 'All followed';
  const isFollowed = wanted.value.every((state) => state === 'drawn' || state === 'followed');
  return `${isFollowed ? 'Draw' : 'Follow'} ${left.value}`;
});
const told = computed(() => {
  const state = shot.states[shot.at];
  if (key.value) return 'key frame';
  if (state === 'open')
    return shot.sidesOf(shot.at).length > 0
      ? 'followed from one key frame, not from the other yet'
      : 'as it was shot, not followed yet';
  return state === 'drawn' ? 'followed' : 'followed, not drawn yet';
});
/** A key frame that is looked at is the one that is worked on. */
watch(key, (now) => {
  if (now && shot.facts && !shot.playing && bench.photoId !== now.id) shot.takeKey(now.id);
});
watch(
  () => shot.place?.n,
  (n) => n !== undefined && shot.facts && !shot.playing && shot.goTo(n),
);

const every = (frames: number) => `People are looked for in every ${frames}th frame`;
const WAYS = [
  { value: 'faster', name: 'faster', title: `${every(FOLLOW_EVERY.faster)}: good for a look` },
  { value: 'finer', name: 'finer', title: `${every(FOLLOW_EVERY.finer)}: what is exported` },
] as const;
const PACES = [
  { value: 'at speed', name: 'at speed', title: 'Frames that come too late are left out' },
  { value: 'every frame', name: 'every frame', title: 'None is left out, however long it takes' },
] as const;
const seconds = computed(() => (shot.facts ? shot.facts.times[shot.at]! - shot.facts.times[0]! : 0));
usePlaying();

function removeKey(): void {
  if (!key.value) return;
  if (shot.keys.length > 1) work.deleteKey(key.value);
  else
    notices.say(
      'This is the only key frame. Make another one first, or take the photo out of the sitting under All photos.',
    );
}
</script>

<template>
  <section class="@container border-t border-line bg-paper px-2 pb-1.5 pt-1 text-[13px]" aria-label="Shot">
    <p v-if="!shot.facts" class="py-2 text-quiet" role="status">Opening {{ shot.place?.file }} …</p>
    <template v-else>
      <div class="mb-1 flex flex-wrap items-center gap-1 @xl:gap-x-1.5">
        <button
          class="press-bare"
          :aria-label="shot.playing ? 'Stop playing' : 'Play'"
          :title="`${shot.playing ? 'Stop playing' : 'Play'} (${shortKey(keyOf('shot-play'))})`"
          @click="shot.playing = !shot.playing"
        >
          <component :is="shot.playing ? Pause : Play" :size="16" />
        </button>
        <button
          class="press-bare"
          aria-label="Frame before"
          :title="`Frame before (${keyOf('frame-before')})`"
          @click="shot.goTo(shot.at - 1)"
        >
          <StepBack :size="16" />
        </button>
        <button
          class="press-bare"
          aria-label="Frame after"
          :title="`Frame after (${keyOf('frame-after')})`"
          @click="shot.goTo(shot.at + 1)"
        >
          <StepForward :size="16" />
        </button>
        <NumberField
          :model-value="shot.at + 1"
          label="Frame"
          :min="1"
          :max="shot.count"
          @update:model-value="shot.goTo($event - 1)"
        />
        <span class="whitespace-nowrap tabular-nums text-quiet" :title="`shown at ${seconds.toFixed(2)} s`"
          >of {{ shot.count }}</span
        >
        <button
          class="press-bare"
          aria-label="Play and export from this frame"
          title="Play, follow and export from this frame on"
          @click="shot.setRange('from')"
        >
          <ArrowRightFromLine :size="15" />
        </button>
        <button
          class="press-bare"
          aria-label="Play and export up to this frame"
          title="Play, follow and export up to this frame"
          @click="shot.setRange('to')"
        >
          <ArrowRightToLine :size="15" />
        </button>
        <button
          v-if="shot.range"
          class="press-bare"
          title="Play, follow and export all frames"
          @click="shot.range = undefined"
        >
          all
        </button>
        <span class="grow" />
        <template v-if="shot.progress">
          <span>{{ shot.progress.does }} …</span>
          <progress :value="shot.progress.share" max="1" class="h-2 w-24" aria-label="Shot" />
          <button class="press" @click="work.stop()">Stop</button>
        </template>
        <ToggleGroup v-if="shot.playing" v-model="shot.pace" bare label="How it plays" :options="PACES" />
        <ToggleGroup
          v-else-if="!shot.progress"
          v-model="shot.way"
          bare
          label="How it is followed"
          :options="WAYS"
        />
        <button
          v-if="!shot.progress"
          class="press"
          :disabled="left === 0"
          title="Takes areas, readings and strokes of the key frames through the frames, and draws them with the plan"
          @click="work.follow()"
        >
          {{ pressed }}<span v-if="left > 0" class="@max-xl:sr-only"> frames</span>
        </button>
        <template v-if="!shot.progress">
          <button
            v-if="key"
            class="press"
            aria-label="Delete key frame"
            title="Takes this key frame away, with what was done on it"
            @click="removeKey"
          >
            <Trash2 :size="14" /> <span class="@max-3xl:hidden">Delete key frame</span>
          </button>
          <button
            v-else
            class="press"
            aria-label="Make key frame"
            title="What you do on this frame holds here, and fades in from the key frame before"
            @click="work.makeKey()"
          >
            <Hand :size="14" /> <span class="@max-3xl:hidden">Make key frame</span>
          </button>
        </template>
        <button class="press" aria-label="Export shot" title="Export shot" @click="shot.exporting = true">
          <Clapperboard :size="14" /> <span class="@max-xl:hidden">Export shot</span>
        </button>
      </div>
      <FrameStrip :small="work.small" @move="(key, n) => work.moveKey(key, n)" />
    </template>
    <Teleport v-if="shot.facts" to="#stage-over">
      <ShotPicture
        v-if="shot.playing || !key"
        :small="work.small"
        :told="note ? `${told} · ${note.words}` : told"
      />
    </Teleport>
    <ShotExport v-if="shot.exporting" :work="work" />
  </section>
</template>
