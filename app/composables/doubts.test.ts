import { describe, expect, it } from 'vitest';
import type { Sitter } from '#core/document/schema';
import { doubtOf } from './doubts';
import { nudgeOf } from './nudgeOf';
import { readingWords } from './readingWords';

describe('doubts in words', () => {
  it('are of the part, or of either of two that belong together', () => {
    const sitter = { doubts: { 'iris-left': 'half-closed', 'hair': 'hat' } } as unknown as Sitter;
    expect(doubtOf('irises', sitter)).toBe('the eye is half closed');
    expect(doubtOf('hair', sitter)).toContain('hat');
    expect([doubtOf('lips', sitter), doubtOf('irises', undefined)]).toEqual([undefined, undefined]);
  });

  it('of a reading say how far it is off, in whole degrees', () => {
    expect(readingWords({ is: 'blush', degrees: 7.6 })).toContain('8° redder');
    expect(readingWords({ is: 'spill', degrees: 12.2 })).toContain('12° greener');
    expect(readingWords({ is: 'beside' })).toContain('move it');
  });
});

describe('the step of an arrow key', () => {
  it('is far with shift, a tenth with alt', () => {
    const held = (keys: object) => ({ shiftKey: false, altKey: false, ...keys }) as KeyboardEvent;
    expect([
      nudgeOf(held({}), 10),
      nudgeOf(held({ shiftKey: true }), 10),
      nudgeOf(held({ altKey: true }), 10),
    ]).toEqual([1, 10, 0.1]);
  });
});
