import { EMPTY_HISTORY } from '#core/document/history';
import { fitName } from '#core/document/names';
import { database } from '../storage/database';
import { isPhotoStored, photoFile, storePhoto } from '../storage/photoStorage';
import { storePlate } from '../storage/plateStorage';
import { saveBlob } from '../storage/saveBlob';
import { NOT_STORED, saveSitting } from '../storage/sittingStorage';
import { THUMB_LONG_SIDE } from '../storage/thumbs';
import { toRaw } from 'vue';
import { useWorkers } from './useWorkers';
import { useNotices } from '../stores/notices';
import { useSitting } from '../stores/sitting';
import { sayMisfits } from './sayMisfits';
import { usePlates } from './usePlates';

/** Beyond this, photos stay out of the file: their originals lie elsewhere. */
const MOST_PHOTO_BYTES = 1_000_000_000;

/** A whole sitting as a file, out and in. */
export function useSittingFile() {
  const workers = useWorkers();
  const sitting = useSitting();
  const notices = useNotices();
  const { collectPlates } = usePlates();

  /** Writes a sitting with its photos as one file; the open one where none is named. */
  async function saveAsFile(document = sitting.document): Promise<void> {
    if (!document) return;
    try {
      const photos = new Map<string, Blob>();
      let bytes = 0;
      let left = 0;
      for (const photo of document.photos) {
        const file = await photoFile(photo).catch(() => undefined);
        bytes += file?.size ?? 0;
        if (file && bytes <= MOST_PHOTO_BYTES) photos.set(photo.id, file);
        else left++;
      }
      const packed = await workers.files.packSitting(toRaw(document), await collectPlates(document), photos);
      const name = `${document.name.replace(/[^\p{L}\p{N}]+/gu, '-')}-sitting.zip`;
      saveBlob(packed, name);
      notices.say(
        `Saved ${name}${left === 0 ? '' : `; ${left} of ${document.photos.length} photos are not in it, keep their originals`}. Drop it on the list of sittings to open it.`,
      );
    } catch (error) {
      notices.problem(error);
    }
  }

  /** Makes a sitting of a file. @returns its id, undefined when it could not be read */
  async function openFile(file: File): Promise<string | undefined> {
    try {
      const read = await workers.files.unpackSitting(file);
      for (const [name, plate] of read.plates) await storePlate(name, plate);
      for (const { id, file: name } of read.sitting.photos) {
        const bytes = read.photos.get(id);
        if (bytes && !(await isPhotoStored(id)))
          await storeChecked(id, name, bytes as Uint8Array<ArrayBuffer>);
      }
      const known = await database().sittings.get(read.sitting.id);
      const id = known ? crypto.randomUUID() : read.sitting.id;
      const name = fitName(read.sitting.name, 'Unnamed sitting');
      await saveSitting(
        database(),
        { ...read.sitting, id, name, updatedAt: new Date().toISOString() },
        EMPTY_HISTORY,
        NOT_STORED,
      );
      if (read.setAside.length > 0) notices.problem(sayMisfits(read.setAside));
      return id;
    } catch (error) {
      notices.problem(error);
      return undefined;
    }
  }

  /** A file that is not the photo of its name is left out, and said. */
  async function storeChecked(id: string, name: string, bytes: Uint8Array<ArrayBuffer>): Promise<void> {
    const file = new Blob([bytes]);
    const { sha256, type, thumb } = await workers.analyst.look(name, file, THUMB_LONG_SIDE);
    if (sha256 !== id)
      return notices.problem(
        `The file of “${name}” in this sitting is another photo and was left out. Open the photo again.`,
      );
    await storePhoto(id, name, new Blob([bytes], { type }), thumb);
  }

  return { saveAsFile, openFile };
}
