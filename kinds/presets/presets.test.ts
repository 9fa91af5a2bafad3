import { describe, expect, it } from 'vitest';
import { makeMark, makeStep } from '#core/document/make';
import { DocumentError } from '#core/errors';
import { match } from '#kinds/adjust/match/index';
import { matchToFace } from '#kinds/adjust/match/schema';
import { relief } from '#kinds/adjust/relief/index';
import { START } from '#kinds/adjust/veil/schema';
import { veil } from '#kinds/adjust/veil/index';
import { ellipse } from '#kinds/mark/ellipse/index';
import { areaNamed, photoWith } from '../../tests/fixtures/documents';
import { parsePreset, partsOfPreset, presetOf, putPreset } from './presets';
import { STARTERS } from './starters';

const mark = makeMark(ellipse, { x: 50, y: 50, radiusX: 20, radiusY: 20, degrees: 0, soften: 0 } as never, {
  id: 'm',
});
const area = (id: string, part: 'skin' | 'hair' | 'face' | 'neck-limbs', sitter: string | null = null) => ({
  ...areaNamed(id, part, [mark]),
  sitter,
});
let count = 0;
const newId = () => `new ${++count}`;
const soft = STARTERS.find(({ id }) => id === 'softer-skin')!;
const nowhere = { areaId: undefined, sitter: undefined };

describe('presets', () => {
  it('to start from are all valid, and survive being stored', () => {
    for (const preset of STARTERS) expect(parsePreset(JSON.parse(JSON.stringify(preset)))).toEqual(preset);
  });

  it('go to the parts of the sitter that is open, and say which parts are missing', () => {
    const photo = photoWith([area('first', 'skin', 'a'), area('second', 'skin', 'b')]);
    const { photo: after, missing } = putPreset(photo, soft, { areaId: undefined, sitter: 'b' }, newId);
    expect(after.plan.map(({ areaId }) => areaId)).toEqual(['second']);
    expect(missing).toEqual([]);
    const dyed = putPreset(
      photo,
      STARTERS.find(({ id }) => id === 'copper-hair')!,
      nowhere,
      newId,
    );
    expect(dyed.missing).toEqual(['hair', 'brows']);
    expect(dyed.photo.plan).toEqual([]);
  });

  it('of one part go to whatever area is open', () => {
    const photo = photoWith([area('skin', 'skin'), area('hair', 'hair')]);
    const { photo: after } = putPreset(photo, soft, { areaId: 'hair', sitter: undefined }, newId);
    expect(after.plan.map(({ areaId }) => areaId)).toEqual(['hair']);
  });

  it('are made of steps that are on; what names a place of its photo stays there', () => {
    const photo = photoWith([area('skin', 'skin')]);
    const on = makeStep(relief, { amount: -0.5 }, { id: 'a', areaId: 'skin' });
    const steps = [on, { ...on, id: 'b', on: false }, makeStep(veil, START, { id: 'c', areaId: null })];
    const preset = presetOf(steps, photo, { id: 'p', name: '  mine ' });
    expect(preset).toMatchObject({ name: 'mine', steps: [{ part: 'skin', parameters: { amount: -0.5 } }] });
    expect(partsOfPreset(preset)).toEqual(['skin']);
    const [step] = putPreset(photo, preset, nowhere, newId).photo.plan;
    expect(step).toMatchObject({ areaId: 'skin', kind: 'relief', on: true, parameters: { amount: -0.5 } });
  });

  it('that match to another area match to the one of the same kind on the other photo', () => {
    const from = photoWith([area('old neck', 'neck-limbs'), area('old face', 'face')]);
    const step = makeStep(match, matchToFace('old face'), { id: 'a', areaId: 'old neck' });
    const preset = presetOf([step], from, { id: 'p', name: 'neck' });
    const to = photoWith([area('neck', 'neck-limbs'), area('face', 'face')]);
    expect(putPreset(to, preset, nowhere, newId).photo.plan[0]!.parameters).toMatchObject({
      to: { by: 'area', areaId: 'face' },
    });
  });

  it('that are damaged are refused', () => {
    for (const value of [undefined, null, 3, {}, { ...soft, steps: [] }, { ...soft, name: '' }])
      expect(() => parsePreset(value)).toThrow(DocumentError);
    const strange = { ...soft, steps: [{ ...soft.steps[0]!, kind: 'nothing known' }] };
    expect(() => parsePreset(strange)).toThrow(DocumentError);
  });
});
