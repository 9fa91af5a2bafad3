import { describe, expect, it } from 'vitest';
import { fingerprint } from './fingerprint';

describe('the name of a value', () => {
  it('is the same whatever the order of its fields, and another for another value', () => {
    const value = {
      id: 'a',
      on: true,
      parameters: {
        x: 1,
        points: [
          [1, 2],
          [3, 4],
        ],
        marks: [{ b: 1, a: 2 }],
      },
    };
    const turned = {
      parameters: {
        marks: [{ a: 2, b: 1 }],
        points: [
          [1, 2],
          [3, 4],
        ],
        x: 1,
      },
      on: true,
      id: 'a',
    };
    expect(fingerprint(turned)).toBe(fingerprint(value));
    expect(fingerprint({ ...value, gone: undefined })).toBe(fingerprint(value));
    expect(fingerprint({ ...value, on: false })).not.toBe(fingerprint(value));
    expect(fingerprint([[2, 1]])).not.toBe(fingerprint([[1, 2]]));
    expect(fingerprint([1, [{ a: 1 }]])).not.toBe(fingerprint([1, { a: 1 }]));
  });
});
