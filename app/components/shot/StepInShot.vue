<script setup lang="ts">
import type { ShotPlace, Step } from '#core/document/schema';
import type { NumberChange } from '#kinds/shot/between';
import type { KeyFrame } from '#kinds/shot/keyFrames';
import { KINDS } from '#kinds/registry.gen';
import { canMeasureAtKeys, withStepChoice } from '#kinds/shot/stepChoices';

/** How a step goes through the shot: whether its numbers go over to the next key frame, and where it is measured. */
const props = defineProps<{
  step: Step;
  place: ShotPlace;
  /** the next key frame, where it has the step too */
  next: KeyFrame | undefined;
  /** numbers that go over to it */
  changes: readonly NumberChange[];
}>();
const sitting = useSitting();

const canMeasure = computed(() => canMeasureAtKeys(KINDS.adjusts.get(props.step.kind)!));

function choose(
  what: string,
  at: Parameters<typeof withStepChoice>[1],
  choice: 'holds' | 'measuredAtKeys',
  isOn: boolean,
) {
  sitting.change(what, (document) => ({
    ...document,
    photos: withStepChoice(document.photos, at, choice, { stepId: props.step.id, isOn }),
  }));
}
const numbers = computed({
  get: () => (props.place.holds.includes(props.step.id) ? 'hold' : 'over'),
  set: (to) => choose('numbers in the shot', props.place, 'holds', to === 'hold'),
});
/** On all key frames alike: between two that differ a step would be measured halfway. */
const measured = computed({
  get: () => (props.place.measuredAtKeys.includes(props.step.id) ? 'keys' : 'frames'),
  set: (to) => choose('measured in the shot', { clip: props.place.clip }, 'measuredAtKeys', to === 'keys'),
});
const written = useWrittenNumber();
</script>

<template>
  <div
    v-if="next || canMeasure"
    class="mt-1.5 border-t border-line pt-1 text-[12px] text-quiet"
    role="group"
    aria-label="This step in the shot"
  >
    <p v-if="next" class="flex flex-wrap items-baseline gap-x-1">
      numbers
      <ToggleGroup
        v-model="numbers"
        bare
        label="Numbers in the shot"
        :options="[
          {
            value: 'over',
            name: 'go over',
            title: 'From frame to frame they go over to the next key frame’s',
          },
          { value: 'hold', name: 'hold', title: 'They stay as they are up to the next key frame' },
        ]"
      />
      to frame {{ next.frame.n + 1 }}<template v-if="changes.length > 0">:</template>
      <span v-for="{ name, from, to } in changes" :key="name" class="whitespace-nowrap tabular-nums text-ink"
        >{{ name }} {{ written(name, from) }} → {{ written(name, to) }}</span
      >
    </p>
    <p v-if="canMeasure" class="flex flex-wrap items-baseline gap-x-1">
      measured on
      <ToggleGroup
        v-model="measured"
        bare
        label="Measured in the shot"
        :options="[
          {
            value: 'frames',
            name: 'each frame',
            title: 'Every frame is brought to the numbers, whatever its light',
          },
          {
            value: 'keys',
            name: 'key frames',
            title:
              'What it finds there is done to all frames alike: light that changes in the shot goes on changing',
          },
        ]"
      />
    </p>
  </div>
</template>
