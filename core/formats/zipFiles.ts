import { zipSync } from 'fflate';

/** Files as one zip archive, by name, as they are: pictures are packed already. */
export function zipFiles(files: ReadonlyMap<string, Uint8Array>): Uint8Array<ArrayBuffer> {
  return zipSync(
    Object.fromEntries([...files].map(([name, bytes]) => [name, [bytes, { level: 0 }] as const])),
  );
}
