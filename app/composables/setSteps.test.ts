import { describe, expect, it, vi } from 'vitest';
import { makeMark } from '#core/document/make';
import type { Area, Photo, Preset, Sitter } from '#core/document/schema';
import { foundPart } from '#kinds/mark/found-part/index';
import { areaNamed, photoWith, sitterWith } from '../../tests/fixtures/documents';
import { step } from '../../tests/fixtures/plans';
import { carryTo, presetInSet } from './setSteps';

vi.mock('#workers/client', () => ({ foundEntries: vi.fn() }));

const sitter = (id: string, number: number, person: string) =>
  sitterWith(id, { x: 100 * number, y: 10, width: 50, height: 60 }, { number, person });
const skinOf = (owner: string): Area => ({
  ...areaNamed(`skin of ${owner}`, 'skin', [
    makeMark(foundPart, { sitter: owner, part: 'skin', plate: owner }, { id: `mark ${owner}` }),
  ]),
  sitter: owner,
});
const pair = (id: string, sitters: readonly Sitter[]): Photo => ({
  ...photoWith(
    sitters.map((each) => skinOf(each.id)),
    id.repeat(64),
  ),
  sitters,
});
const TASK = { is: 'carry', from: 'a'.repeat(64), wholePicture: true, fades: 'face', wins: 'photo' } as const;

describe('two sitters of a set', () => {
  const from = {
    ...pair('a', [sitter('left', 1, 'Ada'), sitter('right', 2, 'Bo')]),
    plan: [{ ...step('relief', { amount: -0.5 }), areaId: 'skin of left' }],
  };

  it('that have changed places keep what is theirs', () => {
    const to = pair('b', [sitter('first', 1, 'Bo'), sitter('second', 2, 'Ada')]);
    expect(carryTo(from, to, TASK).photo.plan).toMatchObject([{ areaId: 'skin of second' }]);
  });

  it('of whom one is missing: what is theirs is left out and said', () => {
    const to = pair('b', [sitter('first', 1, 'Bo')]);
    const { photo, notes } = carryTo(from, to, TASK);
    expect(photo.plan).toEqual([]);
    expect(notes).toEqual([{ what: 'skin of left', is: 'sitter-missing' }]);
  });

  it('get a preset each, the whole picture once', () => {
    const preset: Preset = {
      id: 'p',
      name: 'p',
      steps: [
        { part: 'skin', kind: 'relief', version: 1, parameters: { amount: -0.3 }, strength: 1 },
        { part: 'whole-picture', kind: 'relief', version: 1, parameters: { amount: 0.1 }, strength: 1 },
      ],
    };
    const { plan } = presetInSet({ ...from, plan: [] }, preset);
    expect(plan.map(({ areaId }) => areaId)).toEqual(['skin of left', null, 'skin of right']);
  });
});
