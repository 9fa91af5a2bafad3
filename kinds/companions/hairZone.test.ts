import { describe, expect, it } from 'vitest';
import { KINDS } from '#kinds/registry.gen';
import { hairZone } from './hairZone';
import { parseSitting } from '#core/document/parse';
import { areaNamed, photoWith, sittingWith } from '../../tests/fixtures/documents';

const hair = areaNamed('hair', 'hair');
const face = { x: 300, y: 400, width: 300, height: 400 };
const box = { x: 200, y: 200, width: 500, height: 900 };
const zoneOf = (zone: 'roots' | 'tips', where = box) => {
  let n = 0;
  return hairZone(hair, zone, { face, box: where }, () => `id${n++}`);
};

describe('roots and tips', () => {
  it('are the hair, limited by a fade: roots from its top to above the brows, tips from its end to the mouth', () => {
    const [part, fade] = zoneOf('roots').marks;
    const tips = zoneOf('tips').marks[1]!;
    expect(part!.parameters).toEqual({ areaId: 'hair' });
    expect([fade!.mode, fade!.parameters.fromY, fade!.parameters.toY]).toEqual(['limit', 200, 500]);
    expect([tips.parameters.fromY, tips.parameters.toY]).toEqual([1100, 720]);
  });

  it('keep the fade’s direction where hair is short', () => {
    const tips = zoneOf('tips', { ...box, height: 100 }).marks[1]!.parameters;
    const roots = zoneOf('roots', { ...box, y: 600 }).marks[1]!.parameters;
    expect(Number(tips.fromY)).toBeGreaterThan(Number(tips.toY));
    expect(Number(roots.fromY)).toBeLessThan(Number(roots.toY));
  });

  it('are areas that the document takes', () => {
    const sitting = sittingWith(photoWith([hair, zoneOf('roots')]));
    expect(parseSitting(sitting, KINDS)).toEqual(sitting);
  });
});
