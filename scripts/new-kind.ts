/** Makes the folder of a new kind that works: npm run new -- adjust NAME, or npm run new -- mark NAME. */
import { existsSync, mkdirSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { format, resolveConfig } from 'prettier';
import { BENCH_KEYS } from '../app/composables/benchKeys';
import { KINDS } from '#kinds/registry.gen';

const root = fileURLToPath(new URL('..', import.meta.url));
const [family = '', folder = ''] = process.argv.slice(2);
if (!['adjust', 'mark'].includes(family) || !/^[a-z][a-z0-9]*(-[a-z0-9]+)*$/.test(folder)) {
  console.error('Use: npm run new -- adjust NAME, or npm run new -- mark NAME, with NAME such as soft-glow.');
  process.exit(2);
}
const target = `${root}kinds/${family}/${folder}`;
if (existsSync(target)) {
  console.error(`kinds/${family}/${folder} is there already; choose another name.`);
  process.exit(2);
}

const name = folder.replace(/-(\w)/g, (_, letter: string) => letter.toUpperCase());
const Type = name[0]!.toUpperCase() + name.slice(1);
const label = folder.replaceAll('-', ' ');
const Label = label[0]!.toUpperCase() + label.slice(1);

const ADJUST = {
  'schema.ts': `import { z } from 'zod';

export const ${name}Parameters = z.strictObject({
  /** how far it goes, 0..1 */
  amount: z.number().min(0).max(1),
});
export type ${Type}Parameters = z.infer<typeof ${name}Parameters>;

export const NEUTRAL: ${Type}Parameters = { amount: 0 };
`,
  'compute.ts': `import type { PixelKernel } from '#core/render/kinds';
import type { ${Type}Parameters } from './schema';

/** What is measured of the area before pixels are changed; nothing here. */
export type ${Type}Measures = null;

export function measure${Type}(): ${Type}Measures {
  return null;
}

/** Doubles the light at its farthest. @returns undefined when nothing would change */
export function compile${Type}({ amount }: ${Type}Parameters): PixelKernel | undefined {
  if (amount === 0) return undefined;
  return (pixels, count) => {
    for (let i = 0; i < 3 * count; i++) pixels[i]! *= 1 + amount;
  };
}
`,
  'Control.vue': `<script setup lang="ts">
import type { StepContext } from '#core/offer/stepContext';
import type { ${Type}Parameters } from './schema';

defineProps<{ context: StepContext }>();
const model = defineModel<${Type}Parameters>({ required: true });
</script>

<template>
  ${Label} <slot /> by
  <ShareField
    :model-value="model.amount"
    label="Amount of ${label}"
    @update:model-value="model = { amount: $event }"
  />.
</template>
`,
  'index.ts': `import { defineAdjust } from '#core/render/kinds';
import { compile${Type}, measure${Type} } from './compute';
import type { ${Type}Measures } from './compute';
import { NEUTRAL, ${name}Parameters } from './schema';
import type { ${Type}Parameters } from './schema';

/** ${Label}. */
export const ${name} = defineAdjust<${Type}Parameters, ${Type}Measures>({
  id: '${folder}',
  label: '${label}',
  offer: {
    label: '${Label}',
    help: 'What it does, and what to look out for',
    example: [
      ['#d9a98e', '#c79478'],
      ['#c79478', '#b57f62'],
    ],
    aptFor: {},
    start: () => ({ amount: 0.5 }),
  },
  version: 1,
  parameters: ${name}Parameters,
  migrations: {},
  neutral: NEUTRAL,
  looksAt: 'colour',
  measure: measure${Type},
  compile: compile${Type},
});
`,
  [`${name}.test.ts`]: `import { describe, expect, it } from 'vitest';
import { run } from '../../../tests/fixtures/plans';
import { ${name} } from './index';

describe('${label}', () => {
  it('doubles the light at its farthest', () => {
    expect([...run(${name}.compile({ amount: 1 }, null), [0.125, 0.25, 0.5])]).toEqual([0.25, 0.5, 1]);
  });
});
`,
};

/** The first letter that no key of the bench has with shift. */
function freeKey(): string {
  const taken = BENCH_KEYS.map(({ key }) => key);
  const letters = [...folder.replaceAll('-', ''), ...'abcdefghijklmnopqrstuvwxyz'].map((letter) =>
    letter.toUpperCase(),
  );
  return `Shift ${letters.find((letter) => /[A-Z]/.test(letter) && !taken.includes(`Shift ${letter}`))!}`;
}
const rank = 1 + Math.max(...[...KINDS.marks.values()].map(({ drawing }) => drawing?.rank ?? 0));

const MARK = {
  'schema.ts': `import { z } from 'zod';

const coordinate = z.number().min(-200_000).max(200_000);

/** A disc; lengths in pixels of the photo. */
export const ${name}Parameters = z.strictObject({
  x: coordinate,
  y: coordinate,
  radius: z.number().min(1).max(200_000),
});
export type ${Type}Parameters = z.infer<typeof ${name}Parameters>;
`,
  'drawing.ts': `import type { MarkDrawing } from '#core/offer/drawing';
import type { ${Type}Parameters } from './schema';

export const ${name}Drawing: MarkDrawing<${Type}Parameters> = {
  name: '${Label}',
  key: '${freeKey()}',
  icon: 'Circle',
  help: 'What it does, in the list of keys',
  hint: 'Drag from the centre outwards.',
  rank: ${rank},
  gesture: 'span',
  shiftTurns: true,
  draw: ({ from, to }) => {
    const radius = Math.hypot(to.x - from.x, to.y - from.y);
    return radius < 1 ? undefined : { x: from.x, y: from.y, radius };
  },
};
`,
  'index.ts': `import { clampUnit } from '#core/math/clamp';
import { regionScale } from '#core/raster/raster';
import { defineMark } from '#core/render/kinds';
import { ${name}Drawing } from './drawing';
import { ${name}Parameters } from './schema';
import type { ${Type}Parameters } from './schema';

/** ${Label}. */
export const ${name} = defineMark<${Type}Parameters, ${Type}Parameters>({
  id: '${folder}',
  label: '${label}',
  version: 1,
  parameters: ${name}Parameters,
  migrations: {},
  drawing: ${name}Drawing,
  carry: ({ radius, ...centre }, { place, scale }) => {
    const [x, y] = place(centre.x, centre.y);
    return { x, y, radius: Math.max(1, scale * radius) };
  },
  prepare: (parameters) => parameters,
  bounds: ({ x, y, radius }) => ({
    left: x - radius - 1,
    top: y - radius - 1,
    right: x + radius + 1,
    bottom: y + radius + 1,
  }),
  rasterise: ({ x, y, radius }, region, out) => {
    const scale = regionScale(region);
    for (let row = 0, i = 0; row < region.outHeight; row++) {
      for (let column = 0; column < region.outWidth; column++, i++) {
        const across = region.x + (column + 0.5) / scale - x;
        const down = region.y + (row + 0.5) / scale - y;
        out[i] = clampUnit(0.5 + scale * (radius - Math.hypot(across, down)));
      }
    }
  },
});
`,
  [`${name}.test.ts`]: `import { describe, expect, it } from 'vitest';
import { noPhoto } from '../../../tests/fixtures/marks';
import { ${name} } from './index';

describe('${label}', () => {
  it('covers its disc and nothing beside it', () => {
    const region = { x: 0, y: 0, width: 20, height: 20, outWidth: 20, outHeight: 20 };
    const out = new Float32Array(400);
    ${name}.rasterise({ x: 10, y: 10, radius: 6 }, region, out, noPhoto);
    expect([out[10 * 20 + 10], out[0]]).toEqual([1, 0]);
    // The area of a circle, by hand.
    expect(out.reduce((sum, value) => sum + value, 0)).toBeCloseTo(Math.PI * 36, 0);
  });
});
`,
};

mkdirSync(target, { recursive: true });
for (const [file, text] of Object.entries(family === 'adjust' ? ADJUST : MARK)) {
  const path = `${target}/${file}`;
  writeFileSync(path, await format(text, { ...(await resolveConfig(path)), filepath: path }));
}
console.log(`Made kinds/${family}/${folder}. Change its words and its computation, then run its test.`);
