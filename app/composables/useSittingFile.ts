import { EMPTY_HISTORY } from '#core/document/history';
import { copyName, fitName } from '#core/document/names';
import { platesOf } from '#core/document/plates';
import type { SetAside } from '#core/document/salvage';
import type { Plate } from '#core/raster/plate';
import { database } from '../storage/database';
import { isPhotoStored, photoFile, storeHeldPhotos, storePhoto } from '../storage/photoStorage';
import { loadPlate, storePlate } from '../storage/plateStorage';
import { saveBlob } from '../storage/saveBlob';
import { NOT_STORED, saveSitting, setAsideOf } from '../storage/sittingStorage';
import { THUMB_LONG_SIDE } from '../storage/thumbs';
import { toRaw } from 'vue';
import { useWorkers } from './useWorkers';
import { useNotices } from '../stores/notices';
import { useSitting } from '../stores/sitting';

/** Beyond this, photos stay out of the file: their originals lie elsewhere. */
const MOST_PHOTO_BYTES = 1_000_000_000;

/** A whole sitting as a file, out and in; and what the browser lost, stored anew from what this page still holds. */
export function useSittingFile() {
  const workers = useWorkers();
  const sitting = useSitting();
  const notices = useNotices();

  async function collectPlates(): Promise<Map<string, Plate>> {
    const plates = new Map<string, Plate>();
    const held = await workers.analyst.heldPlates().catch(() => new Map<string, Plate>());
    for (const name of sitting.document?.photos.flatMap(platesOf) ?? []) {
      const plate = (await loadPlate(name).catch(() => undefined)) ?? held.get(name);
      if (plate) plates.set(name, plate);
    }
    return plates;
  }

  /** Writes the open sitting with its photos as one file. */
  async function saveAsFile(): Promise<void> {
    const document = sitting.document;
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
      const packed = await workers.files.packSitting(toRaw(document), await collectPlates(), photos);
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
    const { sha256, type, pyramid } = await workers.open(name, file);
    if (sha256 !== id)
      return notices.problem(
        `The file of “${name}” in this sitting is another photo and was left out. Open the photo again.`,
      );
    await storePhoto(
      id,
      name,
      new Blob([bytes], { type }),
      await workers.analyst.thumb(pyramid, THUMB_LONG_SIDE),
    );
  }

  /** Stores the open sitting, its history, its plates and its photos again, as far as this page holds them. */
  async function storeAnew(): Promise<void> {
    const photos = sitting.document?.photos ?? [];
    try {
      for (const [name, plate] of await collectPlates()) await storePlate(name, plate);
      const lost = await storeHeldPhotos(photos);
      await sitting.storeAnew();
      if (sitting.saveProblem) return;
      const rest =
        lost.length === 0
          ? ''
          : ` The files of ${lost.map((name) => `“${name}”`).join(', ')} are not here any more: open these photos again.`;
      if (rest) notices.problem(`The sitting is stored again.${rest}`);
      else notices.say('The sitting is stored again, with its photos.');
    } catch (error) {
      notices.problem(error);
    }
  }

  /** Goes on in a sitting of its own, where the stored one was changed or deleted elsewhere. */
  async function keepAsCopy(): Promise<void> {
    const id = crypto.randomUUID();
    await sitting.becomeCopy(id, copyName(sitting.document?.name ?? ''));
    if (!sitting.saveProblem) await navigateTo(`/sitting/${id}`, { replace: true });
  }

  /** What was taken out of the open sitting, as it was, as a file. */
  async function saveSetAside(): Promise<void> {
    const id = sitting.document?.id;
    if (id === undefined) return;
    const rows = await setAsideOf(database(), id);
    saveBlob(new Blob([JSON.stringify(rows, null, 2)], { type: 'application/json' }), 'set-aside.json');
  }

  return { saveAsFile, openFile, storeAnew, keepAsCopy, saveSetAside };
}

const MOST_NAMED = 4;

/** Which parts of a sitting did not fit, in a sentence. */
export function sayMisfits(setAside: readonly SetAside[]): string {
  const out = setAside.filter(({ mended }) => !mended).map(({ what, why }) => `${what} (${why})`);
  const mended = setAside.filter((entry) => entry.mended).map(({ what, why }) => `${what} (${why})`);
  const list = (entries: readonly string[]) =>
    [
      ...entries.slice(0, MOST_NAMED),
      ...(entries.length > MOST_NAMED ? [`${entries.length - MOST_NAMED} more`] : []),
    ].join(', ');
  const sentences = [
    ...(out.length > 0 ? [`Opened without what does not fit a sitting: ${list(out)}.`] : []),
    ...(mended.length > 0 ? [`Brought within what a sitting can hold: ${list(mended)}.`] : []),
  ];
  return `${sentences.join(' ')} It was set aside as it was.`;
}
