<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue';
import { ChevronDown } from '@lucide/vue';
import type { Area, Photo } from '#core/document/schema';
import { stepOffers } from '#core/offer/stepOffers';
import { KINDS } from '#kinds/registry.gen';

/** What can be added to the chosen part or to the whole picture: what is apt for it first. */
const props = defineProps<{ photo: Photo; area: Area | undefined }>();
const bench = useBench();
const { addStep } = useSteps();
const offers = computed(() => stepOffers(KINDS, { area: props.area, areas: props.photo.areas }));
const first = computed(() => offers.value.filter(({ apt }) => apt));
const others = computed(() => offers.value.filter(({ apt }) => !apt));
</script>

<template>
  <section
    class="relative flex flex-wrap items-center gap-1"
    :aria-label="`Steps for ${area?.name ?? 'the whole picture'}`"
  >
    <button
      v-for="offer in first"
      :key="offer.kind.id"
      class="press !px-2"
      :title="offer.kind.offer.help"
      @click="addStep(offer.kind, offer.parameters)"
    >
      + {{ offer.kind.offer.label }}
    </button>
    <button
      class="press !px-2"
      title="Steps and plans kept under names, as small pictures of this photo"
      @click="bench.showingPresets = true"
    >
      Presets…
    </button>
    <Menu as="div">
      <MenuButton class="press !px-2">More steps <ChevronDown :size="13" /></MenuButton>
      <MenuItems
        class="absolute inset-x-0 top-full z-30 mt-1 max-h-[26rem] overflow-y-auto rounded-lg border border-line bg-raised p-1 shadow-lg"
      >
        <MenuItem v-for="offer in others" :key="offer.kind.id" v-slot="{ active }">
          <button
            class="block w-full rounded px-2 py-1 text-left"
            :class="active ? 'bg-paper' : ''"
            @click="addStep(offer.kind, offer.parameters)"
          >
            <StepExample
              aria-hidden="true"
              :example="offer.kind.offer.example"
              class="float-right ml-2 mt-0.5 !w-[110px]"
            /><span class="text-[13px] font-medium">{{ offer.kind.offer.label }}</span
            ><span class="block text-[12px] leading-tight text-quiet">{{ offer.kind.offer.help }}</span>
          </button>
        </MenuItem>
      </MenuItems>
    </Menu>
  </section>
</template>
