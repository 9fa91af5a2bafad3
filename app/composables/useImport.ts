import { newPhoto } from '#core/document/commands';
import type { Photo } from '#core/document/schema';
import { storePhoto } from '../storage/photoStorage';
import { THUMB_LONG_SIDE } from '../storage/thumbs';

/** Opens photo files one after the other; what cannot be opened is said by name, and the others go on. */
export function useImport() {
  const workers = useWorkers(), notices = useNotices();
  const importing = ref<{ readonly file: string; readonly done: number; readonly of: number }>();

  async function importFiles(files: readonly File[], known: readonly Photo[]): Promise<Photo[]> {
    const photos: Photo[] = [], ids = new Set(known.map(({ id }) => id));
    for (const [done, file] of files.entries()) {
      importing.value = { file: file.name, done, of: files.length };
      try {
        const { sha256, pyramid } = await workers.open(file.name, file);
        if (ids.has(sha256)) {
          notices.say(`“${file.name}” is in this sitting already.`);
          continue;
        }
        ids.add(sha256);
        photos.push(newPhoto({ id: sha256, file: file.name, width: pyramid.width, height: pyramid.height }));
        const thumb = await workers.thumb(pyramid, THUMB_LONG_SIDE);
        await storePhoto(sha256, file.name, file, thumb);
      } catch (error) {
        notices.problem(error);
      }
    }
    importing.value = undefined;
    return photos;
  }

  return { importing, importFiles };
}
