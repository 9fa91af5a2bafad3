/**
 * Tries to lose work, to overwrite files and to stall the program, and writes what came of it into
 * docs/reliability.md.
 */
import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { probeCommands } from './commands';
import { probeFiles } from './files';
import { probePage } from './page';
import type { Finding } from './finding';

const sections: readonly (readonly [string, () => AsyncGenerator<Finding>])[] = [
  ['Damaged files', probeFiles],
  ['The command line', probeCommands],
  ['The page', probePage],
];
const wanted = process.argv.slice(2);
const lines = [
  '# Reliability',
  '',
  `Written by \`npm run probe\` on ${new Date().toISOString().slice(0, 10)}: the same damage every time (fixed seeds), counted. Only what was seen stands here.`,
  '',
];
for (const [title, probe] of sections) {
  if (wanted.length > 0 && !wanted.some((word) => title.toLowerCase().includes(word))) continue;
  console.log(title);
  lines.push(`## ${title}`, '', '| what was done | what came of it | must |', '| --- | --- | --- |');
  for await (const { what, seen, must } of probe()) {
    console.log(`  ${what}: ${seen} (${must})`);
    lines.push(`| ${what} | ${seen} | ${must} |`);
  }
  lines.push('');
}
if (wanted.length === 0)
  writeFileSync(fileURLToPath(new URL('../docs/reliability.md', import.meta.url)), lines.join('\n'));
