import { expect, it } from 'vitest';
import { doubtfulPlace } from './index';

it('says which part it went to by the word of the user', () => {
  const box = { x: 4, y: 6, width: 10, height: 8 };
  const parameters = { sitter: 's', has: 'hair', may: 'clothes', plate: 'p', box } as const;
  expect(doubtfulPlace.describe!(parameters, () => undefined)).toBe('clothes by your word');
});
