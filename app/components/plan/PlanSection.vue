<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue';
import { ChevronDown } from '@lucide/vue';
import { turnSteps } from '#core/document/commands';
import type { Photo } from '#core/document/schema';
import { stepOffers } from '#core/offer/stepOffers';
import { KINDS } from '#kinds/registry.gen';
import type { Survey } from '#workers/client';

/** The steps of the photo as sentences, and what can be added to the chosen part or to the whole picture. */
const props = defineProps<{ photo: Photo; survey: Survey | undefined }>();
const { area, edit } = useBenchPhoto();
const { addStep } = useSteps();

const open = computed(() => (area.value?.marks.length ? area.value : undefined));
const place = computed(() => open.value?.name ?? 'the whole picture');
const own = computed(() => {
  const areaId = open.value?.id ?? null;
  return props.photo.plan.filter((step) => step.areaId === areaId);
});
const someOn = computed(() => own.value.some(({ on }) => on));
/** Off if any is on; then all on. */
function turnOwn(): void {
  const on = !someOn.value;
  edit(`all steps on ${place.value} ${on ? 'on' : 'off'}`, (photo) =>
    turnSteps(
      photo,
      own.value.map(({ id }) => id),
      on,
    ),
  );
}
const offers = computed(() => stepOffers(KINDS, { area: open.value, areas: props.photo.areas }));
const first = computed(() => offers.value.filter(({ apt }) => apt));
const others = computed(() => offers.value.filter(({ apt }) => !apt));
</script>

<template>
  <section aria-label="Plan">
    <div class="mb-1 flex items-center justify-between">
      <h2 class="heading">Plan</h2>
      <label v-if="own.length > 0" class="ml-auto mr-3 flex items-center gap-1.5 text-[12px]"
        ><input
          type="checkbox"
          class="accent-(--accent)"
          :checked="someOn"
          :indeterminate="someOn && own.some(({ on }) => !on)"
          @change="turnOwn"
        />
        all on {{ place }}</label
      >
      <span class="text-[12px] text-quiet"
        >{{ photo.plan.length }} {{ photo.plan.length === 1 ? 'step' : 'steps' }}</span
      >
    </div>
    <ol class="flex flex-col gap-1.5">
      <StepSentence
        v-for="(step, n) in props.photo.plan"
        :key="step.id"
        :step="step"
        :photo="photo"
        :survey="survey"
        :first="n === 0"
        :last="n === photo.plan.length - 1"
      />
    </ol>
    <div class="relative mt-2 flex flex-wrap items-center gap-1.5">
      <span class="text-[12px] text-quiet">On {{ place }}:</span>
      <button
        v-for="offer in first"
        :key="offer.kind.id"
        class="press"
        :title="offer.kind.offer.help"
        @click="addStep(offer.kind, offer.parameters)"
      >
        + {{ offer.kind.offer.label }}
      </button>
      <Menu as="div">
        <MenuButton class="press">More steps <ChevronDown :size="13" /></MenuButton>
        <MenuItems
          class="absolute inset-x-0 bottom-full z-30 mb-1 max-h-[26rem] overflow-y-auto rounded-lg border border-line bg-raised p-1 shadow-lg"
        >
          <MenuItem v-for="offer in others" :key="offer.kind.id" v-slot="{ active }">
            <button
              class="block w-full rounded px-2 py-1 text-left"
              :class="active ? 'bg-paper' : ''"
              @click="addStep(offer.kind, offer.parameters)"
            >
              <span class="text-[13px] font-medium">{{ offer.kind.offer.label }}</span><span
                class="block text-[12px] leading-tight text-quiet"
                >{{ offer.kind.offer.help }}</span
              >
            </button>
          </MenuItem>
        </MenuItems>
      </Menu>
    </div>
  </section>
</template>
