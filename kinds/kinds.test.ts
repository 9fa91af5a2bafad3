import { existsSync, readdirSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { applyStep } from '#core/render/applyStep';
import { collectKinds } from '#core/render/kinds';
import { KINDS } from './registry.gen';

const folder = (family: string) => fileURLToPath(new URL(`./${family}`, import.meta.url));
const pixels = () => Float32Array.from({ length: 300 }, (_, i) => ((i * 37) % 101) / 101);
const region = { x: 0, y: 0, width: 10, height: 10, outWidth: 10, outHeight: 10 };
const input = { region, pixels: { space: 'srgbLinear' as const, width: 10, height: 10, data: pixels() }, coverage: { space: 'coverage8' as const, width: 10, height: 10, data: new Uint8Array(100).fill(255) }, readings: [] };

describe('every kind', () => {
  it.each(['mark', 'adjust'] as const)('of %s has its folder, under its own id', (family) => {
    const folders = readdirSync(folder(family)).sort();
    expect([...(family === 'mark' ? KINDS.marks : KINDS.adjusts).keys()].sort()).toEqual(folders);
    for (const name of folders) {
      expect(existsSync(`${folder(family)}/${name}/schema.ts`)).toBe(true);
      expect(readdirSync(`${folder(family)}/${name}`).some((file) => file.endsWith('.test.ts')), `${name} has tests`).toBe(true);
      if (family === 'adjust') expect(existsSync(`${folder(family)}/${name}/Control.vue`)).toBe(true);
    }
  });

  it.each([...KINDS.adjusts.values()])('$id: neutral parameters parse and change no pixel', (kind) => {
    expect(kind.parameters.safeParse(kind.neutral).success).toBe(true);
    const kernel = kind.compile(kind.neutral, kind.measure(input, kind.neutral)), data = pixels();
    if (kernel) applyStep(data, input.coverage.data, 1, kernel, { region, first: 0, placed: true });
    expect(data).toEqual(pixels());
  });

  it.each([...KINDS.adjusts.values()])('$id: an empty area does no harm', (kind) => {
    const empty = { ...input, coverage: { ...input.coverage, data: new Uint8Array(100) } };
    expect(() => kind.compile(kind.neutral, kind.measure(empty, kind.neutral))).not.toThrow();
  });

  it.each([...KINDS.marks.values(), ...KINDS.adjusts.values()])('$id: has a migration for every version before its own', (kind) => {
    expect(Object.keys(kind.migrations).map(Number)).toEqual(Array.from({ length: kind.version - 1 }, (_, i) => i + 1));
    expect(kind.parameters.safeParse({ nonsense: true }).success).toBe(false);
  });

  it('is known once', () => {
    const [kind] = KINDS.marks.values();
    expect(() => collectKinds([kind!, kind!], [])).toThrow(/share an id/);
  });

});
