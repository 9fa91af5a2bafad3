/** Writes the registries of kinds from the folders below kinds/; with --check, says whether they are current. */
import { existsSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));
const foldersOf = (family: string) =>
  readdirSync(`${root}kinds/${family}`, { withFileTypes: true })
    .filter((entry) => entry.isDirectory())
    .map((entry) => entry.name)
    .sort();
const nameOf = (folder: string) => folder.replace(/-(\w)/g, (_, letter: string) => letter.toUpperCase());

const marks = foldersOf('mark');
const adjusts = foldersOf('adjust');
const header = '// Written by scripts/list-kinds.ts from the folders of kinds/. Do not edit.\n';
const registry = `${header}import { collectKinds } from '#core/render/kinds';
${adjusts.map((folder) => `import { ${nameOf(folder)} } from './adjust/${folder}/index';`).join('\n')}
${marks.map((folder) => `import { ${nameOf(folder)} } from './mark/${folder}/index';`).join('\n')}

export const KINDS = collectKinds([${marks.map(nameOf).join(', ')}], [${adjusts.map(nameOf).join(', ')}]);
`;
const controls = `${header}import { defineAsyncComponent } from 'vue';
import type { Component } from 'vue';

/** By kind of adjustment, the sentence with which its parameters are edited. */
export const CONTROLS: Readonly<Record<string, Component>> = {
${adjusts
  .filter((folder) => existsSync(`${root}kinds/adjust/${folder}/Control.vue`))
  .map(
    (folder) => `  '${folder}': defineAsyncComponent(() => import('../kinds/adjust/${folder}/Control.vue')),`,
  )
  .join('\n')}
};
`;

for (const [file, text] of [
  ['kinds/registry.gen.ts', registry],
  ['app/controls.gen.ts', controls],
] as const) {
  if (!process.argv.includes('--check')) writeFileSync(root + file, text);
  else if (!existsSync(root + file) || readFileSync(root + file, 'utf8') !== text) {
    console.error(`${file} is not current; run: npm run generate`);
    process.exitCode = 1;
  }
}
