import { stemOf } from '#core/document/names';
import { workKey } from '#core/document/photoState';
import type { Photo } from '#core/document/schema';
import { CancelledError } from '#core/errors';
import { fileNameBy, freeName } from '#core/formats/fileNames';
import { writeReadingsCgats, writeReadingsCsv } from '#core/formats/readingsFile';
import { FORMAT_FACTS, WRITTEN_BY_DEFAULT } from '#core/formats/writtenFile';
import type { WrittenAs } from '#core/formats/writtenFile';
import { KINDS } from '#kinds/registry.gen';
import { PictureWorkers } from '#workers/client';
import type { ExportOptions, LayerBlob } from '#workers/client';
import { ref } from 'vue';
import { photoFile, thumbOf } from '../storage/photoStorage';
import { loadPlate } from '../storage/plateStorage';
import { saveBlob } from '../storage/saveBlob';
import { useNotices } from '../stores/notices';
import { useProgress } from '../stores/progress';
import { useSitting } from '../stores/sitting';
import { handOff, useHandOffChoice } from './useHandOff';
import { isOpened } from './useOpenPhoto';
import { useWorkers } from './useWorkers';

const TEXT = { type: 'text/plain' };

/** Writes what came of photos as files of many kinds; one at a time, with progress, stopped at any moment. */
export function useExport() {
  const workers = useWorkers();
  const notices = useNotices();
  const sitting = useSitting();
  const progressOf = useProgress();
  const byServer = useHandOffChoice();
  /** 0..1 while something is written */
  const progress = ref<number>();
  let stop: AbortController | undefined;

  /** @param work ends in false where nothing was written @returns whether it was written */
  async function run(work: (options: ExportOptions) => Promise<unknown>): Promise<boolean> {
    stop = new AbortController();
    progress.value = 0;
    try {
      const ended = await work({ signal: stop.signal, onProgress: (share) => (progress.value = share) });
      return ended !== false;
    } catch (error) {
      if (error instanceof CancelledError) notices.say('Export stopped; nothing was written.');
      else notices.problem(error);
      return false;
    } finally {
      progress.value = undefined;
    }
  }

  /** What is about the photo in use waits until the workers have it. */
  const runOn = (photo: Photo, work: (options: ExportOptions) => Promise<unknown>): Promise<boolean> =>
    run(async (options) => ((await isOpened(photo.id)) ? work(options) : false));

  async function pictureOf(
    photo: Photo,
    as: WrittenAs,
    from: PictureWorkers,
    options: ExportOptions,
  ): Promise<Blob> {
    await from.areas(photo, 'export');
    const file = await photoFile(photo);
    if (byServer.value) {
      const plan = await from.analyst.planFile(photo);
      from.renderers.release('export');
      return handOff({ plan, name: photo.file, file, as }, options);
    }
    return from.exportPhoto(await from.analyst.plan(photo), photo, { file, as }, options);
  }

  const namesFor = (photo: Photo) => ({
    name: stemOf(photo.file),
    sitting: sitting.document?.name ?? '',
    number: 1 + (sitting.document?.photos.findIndex(({ id }) => id === photo.id) ?? 0),
  });

  const exported = (photo: Photo) => progressOf.note(photo.id, { exportedAs: workKey(photo) });

  /** The photo in use as a file. */
  function exportPicture(photo: Photo, as: WrittenAs, pattern: string): Promise<boolean> {
    return runOn(photo, async (options) => {
      const blob = await pictureOf(photo, as, workers, options);
      const name = fileNameBy(pattern, namesFor(photo), FORMAT_FACTS[as.format].ending);
      saveBlob(blob, name);
      notices.say(`Exported ${name}.`);
      void exported(photo);
    });
  }

  /** All photos of the sitting in one archive, by workers of their own, so that the one in use stays. */
  function exportAll(photos: readonly Photo[], as: WrittenAs, pattern: string): Promise<boolean> {
    return run(async ({ signal, onProgress }) => {
      const own = new PictureWorkers(loadPlate, () => undefined);
      try {
        const files = new Map<string, Blob>();
        const taken = new Set<string>();
        for (const [n, photo] of photos.entries()) {
          await own.useNext(photo.file, await photoFile(photo));
          const share = (done: number) => onProgress((n + done) / photos.length);
          const blob = await pictureOf(photo, as, own, { signal, onProgress: share });
          const name = fileNameBy(pattern, namesFor(photo), FORMAT_FACTS[as.format].ending);
          files.set(freeName(name, taken), blob);
        }
        const name = fileNameBy('{sitting}', namesFor(photos[0]!), 'zip');
        saveBlob(await workers.files.zip(files), name);
        for (const photo of photos) void exported(photo);
        notices.say(`Exported ${files.size} photos as ${name}.`);
      } finally {
        own.dispose();
      }
    });
  }

  /** The coverage of every area as grey PNGs. */
  function exportMasks(photo: Photo): Promise<boolean> {
    return runOn(photo, async ({ signal, onProgress }) => {
      await workers.areas(
        photo,
        'export',
        photo.areas.map(({ id }) => id),
      );
      const files = new Map<string, Blob>();
      const taken = new Set<string>();
      for (const [n, { id, name }] of photo.areas.entries()) {
        const png = (await workers.analyst.coveragePng(photo, id)) as Uint8Array<ArrayBuffer>;
        files.set(freeName(fileNameBy(name, namesFor(photo), 'png'), taken), new Blob([png]));
        if (signal.aborted) throw new CancelledError();
        onProgress((n + 1) / photo.areas.length);
      }
      workers.renderers.release('export');
      await saveArchive(photo, files, 'masks');
    });
  }

  async function saveArchive(photo: Photo, files: ReadonlyMap<string, Blob>, what: string): Promise<void> {
    const name = `${stemOf(photo.file)}-${what}.zip`;
    saveBlob(await workers.files.zip(files), name);
    notices.say(`Exported ${name} with ${files.size} files.`);
  }

  /** The original, what each step made of its area, and the areas' coverage, as layers. */
  function exportLayers(photo: Photo): Promise<boolean> {
    return runOn(photo, async ({ signal, onProgress }) => {
      await workers.areas(
        photo,
        'export',
        photo.areas.map(({ id }) => id),
      );
      const plan = await workers.analyst.plan(photo);
      const file = await photoFile(photo);
      const as = { ...WRITTEN_BY_DEFAULT, format: 'png', space: 'srgb' } as const;
      const steps = photo.plan.filter(({ on, strength }) => on && strength > 0);
      const parts = steps.length + 2;
      let done = 0;
      const rendered = async (count: number, areaId?: string) => {
        const opacity = areaId === undefined ? undefined : await workers.analyst.coverage(photo, areaId);
        const share = (part: number) => onProgress((done + part) / parts);
        // Areas are let go after each picture.
        await workers.areas(photo, 'export');
        const png = await workers.exportPhoto(
          plan.slice(0, count),
          photo,
          { file, as, ...(opacity && { opacity }) },
          { signal, onProgress: share },
        );
        done++;
        return png;
      };
      const layers: LayerBlob[] = [{ name: photo.file, png: await rendered(0), visible: true }];
      for (const [n, step] of steps.entries()) {
        const area = photo.areas.find(({ id }) => id === step.areaId);
        const png = await rendered(n + 1, area?.id);
        layers.push({
          name: `${n + 1}. ${KINDS.adjusts.get(step.kind)!.label} on ${area?.name ?? 'the whole picture'}`,
          png,
          visible: true,
        });
      }
      for (const { id, name } of photo.areas) {
        const png = (await workers.analyst.coveragePng(photo, id)) as Uint8Array<ArrayBuffer>;
        layers.push({ name: `mask: ${name}`, png: new Blob([png]), visible: false });
      }
      const merged = await rendered(plan.length);
      const thumbnail = await pngOf((await thumbOf(photo.id)) ?? merged);
      const name = `${stemOf(photo.file)}-layers.ora`;
      saveBlob(await workers.files.layers(photo, layers, merged, thumbnail), name);
      notices.say(`Exported ${name} with ${layers.length} layers.`);
    });
  }

  /** The colour part of the plan, with the steps on one area or without. */
  function exportLut(photo: Photo, size: 17 | 33 | 65, areaId: string | null): Promise<boolean> {
    return runOn(photo, async () => {
      await workers.areas(photo, 'export');
      const { text, taken, left } = await workers.analyst.lut(photo, size, areaId);
      if (taken.length === 0) {
        notices.problem('No step of this plan can be in a table of colours, so none was written.');
        return false;
      }
      const name = `${stemOf(photo.file)}-plan.cube`;
      saveBlob(new Blob([text], TEXT), name);
      const without = left.length === 0 ? '' : `; ${left.length} left out, as the list says`;
      notices.say(
        `Exported ${name} with ${taken.length} ${taken.length === 1 ? 'step' : 'steps'}${without}.`,
      );
    });
  }

  function exportReadings(photo: Photo, kind: 'csv' | 'txt'): Promise<boolean> {
    return runOn(photo, async () => {
      await workers.areas(photo, 'export');
      const rows = await workers.analyst.readingRows(photo);
      const text =
        kind === 'csv'
          ? writeReadingsCsv(rows)
          : writeReadingsCgats(rows, photo.file, new Date().toISOString());
      const name = `${stemOf(photo.file)}-readings.${kind}`;
      saveBlob(new Blob([text], kind === 'csv' ? { type: 'text/csv' } : TEXT), name);
      notices.say(`Exported ${name} with ${rows.length} readings.`);
    });
  }

  function exportProofSheet(photo: Photo): Promise<boolean> {
    return runOn(photo, async () => {
      await workers.areas(photo, 'export');
      const day = new Date().toISOString().slice(0, 10);
      const html = await workers.analyst.proofSheet(photo, sitting.document?.name ?? '', day);
      const name = `${stemOf(photo.file)}-proof.html`;
      saveBlob(new Blob([html], { type: 'text/html' }), name);
      notices.say(`Exported ${name}; open it in a browser to print.`);
    });
  }

  function exportPlan(photo: Photo): Promise<boolean> {
    return runOn(photo, async () => {
      await workers.areas(photo, 'export');
      const plan = await workers.analyst.planFile(photo);
      const name = `${stemOf(photo.file)}-plan.json`;
      saveBlob(new Blob([JSON.stringify(plan)], { type: 'application/json' }), name);
      notices.say(`Exported ${name} with ${photo.areas.length} areas.`);
    });
  }

  return {
    progress,
    stop: () => stop?.abort(),
    exportPicture,
    exportAll,
    exportMasks,
    exportLayers,
    exportLut,
    exportReadings,
    exportProofSheet,
    exportPlan,
  };
}

/** A picture that the browser reads, as a PNG. */
async function pngOf(picture: Blob): Promise<Blob> {
  const bitmap = await createImageBitmap(picture);
  const scale = Math.min(1, 256 / Math.max(bitmap.width, bitmap.height));
  const canvas = new OffscreenCanvas(
    Math.max(1, Math.round(bitmap.width * scale)),
    Math.max(1, Math.round(bitmap.height * scale)),
  );
  canvas.getContext('2d')!.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  bitmap.close();
  return canvas.convertToBlob({ type: 'image/png' });
}
