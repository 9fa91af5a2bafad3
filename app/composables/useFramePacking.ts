import { ref } from 'vue';
import { useNotices } from '../stores/notices';
import { packFrames } from './clipFiles';
import type { ImageFolder } from './clipFiles';
import { useWorkers } from './useWorkers';

/** Makes the images of a folder one shot. @param take its file */
export function useFramePacking(take: (file: File) => void) {
  const workers = useWorkers();
  const notices = useNotices();
  const isPacking = ref(false);

  async function pack(folder: ImageFolder): Promise<void> {
    isPacking.value = true;
    try {
      take(await packFrames(folder, (images) => workers.files.zip(images)));
    } catch (error) {
      notices.problem(error);
    } finally {
      isPacking.value = false;
    }
  }
  return { isPacking, pack };
}
