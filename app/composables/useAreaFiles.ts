import { putMark } from '#core/document/commands';
import { makeMark } from '#core/document/make';
import { fitFileName } from '#core/document/names';
import { CoreError } from '#core/errors';
import { wholeRegion } from '#core/raster/raster';
import { picture } from '#kinds/mark/picture/index';
import { storePlate } from '../storage/plateStorage';
import { saveBlob } from '../storage/saveBlob';
import { useBenchPhoto } from './useBenchPhoto';
import { isOpened } from './useOpenPhoto';
import { useWorkers } from './useWorkers';
import { useNotices } from '../stores/notices';

/** Coverage of the chosen area as a PNG, out and in. */
export function useAreaFiles() {
  const workers = useWorkers();
  const notices = useNotices();
  const { photo, area, edit } = useBenchPhoto();

  async function exportCoverage(): Promise<void> {
    const open = photo.value;
    const chosen = area.value;
    if (!open || !chosen || !(await isOpened(open.id))) return;
    try {
      const name = `${open.file.replace(/\.[^.]+$/, '')}-${chosen.name.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, '-')}.png`;
      saveBlob(
        new Blob([(await workers.analyst.coveragePng(open, chosen.id)) as Uint8Array<ArrayBuffer>], {
          type: 'image/png',
        }),
        name,
      );
      notices.say(`Exported ${name}.`);
    } catch (error) {
      notices.problem(error);
    }
  }

  /** Adds a grey PNG of the photo's size as a mark of the area. */
  async function importCoverage(files: readonly File[]): Promise<void> {
    const open = photo.value;
    const chosen = area.value;
    const file = files[0];
    if (!open || !chosen || !file) return;
    try {
      const coverage8 = await workers.files.readCoverage(file, open.width, open.height);
      const plate = crypto.randomUUID();
      const coverage = { region: wholeRegion(open.width, open.height), coverage8 };
      await workers.analyst.learnPlates(new Map([[plate, coverage]]));
      await storePlate(plate, coverage).catch((error) => notices.problem(error));
      edit(`import ${fitFileName(file.name)}`, (before) =>
        putMark(
          before,
          chosen.id,
          makeMark(picture, { file: fitFileName(file.name), plate }, { id: crypto.randomUUID() }),
        ),
      );
    } catch (error) {
      if (!(error instanceof CoreError) || error.code !== 'document') return notices.problem(error);
      notices.problem(
        `“${file.name}” is not a grey 8-bit PNG of ${open.width} × ${open.height} pixels, the size of this photo. Export it again at that size, without colour and transparency.`,
      );
    }
  }

  return { exportCoverage, importCoverage };
}
