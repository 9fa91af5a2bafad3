import { execFileSync } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { compileScript, parse } from '@vue/compiler-sfc';
import { transformSync } from 'esbuild';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createSSRApp, h } from 'vue';
import type { Component } from 'vue';
import { renderToString } from 'vue/server-renderer';

/** What a newcomer has after a clone: a copy of the project, without what tests do not look at. */
const root = fileURLToPath(new URL('..', import.meta.url));
const COPIED = ['core', 'kinds', 'app', 'scripts', 'package.json', '.prettierrc.json', 'tests/fixtures'];
let copy: string;
const node = (file: string, ...words: readonly string[]) =>
  execFileSync('node', ['--import', 'tsx', file, ...words], { cwd: copy, encoding: 'utf8' });
const read = (file: string) => readFileSync(join(copy, file), 'utf8');

beforeAll(() => {
  copy = mkdtempSync(join(tmpdir(), 'even-blush-kinds-'));
  for (const entry of COPIED) {
    const skip = (path: string) => !/portraits|heads/.test(path.slice(root.length));
    cpSync(join(root, entry), join(copy, entry), { recursive: true, filter: skip });
  }
  symlinkSync(join(root, 'node_modules'), join(copy, 'node_modules'));
  node('scripts/new-kind.ts', 'adjust', 'soft-glow');
  node('scripts/new-kind.ts', 'mark', 'soft-disc');
  node('scripts/list-kinds.ts');
});
afterAll(() => rmSync(copy, { recursive: true, force: true }));

describe('a new kind', () => {
  it('is refused where its name is taken or is none', () => {
    expect(() => node('scripts/new-kind.ts', 'mark', 'ellipse')).toThrow(/is there already/);
    expect(() => node('scripts/new-kind.ts', 'adjust', 'Soft Glow')).toThrow(/Use: npm run new/);
  });

  it('has its control and its icon in the page, and touches nothing else', () => {
    const page = read('app/kinds.gen.ts');
    expect(page).toContain("import('../kinds/adjust/soft-glow/Control.vue')");
    expect(page).toMatch(/import \{[^}]*\bCircle\b[^}]*\} from '@lucide\/vue'/);
    const changed = ['kinds/kinds.test.ts', 'core/render/kinds.ts', 'app/components/picture/MarkBar.vue'];
    for (const file of changed) expect(read(file)).toBe(readFileSync(join(root, file), 'utf8'));
  });

  it('is offered, has a key, is drawn by a hand and rendered', () => {
    writeFileSync(
      join(copy, 'try.ts'),
      `import { makeMark, makeStep } from '#core/document/make';
import { newPhoto } from '#core/document/commands';
import { NO_EDGE_CARE } from '#core/document/schema';
import { stepOffers } from '#core/offer/stepOffers';
import { wholeRegion } from '#core/raster/raster';
import { Resolver } from '#core/render/resolver';
import { KINDS } from '#kinds/registry.gen';
import { BENCH_KEYS } from './app/composables/benchKeys';

const offer = stepOffers(KINDS, { area: undefined, areas: [] }).find(({ kind }) => kind.id === 'soft-glow')!;
const disc = KINDS.marks.get('soft-disc')!;
const hand = { from: { x: 8, y: 8 }, to: { x: 12, y: 8 }, points: [], shift: false, takes: true, pixel: 1, settings: {}, piece: 0 };
const area = {
  id: 'a', name: 'A', part: 'other' as const, sitter: null, inverted: false, edgeCare: NO_EDGE_CARE,
  marks: [makeMark(disc, disc.drawing!.draw(hand, undefined), { id: 'm' })],
};
const step = makeStep(offer.kind, offer.parameters, { id: 's', areaId: 'a' });
const photo = {
  ...newPhoto({ id: '0'.repeat(64), file: 'a.png', width: 16, height: 16 }), areas: [area], plan: [step],
};
const level = { space: 'srgb8' as const, width: 16, height: 16, data: new Uint8Array(1024).fill(128) };
const resolver = new Resolver({ width: 16, height: 16, levels: [level] }, KINDS);
const pixels = resolver.render(resolver.plan(photo), wholeRegion(16, 16));
console.log(JSON.stringify({
  offered: offer.kind.offer.label,
  keys: BENCH_KEYS.filter(({ key }) => key === disc.drawing!.key).length,
  inside: pixels[3 * (8 * 16 + 8)]! / pixels[0]!,
}));
`,
    );
    const { offered, keys, inside } = JSON.parse(node('try.ts')) as Record<string, unknown>;
    expect([offered, keys]).toEqual(['Soft glow', 1]);
    expect(inside).toBeCloseTo(1.5, 5);
  });

  it('is a sentence in the plan', async () => {
    const file = 'kinds/adjust/soft-glow/Control.vue';
    const { descriptor } = parse(read(file), { filename: file });
    const { content } = compileScript(descriptor, { id: 'soft-glow', inlineTemplate: true });
    const { code } = transformSync(content, { loader: 'ts', format: 'esm' });
    const module = join(root, 'node_modules', '.soft-glow-control.mjs');
    writeFileSync(module, code);
    const { default: Control } = (await import(module)) as { default: Component };
    rmSync(module);
    const app = createSSRApp({
      render: () => h(Control, { modelValue: { amount: 0.5 }, context: {} }, { default: () => 'Lips' }),
    });
    app.component('ShareField', {
      props: ['modelValue', 'label'],
      render: (field: { modelValue: number }) => `${100 * field.modelValue} %`,
    });
    const text = (await renderToString(app)).replace(/<[^>]*>/g, '').replace(/\s+/g, ' ');
    expect(text.trim()).toBe('Soft glow Lips by 50 %.');
  });

  it('passes its own test', () => {
    writeFileSync(
      join(copy, 'vitest.config.ts'),
      "export default { test: { include: ['kinds/**/*.test.ts'] } };\n",
    );
    const out = execFileSync('npx', ['vitest', 'run', 'soft-glow', 'soft-disc', 'kinds/kinds.test.ts'], {
      cwd: copy,
      encoding: 'utf8',
    });
    expect(out).toMatch(/Test Files\s+.*3 passed/);
  });
});
