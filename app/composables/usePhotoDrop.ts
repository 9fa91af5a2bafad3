import { useEventListener } from '@vueuse/core';
import { ref } from 'vue';

/** Photos dropped or pasted anywhere on the page. */
export function usePhotoDrop(take: (files: File[]) => void) {
  const over = ref(false);
  const filesOf = (transfer: DataTransfer | null) => [...(transfer?.files ?? [])];
  useEventListener(window, 'dragover', (event: DragEvent) => {
    if (!event.dataTransfer?.types.includes('Files')) return;
    event.preventDefault();
    over.value = true;
  });
  useEventListener(window, 'dragleave', (event: DragEvent) => {
    if (!event.relatedTarget) over.value = false;
  });
  useEventListener(window, 'drop', (event: DragEvent) => {
    event.preventDefault();
    over.value = false;
    const files = filesOf(event.dataTransfer);
    if (files.length > 0) take(files);
  });
  useEventListener(window, 'paste', (event: ClipboardEvent) => {
    const files = filesOf(event.clipboardData);
    if (files.length > 0) take(files);
  });
  return { over };
}
