import type { Sitting } from '#core/document/schema';
import type { JpegDamage } from '#core/formats/jpegDamage';
import type { ReadSittingFile } from '#core/formats/sittingFile';
import type { Plate } from '#core/raster/plate';
import type { FilesExchanges, LayerBlob, Size } from './protocol';
import { WorkerPort } from './workerPort';

/** Packing a sitting of a gigabyte takes its time. */
const PATIENCE_MS = 120_000;

/** The worker that looks into files. */
export class FileWorker {
  readonly #port = new WorkerPort<FilesExchanges>({
    start: () => new Worker(new URL('./files.worker.ts', import.meta.url), { type: 'module' }),
    onLost: () => undefined,
    patienceMs: PATIENCE_MS,
  });

  /** The name of a file: its SHA-256, hexadecimal. */
  name(file: Blob): Promise<string> {
    return this.#port.call('name', { file });
  }

  /** Where the data of a JPEG stop making sense; undefined when nothing is wrong with it. */
  damage(file: Blob): Promise<JpegDamage | undefined> {
    return this.#port.call('damage', { file });
  }

  /** The picture that a camera put into its own file; undefined for other files. */
  preview(file: Blob): Promise<Blob | undefined> {
    return this.#port.call('preview', { file });
  }

  /** Coverage 0..255 from a grey PNG. @throws {CoreError} document, when it is another picture */
  readCoverage(file: Blob, width: number, height: number): Promise<Uint8Array> {
    return this.#port.call('coverage', { file, width, height });
  }

  /** A sitting with the coverage that its marks name and its photos, as one file. */
  packSitting(
    sitting: Sitting,
    plates: ReadonlyMap<string, Plate>,
    photos: ReadonlyMap<string, Blob>,
  ): Promise<Blob> {
    return this.#port.call('pack', { sitting, plates, photos });
  }

  /** @throws {CoreError} document, when it is something else */
  unpackSitting(file: Blob): Promise<ReadSittingFile> {
    return this.#port.call('unpack', { file });
  }

  /** Files as one archive, by name. */
  zip(files: ReadonlyMap<string, Blob>): Promise<Blob> {
    return this.#port.call('zip', { files });
  }

  /** Layers from the lowest up, the picture they make, and a small one, as OpenRaster. */
  layers(size: Size, layers: readonly LayerBlob[], merged: Blob, thumbnail: Blob): Promise<Blob> {
    return this.#port.call('layers', { size, layers, merged, thumbnail });
  }

  dispose(): void {
    this.#port.dispose();
  }
}
