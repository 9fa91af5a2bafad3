import { useEventListener } from '@vueuse/core';
import { fromEvent } from 'file-selector';
import type { FileWithPath } from 'file-selector';
import { ref, shallowRef } from 'vue';
import { imageFolder } from './clipFiles';
import type { ImageFolder } from './clipFiles';

/** Photos, clips and folders dropped anywhere on the page, and photos pasted. */
export function usePhotoDrop(take: (files: File[]) => void) {
  const over = ref(false);
  /** dropped, and either photos or the frames of a shot */
  const folder = shallowRef<ImageFolder>();
  useEventListener(window, 'dragover', (event: DragEvent) => {
    if (!event.dataTransfer?.types.includes('Files')) return;
    event.preventDefault();
    over.value = true;
  });
  useEventListener(window, 'dragleave', (event: DragEvent) => {
    if (!event.relatedTarget) over.value = false;
  });
  useEventListener(window, 'drop', async (event: DragEvent) => {
    event.preventDefault();
    over.value = false;
    const files = (await fromEvent(event)) as FileWithPath[];
    const dropped = imageFolder(files, ({ path = '' }) => path.replace(/^[./]+/, ''));
    if (dropped && dropped.images.length > 1) folder.value = dropped;
    else if (files.length > 0) take(files);
  });
  useEventListener(window, 'paste', (event: ClipboardEvent) => {
    const files = [...(event.clipboardData?.files ?? [])];
    if (files.length > 0) take(files);
  });
  return { over, folder };
}
