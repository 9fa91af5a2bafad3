import { describe, expect, it } from 'vitest';
import { markHost, noPhoto } from '../../../tests/fixtures/marks';
import { doubtfulPlace } from './index';

const whole = { x: 0, y: 0, width: 20, height: 20, outWidth: 20, outHeight: 20 };
const box = { x: 4, y: 6, width: 10, height: 8 };
const parameters = { sitter: 's', has: 'hair', may: 'clothes', plate: 'p', box } as const;
const emptyPhoto = { width: 20, height: 20, levels: [] };

describe('a doubtful place', () => {
  it('covers what its plate covers, and nothing while that is missing', () => {
    const plate = { region: { ...box, outWidth: 10, outHeight: 8 }, coverage8: new Uint8Array(80).fill(255) };
    const covered = (plates?: ReadonlyMap<string, typeof plate>) => {
      const out = new Float32Array(400);
      doubtfulPlace.rasterise(
        doubtfulPlace.prepare(parameters, markHost(emptyPhoto, plates)),
        whole,
        out,
        noPhoto,
      );
      return out.reduce((sum, value) => sum + value, 0);
    };
    expect([covered(new Map([['p', plate]])), covered()]).toEqual([80, 0]);
  });

  it('says which part it went to by the word of the user', () => {
    expect(doubtfulPlace.describe!(parameters, () => undefined)).toBe('clothes by your word');
  });
});
