/** Writes demo/list.json from the photos in demo/. */
import { createHash } from 'node:crypto';
import { readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { inspectPhotoFile } from '#core/formats/inspectPhotoFile';

const folder = fileURLToPath(new URL('../demo/', import.meta.url));
const FIRST = ['marit-flare.jpg', 'jonas-mixed.jpg', 'linnea-blotchy.jpg'];
function rank(file: string): number {
  if (FIRST.includes(file)) return FIRST.indexOf(file);
  return file.startsWith('wren') ? 100 : 50;
}
const photos = readdirSync(folder)
  .filter((file) => file.endsWith('.jpg'))
  .sort((p, q) => rank(p) - rank(q) || p.localeCompare(q))
  .map((file) => {
    const bytes = readFileSync(folder + file);
    const { width, height } = inspectPhotoFile(file, bytes);
    return { id: createHash('sha256').update(bytes).digest('hex'), file, width, height };
  });
writeFileSync(
  `${folder}list.json`,
  `${JSON.stringify({ sitting: 'Lantern Row Players', photos }, null, 2)}\n`,
);
