<script setup lang="ts">
import { Ellipsis, GripVertical } from '@lucide/vue';
import { putStep } from '#core/document/commands';
import type { Photo, Step } from '#core/document/schema';
import { KINDS } from '#kinds/registry.gen';

/** A step as one line: on or off, what it does in a few words, its strength, and what can be done with it. */
const props = defineProps<{ step: Step; photo: Photo }>();
defineEmits<{ take: [] }>();
const seeing = useSeeing();
const { edit } = useBenchPhoto();
const { inHand } = useSteps();
const menu = useMenu();
const entriesOf = useStepMenu();

const kind = computed(() => KINDS.adjusts.get(props.step.kind)!);
const areaOf = (id: string | null | undefined) => props.photo.areas.find((area) => area.id === id);
const brief = computed(() => {
  const { parameters, areaId } = props.step;
  const like = areaOf(kind.value.like?.(parameters))?.name;
  return kind.value.brief?.(parameters, areaOf(areaId)?.part, like);
});
const isInHand = computed(() => inHand.value?.id === props.step.id);
const change = (what: string, next: Partial<Step>) =>
  edit(what, (photo) => putStep(photo, { ...props.step, ...next }));
const line = useTemplateRef<HTMLElement>('line');
watch(isInHand, (is) => is && line.value?.scrollIntoView({ block: 'nearest' }), { flush: 'post' });
onMounted(() => isInHand.value && line.value?.scrollIntoView({ block: 'nearest' }));
</script>

<template>
  <div
    ref="line"
    class="group flex items-center gap-1 rounded border-l-[3px] py-px pr-0.5 text-[12.5px]"
    :class="[
      isInHand ? 'border-l-accent bg-raised' : 'border-l-transparent hover:bg-raised',
      (seeing.soloOf(photo) ?? step.id) !== step.id ? 'opacity-40' : '',
    ]"
    @contextmenu.prevent="menu.show(kind.offer.label, $event, entriesOf(photo, step))"
  >
    <span
      data-grip
      class="shrink-0 cursor-grab text-quiet opacity-40 group-hover:opacity-100"
      title="Drag to another place in the plan"
      ><GripVertical :size="12"
    /></span>
    <input
      type="checkbox"
      :checked="step.on"
      class="shrink-0 accent-(--accent)"
      :aria-label="`${kind.offer.label} on`"
      @change="change(step.on ? 'step off' : 'step on', { on: !step.on })"
    />
    <button
      class="min-w-0 grow truncate text-left"
      :class="step.on ? '' : 'text-quiet line-through'"
      data-take
      :aria-current="isInHand ? 'step' : undefined"
      :title="`${kind.offer.label}${brief ? `: ${brief.words}` : ''}`"
      @click="$emit('take')"
    >
      {{ kind.offer.label }}
      <span v-if="brief" class="block truncate text-[11.5px] leading-4 text-quiet"
        ><span
          v-if="brief.colour"
          class="mr-1 inline-block h-2.5 w-3.5 rounded-[2px] border border-line align-baseline"
          :style="{ background: brief.colour }"
        />{{ brief.words }}</span
      >
    </button>
    <NumberField
      :model-value="100 * step.strength"
      :label="`Strength of ${kind.label}`"
      :min="0"
      :max="100"
      unit=" %"
      :reset="100"
      change="strength"
      class="shrink-0"
      :class="step.strength === 1 ? 'text-quiet' : ''"
      @update:model-value="change('strength', { strength: $event / 100 })"
    />
    <button
      class="press-bare shrink-0 !px-0"
      aria-haspopup="menu"
      :aria-label="`More for the step ${kind.label}`"
      title="Alone, duplicate, move …"
      @click="menu.showBelow($event.currentTarget as HTMLElement, kind.offer.label, entriesOf(photo, step))"
    >
      <Ellipsis :size="14" />
    </button>
  </div>
</template>
