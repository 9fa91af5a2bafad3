/** Writes the document's JSON Schema into docs/; with --check, says whether it is current. */
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { z } from 'zod';
import { makeSittingSchema } from '#core/document/schema';
import { makePlanFileSchema } from '#core/formats/planFile';
import { KINDS } from '#kinds/registry.gen';

const docs = fileURLToPath(new URL('../docs/', import.meta.url));
for (const [file, schema] of [
  ['sitting.schema.json', makeSittingSchema(KINDS)],
  ['plan.schema.json', makePlanFileSchema(KINDS)],
] as const) {
  const text = `${JSON.stringify(z.toJSONSchema(schema), null, 2)}\n`;
  if (!process.argv.includes('--check')) writeFileSync(docs + file, text);
  else if (!existsSync(docs + file) || readFileSync(docs + file, 'utf8') !== text) {
    console.error(`docs/${file} is not current; run: npm run generate`);
    process.exitCode = 1;
  }
}
