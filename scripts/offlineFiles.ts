import { createHash } from 'node:crypto';
import { readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

/**
 * Writes the service worker of a build beside its files: with the names of all that it keeps, and a version that
 * changes with any of them.
 * @param folder where the built files lie that are served as they are
 */
export function writeServiceWorker(folder: string): void {
  const files = readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && !/\.(?:br|gz|map)$/.test(entry.name) && entry.name !== 'sw.js')
    .map((entry) => `${entry.parentPath}/${entry.name}`)
    .sort();
  const hash = createHash('sha256');
  for (const file of files) hash.update(file).update(readFileSync(file));
  const template = readFileSync(fileURLToPath(new URL('serviceWorker.js', import.meta.url)), 'utf8');
  const paths = files.map((file) => file.slice(folder.length));
  writeFileSync(
    `${folder}/sw.js`,
    template
      .replace("'__VERSION__'", () => JSON.stringify(hash.digest('hex').slice(0, 16)))
      .replace("'__FILES__'", () => JSON.stringify(paths)),
  );
}
