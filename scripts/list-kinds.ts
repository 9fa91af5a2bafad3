/**
 * Writes the registries of kinds from the folders below kinds/; with --check, says whether they are current.
 */
import { existsSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { format, resolveConfig } from 'prettier';
import type { MarkKind } from '#core/render/kinds';

type Family = 'adjust' | 'mark';
const root = fileURLToPath(new URL('..', import.meta.url));
const nameOf = (folder: string) => folder.replace(/-(\w)/g, (_, letter: string) => letter.toUpperCase());
const foldersOf = (family: Family) =>
  readdirSync(`${root}kinds/${family}`, { withFileTypes: true })
    .filter((entry) => entry.isDirectory())
    .map((entry) => entry.name)
    .sort();
const folders = { adjust: foldersOf('adjust'), mark: foldersOf('mark') };
const header = '// Written by scripts/list-kinds.ts from the folders of kinds/. Do not edit.\n';

function registry(): string {
  const imports = (family: Family) =>
    folders[family].map((folder) => `import { ${nameOf(folder)} } from './${family}/${folder}/index';`);
  const list = (family: Family) => folders[family].map(nameOf).join(', ');
  return `${header}import { collectKinds } from '#core/render/kinds';
${[...imports('adjust'), ...imports('mark')].join('\n')}

export const KINDS = collectKinds([${list('mark')}], [${list('adjust')}]);
`;
}

/** Controls are loaded when they are first shown; of the icons, those that marks name are shipped. */
async function page(): Promise<string> {
  const icons = new Set<string>();
  for (const folder of folders.mark) {
    const kinds = (await import(`../kinds/mark/${folder}/index.ts`)) as Record<string, MarkKind>;
    const { drawing } = kinds[nameOf(folder)]!;
    if (drawing) icons.add(drawing.icon);
  }
  const controls = (family: Family) =>
    folders[family]
      .filter((folder) => existsSync(`${root}kinds/${family}/${folder}/Control.vue`))
      .map((folder) => {
        const file = `../kinds/${family}/${folder}/Control.vue`;
        return `'${folder}': defineAsyncComponent(() => import('${file}')),`;
      })
      .join('\n');
  const names = [...icons].sort().join(', ');
  return `${header}import { ${names} } from '@lucide/vue';
import { defineAsyncComponent } from 'vue';
import type { Component } from 'vue';

/** By kind of adjustment, the sentence with which its parameters are edited. */
export const STEP_CONTROLS: Readonly<Record<string, Component>> = {
${controls('adjust')}
};

/** By kind of mark, what is shown besides its settings while one is in hand. */
export const MARK_CONTROLS: Readonly<Record<string, Component>> = {
${controls('mark')}
};

/** By the name that a mark's drawing gives. */
export const MARK_ICONS: Readonly<Record<string, Component>> = { ${names} };
`;
}

for (const [file, source] of [
  ['kinds/registry.gen.ts', registry()],
  ['app/kinds.gen.ts', await page()],
] as const) {
  const path = root + file;
  const text = await format(source, { ...(await resolveConfig(path)), filepath: path });
  if (!process.argv.includes('--check')) writeFileSync(path, text);
  else if (!existsSync(path) || readFileSync(path, 'utf8') !== text) {
    console.error(`${file} is not current; run: npm run generate`);
    process.exitCode = 1;
  }
}
