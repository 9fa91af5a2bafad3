import { EMPTY_HISTORY } from '#core/document/history';
import { filesOf } from '#core/document/filesOf';
import type { SittingsFile } from '#core/document/filesOf';
import { fitName } from '#core/document/names';
import { database } from '../storage/database';
import { isPhotoStored, photoFile, storeClip, storePhoto } from '../storage/photoStorage';
import { storePlates } from '../storage/plateStorage';
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
      const files = filesOf(document);
      for (const needed of files) {
        const file = await photoFile(needed).catch(() => undefined);
        bytes += file?.size ?? 0;
        if (file && bytes <= MOST_PHOTO_BYTES) photos.set(needed.id, file);
        else left++;
      }
      const packed = await workers.files.packSitting(toRaw(document), await collectPlates(document), photos);
      const name = `${document.name.replace(/[^\p{L}\p{N}]+/gu, '-')}-sitting.zip`;
      saveBlob(packed, name);
      notices.say(
        `Saved ${name}${left === 0 ? '' : `; ${left} of ${files.length} files are not in it, keep their originals`}. Drop it on the list of sittings to open it.`,
      );
    } catch (error) {
      notices.problem(error);
    }
  }

  /** Makes a sitting of a file. @returns its id, undefined when it could not be read */
  async function openFile(file: File): Promise<string | undefined> {
    try {
      const read = await workers.files.unpackSitting(file);
      await storePlates(read.plates);
      for (const needed of filesOf(read.sitting)) {
        const bytes = read.photos.get(needed.id);
        if (bytes && !(await isPhotoStored(needed.id)))
          await storeChecked(needed, new Blob([bytes as Uint8Array<ArrayBuffer>]));
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

  /** A file that is not what its name says is left out, and said. */
  async function storeChecked({ id, file: name, is }: SittingsFile, file: Blob): Promise<void> {
    const looked =
      is === 'photo'
        ? await workers.analyst.look(name, file, THUMB_LONG_SIDE)
        : { sha256: await workers.files.name(file), type: '', thumb: undefined };
    if (looked.sha256 !== id)
      return notices.problem(
        `The file of “${name}” in this sitting is another ${is} and was left out. Open the ${is} again.`,
      );
    if (looked.thumb) await storePhoto(id, name, new Blob([file], { type: looked.type }), looked.thumb);
    else await storeClip(id, name, file);
  }

  return { saveAsFile, openFile };
}
