import { describe, expect, it } from 'vitest';
import { photoState, workKey } from './photoState';
import { areaNamed, photoWith } from '../../tests/fixtures/documents';

const step = { id: 's', areaId: 'hair', kind: 'recolour', version: 1, parameters: {}, strength: 1, on: true };
const photo = { ...photoWith([areaNamed('hair', 'hair')]), plan: [step] };
const untouched = { areas: [], readings: [], plan: [] };

describe('the state of a photo', () => {
  it('rises from untouched to exported', () => {
    expect(photoState(untouched, {})).toBe('untouched');
    expect(photoState({ ...photo, plan: [] }, {})).toBe('found');
    expect(photoState(photo, {})).toBe('corrected');
    expect(photoState(photo, { checkedAs: workKey(photo) })).toBe('checked');
    expect(photoState(photo, { checkedAs: workKey(photo), exportedAs: workKey(photo) })).toBe('exported');
  });

  it('falls back to corrected once the work goes on', () => {
    const key = workKey(photo);
    const changed = { ...photo, plan: [{ ...step, strength: 0.4 }] };
    expect(photoState(changed, { checkedAs: key, exportedAs: key })).toBe('corrected');
  });

  it('falls back when a reading is moved that a step goes by', () => {
    const reading = { id: 'r', areaId: 'hair', rung: 'light', x: 3, y: 3, size: 5 } as const;
    const exportedAs = workKey({ ...photo, readings: [reading] });
    expect(photoState({ ...photo, readings: [{ ...reading, x: 9 }] }, { exportedAs })).toBe('corrected');
  });

  it('is exported again when a change is taken back', () => {
    const exportedAs = workKey(structuredClone(photo));
    expect(photoState(photo, { exportedAs })).toBe('exported');
  });

  it('counts a photo that was exported as it is', () => {
    expect(photoState(untouched, { exportedAs: workKey(untouched) })).toBe('exported');
  });
});
