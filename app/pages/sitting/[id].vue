<script setup lang="ts">
import { PanelsTopLeft } from '@lucide/vue';

const route = useRoute();
const sitting = useSitting();
const bench = useBench();
const progress = useProgress();
const notices = useNotices();
const setWork = useSetWork();
const state = ref<'opening' | 'open' | 'missing' | 'damaged'>('opening');
const fault = ref('');
const id = String(route.params.id);
const { held, takeOver } = useSittingLock(id, async () => {
  sitting.endGesture();
  await sitting.save();
});
const { saveSetAside } = useStoring();
useKeeping();

onMounted(async () => {
  try {
    state.value = (await sitting.open(id)) ? 'open' : 'missing';
    await progress.open(id).catch(notices.problem);
    bench.choosePhoto(sitting.document?.photos[0]?.id);
    await setWork.open(id);
    if (setWork.work)
      notices.say('Something that was being done to many photos was not done when this page was closed.', {
        label: 'Look',
        run: () => (bench.showingPhotos = true),
      });
    if (sitting.setAside.length > 0) {
      notices.problem(sayMisfits(sitting.setAside), {
        label: 'Save what was set aside',
        run: () => void saveSetAside(),
      });
    }
  } catch (error) {
    fault.value = sayError(error);
    state.value = 'damaged';
  }
});
watch(
  held,
  async (now, before) => {
    sitting.writable = now;
    if (now && before === false && state.value === 'open') await sitting.open(id);
  },
  { immediate: true },
);
onBeforeUnmount(() => {
  setWork.close();
  void sitting.close();
});
useHead({ title: () => (sitting.document ? `${sitting.document.name} · Even Blush` : 'Even Blush') });
</script>

<template>
  <main v-if="state === 'open'" class="flex h-full flex-col overflow-hidden">
    <h1 class="sr-only">{{ sitting.document?.name }}</h1>
    <div
      v-if="!held"
      class="flex items-center justify-center gap-3 border-b border-warn bg-raised px-3 py-1.5 text-[13px]"
      role="alert"
    >
      This sitting is open in another tab, so nothing can be changed here.
      <button class="press" @click="takeOver">Work on it here</button>
    </div>
    <BenchHeader />
    <BenchRoom />
  </main>
  <main v-else class="flex h-full flex-col items-center justify-center gap-4">
    <PanelsTopLeft :size="32" class="text-quiet" />
    <p v-if="state === 'opening'" class="text-quiet">Opening the sitting …</p>
    <p v-else-if="state === 'missing'">There is no such sitting in this browser. It may have been deleted.</p>
    <p v-else class="max-w-xl text-center">{{ fault }}</p>
    <NuxtLink v-if="state !== 'opening'" to="/" class="press">All sittings</NuxtLink>
  </main>
</template>
