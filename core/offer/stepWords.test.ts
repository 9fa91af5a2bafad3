import { expect, it } from 'vitest';
import { KINDS } from '#kinds/registry.gen';
import { NEUTRAL } from '#kinds/adjust/prepare/schema';
import { areaNamed, photoWith } from '../../tests/fixtures/documents';
import { step } from '../../tests/fixtures/plans';
import { stepWords } from './stepWords';

const photo = photoWith([{ ...areaNamed('a1', 'skin'), name: 'Her skin' }]);
const words = (made: ReturnType<typeof step>) => stepWords(made, photo, KINDS);

it('says where a step stands by the area’s name, and what differs from doing nothing', () => {
  const prepare = step('prepare', { ...NEUTRAL, exposure: -0.256 });
  expect(words({ ...prepare, areaId: null })).toBe('Prepare on the whole picture: exposure -0.26.');
  expect(words({ ...prepare, areaId: 'a1', strength: 0.5, on: false })).toBe(
    'Prepare on Her skin: exposure -0.26, strength 50 % (off).',
  );
  expect(words({ ...prepare, areaId: 'gone' })).toMatch(/^Prepare on an area:/);
  expect(words({ ...step('prepare', { ...NEUTRAL }), areaId: null })).toBe('Prepare on the whole picture.');
});

it('names an area that a parameter points to', () => {
  const balance = step('recolour', { colour: '#112233', like: 'a1' });
  expect(words({ ...balance, areaId: 'a1' })).toMatch(/^Recolour on Her skin: colour #112233; like Her skin/);
});
