<script setup lang="ts">
/** A button that opens a folder of numbered images as one shot. */
defineProps<{ bare?: boolean; name: string }>();
const emit = defineEmits<{ files: [files: File[]] }>();
const workers = useWorkers();
const notices = useNotices();
const isPacking = ref(false);

async function pack(files: File[]): Promise<void> {
  isPacking.value = true;
  try {
    emit('files', [await packFrames(files, (images) => workers.files.zip(images))]);
  } catch (error) {
    notices.problem(error);
  } finally {
    isPacking.value = false;
  }
}
</script>

<template>
  <FilePick
    :bare="bare"
    folder
    multiple
    accept=""
    :name="name"
    title="A folder of numbered images, as one shot"
    @files="pack"
    >{{ isPacking ? 'Reading frames …' : 'Open frames…' }}</FilePick
  >
</template>
