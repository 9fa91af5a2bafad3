import { afterEach, beforeEach, expect, it } from 'vitest';
import type { EffectScope } from 'vue';
import { photoWith, sittingWith, sitterWith } from '../../tests/fixtures/documents';
import { freshPage } from '../../tests/fixtures/page';
import { useNotices } from '../stores/notices';
import { useSitting } from '../stores/sitting';
import { usePeople } from './usePeople';

let scope: EffectScope;
beforeEach(() => (scope = freshPage()));
afterEach(() => scope.stop());

it('nobody is made to sit beside himself: that is said, and nothing changes', () => {
  const face = { x: 1, y: 1, width: 8, height: 9 };
  const sitters = ['p', 'q'].map((person, n) => sitterWith(person, face, { number: n + 1, person }));
  const photo = { ...photoWith([]), sitters };
  const sitting = useSitting();
  sitting.document = {
    ...sittingWith(photo),
    people: ['p', 'q'].map((id) => ({ id, name: '', isNot: [] })),
  };
  const before = sitting.document;
  const { join, say, nameOf, people } = scope.run(() => usePeople())!;
  expect(people.value.map(({ called }) => called)).toEqual(['Sitter A', 'Sitter B']);
  expect(nameOf(sitters[1]!)).toBe('Sitter 2');
  join('p', 'q');
  say({ photo, sitter: sitters[0]! }, 'q');
  expect(sitting.document).toBe(before);
  expect(useNotices().notices.at(-1)!.text).toBe(
    `They sit beside each other in ${photo.file}: they are two.`,
  );
});
