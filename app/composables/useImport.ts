import { newPhoto } from '#core/document/commands';
import type { Photo } from '#core/document/schema';
import { fitFileName } from '#core/document/names';
import { shotWorker } from '#workers/client';
import { isPhotoStored, storeClip, storePhoto } from '../storage/photoStorage';
import { THUMB_LONG_SIDE } from '../storage/thumbs';
import { shallowRef } from 'vue';
import { isClip, sayDeeper } from './clipFiles';
import { useWorkers } from './useWorkers';
import { useBench } from '../stores/bench';
import { useNotices } from '../stores/notices';

const ENDS_FROM = 0.95;

/** What is being opened. */
interface Importing {
  readonly file: string;
  readonly done: number;
  readonly of: number;
  /** address of the picture in a camera's own file, to be looked at while that is developed */
  readonly preview?: string;
}

/** Opens photo files one after the other; what cannot be opened is said by name, and the others go on. */
export function useImport() {
  const workers = useWorkers();
  const notices = useNotices();
  const bench = useBench();
  const importing = shallowRef<Importing>();

  /** @param known photos of the sitting; of these a file is stored again where it is missing */
  async function importFiles(files: readonly File[], known: readonly Photo[]): Promise<Photo[]> {
    const photos: Photo[] = [];
    for (const [done, file] of files.entries()) {
      const now: Importing = { file: file.name, done, of: files.length };
      importing.value = now;
      const preview = showPreview(file, now);
      try {
        const photo = await importFile(file, [...known, ...photos], files.length === 1);
        if (photo) photos.push(photo);
      } catch (error) {
        notices.problem(error);
      } finally {
        importing.value = undefined;
        void preview.then((address) => address && URL.revokeObjectURL(address));
      }
    }
    return photos;
  }

  async function showPreview(file: File, now: Importing): Promise<string | undefined> {
    const picture = await workers.files.preview(file).catch(() => undefined);
    if (!picture || importing.value !== now) return undefined;
    const preview = URL.createObjectURL(picture);
    importing.value = { ...now, preview };
    return preview;
  }

  /** The first frame of a clip, which stands for its shot; the clip itself is stored where photos are. */
  async function importClip(file: File, known: readonly Photo[]): Promise<Photo | undefined> {
    const clip = await workers.files.name(file);
    if (known.some(({ frame }) => frame?.clip === clip)) {
      await storeClip(clip, file.name, file).catch(notices.problem);
      notices.say(`“${file.name}” is in this sitting already.`);
      bench.reopened++;
      return undefined;
    }
    const port = shotWorker();
    try {
      const facts = await port.call('open', { file, name: file.name });
      const still = await port.call('still', { n: 0 });
      const { name } = still;
      const { sha256, width, height, thumb } = await workers.analyst.look(name, still, THUMB_LONG_SIDE);
      const same = known.find(({ id }) => id === sha256);
      if (same) {
        notices.say(
          `“${file.name}” begins with the very picture of “${same.file}”, and was not opened beside it.`,
        );
        return undefined;
      }
      await storeClip(clip, file.name, file).catch(notices.problem);
      await storePhoto(sha256, name, still, thumb).catch(notices.problem);
      if (facts.deeper) notices.say(sayDeeper(facts.deeper, file.name));
      const frame = { clip, file: fitFileName(file.name), n: 0 };
      return newPhoto({ id: sha256, file: name, width, height, frame });
    } finally {
      port.dispose();
    }
  }

  async function importFile(
    file: File,
    known: readonly Photo[],
    opensNext: boolean,
  ): Promise<Photo | undefined> {
    if (isClip(file)) return importClip(file, known);
    const damage = workers.files.damage(file);
    const { sha256, width, height, thumb } = await workers.analyst.look(
      file.name,
      file,
      THUMB_LONG_SIDE,
      opensNext,
    );
    const before = known.find(({ id }) => id === sha256);
    if (before && (await isPhotoStored(sha256))) {
      notices.say(`“${file.name}” is in this sitting already.`);
      return undefined;
    }
    // The browser may refuse to store it: it is worked on all the same, and that is said.
    await storePhoto(sha256, file.name, file, thumb).catch((error) => notices.problem(error));
    sayDamage(file.name, await damage.catch(() => undefined));
    if (!before) return newPhoto({ id: sha256, file: file.name, width, height });
    notices.say(`The file of “${before.file}” is stored again.`);
    bench.reopened++;
    return undefined;
  }

  function sayDamage(name: string, damage: Awaited<ReturnType<typeof workers.files.damage>>): void {
    if (!damage) return;
    // Where the data are only found not to add up at their end, the place says nothing.
    const place =
      damage.row < ENDS_FROM * damage.rows
        ? `from row ${damage.row + 1} of ${damage.rows} on at the latest`
        : 'in places';
    notices.problem(
      `“${name}” is damaged: ${place}, the picture may be torn, coloured or grey. It was opened all the same; copy it again from its source if you can.`,
    );
  }

  return { importing, importFiles };
}
