<script setup lang="ts">
import { ShotError } from '#core/errors';

/** A button that opens a folder of numbered images as one shot. */
defineProps<{ bare?: boolean; name: string }>();
const emit = defineEmits<{ files: [files: File[]] }>();
const notices = useNotices();
const { isPacking, pack } = useFramePacking((file) => emit('files', [file]));

function take(files: readonly File[]): void {
  const folder = imageFolder(files, ({ webkitRelativePath }) => webkitRelativePath);
  if (folder) void pack(folder);
  else
    notices.problem(
      new ShotError('no-frames', { file: files[0]?.webkitRelativePath.split('/')[0] ?? 'This folder' }),
    );
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
    @files="take"
    >{{ isPacking ? 'Reading frames …' : 'Open frames…' }}</FilePick
  >
</template>
