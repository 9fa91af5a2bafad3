import { describe, expect, it } from 'vitest';
import type { Pyramid } from '../raster/pyramid';
import type { SitterWork } from './sitterMaker';
import { LocalSitterMakers, dealSitters } from './sitterCrew';

const photo: Pyramid = { width: 1, height: 1, levels: [] };

describe('sitters of a photo in several threads', () => {
  it('go to one thread after the other, each of which is told of the photo once, when it is first needed', () => {
    const told: string[][] = [];
    const numbers: number[][] = [];
    const give = dealSitters(photo, 2, () => {
      const mine: string[] = [];
      const own: number[] = [];
      told.push(mine);
      numbers.push(own);
      return (message) => {
        if ('pyramid' in message) mine.push('pyramid');
        else {
          mine.push('work' in message ? 'work' : 'classes');
          own.push(message.n);
        }
        return Promise.resolve(undefined);
      };
    });
    expect(told.length).toBe(0);
    const makers = [1, 2, 3].map(() => give({} as SitterWork));
    for (const maker of makers) void maker.divide();
    for (const maker of makers) void maker.finish({} as never, {} as never);
    expect(told).toEqual([
      ['pyramid', 'work', 'work', 'classes', 'classes'],
      ['pyramid', 'work', 'classes'],
    ]);
    expect(numbers).toEqual([
      [0, 2, 0, 2],
      [1, 1],
    ]);
  });

  it('where a thread knows no photo or no sitter, what is asked of it fails', async () => {
    const makers = new LocalSitterMakers();
    expect(() => makers.answer({ n: 0, work: {} as SitterWork })).toThrow('no photo is in use');
    expect(makers.answer({ pyramid: photo })).toBeUndefined();
    expect(() => makers.answer({ n: 0, classes: {} as never, features: {} as never })).toThrow(
      'divided before',
    );
    const give = dealSitters(photo, 1, () => () => Promise.reject(new RangeError('gone')));
    await expect(give({} as SitterWork).divide()).rejects.toThrow('gone');
  });
});
