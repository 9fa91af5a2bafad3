/** Writes demo/list.json from the photos and the clips in demo/. */
import { createHash } from 'node:crypto';
import { readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { inspectPhotoFile } from '#core/formats/inspectPhotoFile';

const folder = fileURLToPath(new URL('../demo/', import.meta.url));
const FIRST = ['marit-flare.jpg', 'jonas-mixed.jpg', 'linnea-blotchy.jpg'];
/** Clips by their first frames, which have their names. */
const CLIPS = new Map(
  readdirSync(folder)
    .filter((file) => file.endsWith('.webm'))
    .map((file) => [file.replace('.webm', '-0001.jpg'), file]),
);
function rank(file: string): number {
  if (FIRST.includes(file)) return FIRST.indexOf(file);
  if (CLIPS.has(file)) return 200;
  return file.startsWith('wren') ? 100 : 50;
}
const hashOf = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex');
const photos = readdirSync(folder)
  .filter((file) => file.endsWith('.jpg'))
  .sort((p, q) => rank(p) - rank(q) || p.localeCompare(q))
  .map((file) => {
    const bytes = readFileSync(folder + file);
    const { width, height } = inspectPhotoFile(file, bytes);
    const clip = CLIPS.get(file);
    const frame = clip ? { clip: hashOf(readFileSync(folder + clip)), file: clip, n: 0 } : null;
    return { id: hashOf(bytes), file, width, height, frame };
  });
writeFileSync(
  `${folder}list.json`,
  `${JSON.stringify({ sitting: 'Lantern Row Players', photos }, null, 2)}\n`,
);
