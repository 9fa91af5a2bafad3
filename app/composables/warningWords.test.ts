import { describe, expect, it } from 'vitest';
import type { Photo } from '#core/document/schema';
import { warningWords } from './warningWords';

const photo = (...stepsOn: readonly (string | null)[]) =>
  ({
    areas: [{ id: 'h', name: 'Hair' }],
    plan: stepsOn.map((areaId) => ({ areaId, on: true })),
  }) as unknown as Photo;
const place = { x: 0, y: 0, width: 1, height: 1 };
const words = (is: 'noise' | 'texture' | 'clipped', of: Photo) =>
  warningWords({ is, areaId: is === 'clipped' ? undefined : 'h', share: 0.28, amount: 2.21, place }, of);

describe('what a plan may have done unasked, in words', () => {
  it('is of a part and its share', () => {
    expect(words('noise', photo('h'))).toBe('Hair: grain raised 2.2 times on 28 %');
    expect(words('clipped', photo(null))).toBe('28 % of the picture is newly clipped');
  });

  it('says where to look for the step when the part has none that is on', () => {
    const where = 'it has no step of its own: see those on the whole picture';
    expect(words('noise', photo(null))).toContain(where);
    expect(words('texture', photo(null))).toContain(where);
    const off = photo('h', null);
    const withOff = { ...off, plan: off.plan.map((step, n) => ({ ...step, on: n > 0 })) };
    expect(words('noise', withOff)).toContain(where);
  });
});
