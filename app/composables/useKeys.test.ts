import { beforeEach, expect, it, vi } from 'vitest';
import { BENCH_KEYS } from './benchKeys';
import { nameOfKey, useKeys } from './useKeys';

vi.stubGlobal('window', globalThis);
const press = (key: string, more: Partial<KeyboardEvent> = {}) =>
  ({ key, shiftKey: false, ctrlKey: false, metaKey: false, altKey: false, ...more }) as KeyboardEvent;
const keys = useKeys();
beforeEach(() => keys.reset());

it('every command has a key of its own at first', () => {
  const all = BENCH_KEYS.map(({ key }) => key);
  expect(new Set(all).size).toBe(all.length);
  expect(new Set(BENCH_KEYS.map(({ id }) => id)).size).toBe(all.length);
  expect(keys.isChanged.value).toBe(false);
});

it('names letters with shift or without, signs as they are typed, and leaves keys with a meaning of their own', () => {
  expect(
    [press('f'), press('F', { shiftKey: true }), press('?', { shiftKey: true }), press('1')].map(nameOfKey),
  ).toEqual(['F', 'Shift F', '?', '1']);
  for (const other of [
    press('Enter'),
    press('Tab'),
    press(' '),
    press('ArrowUp'),
    press('z', { ctrlKey: true }),
  ])
    expect(nameOfKey(other)).toBeUndefined();
});

it('a chosen key does it, and who had it takes the old one', () => {
  expect(keys.choose('outline', 'H')?.id).toBe('hatch');
  expect([keys.keyOf('outline'), keys.keyOf('hatch')]).toEqual(['H', 'L']);
  expect([press('h'), press('l'), press('Escape')].map(keys.commandOf)).toEqual([
    'outline',
    'hatch',
    'leave',
  ]);
  expect(keys.choose('find', 'Ö')).toBeUndefined();
  expect([keys.commandOf(press('ö')), keys.commandOf(press('f')), keys.isChanged.value]).toEqual([
    'find',
    undefined,
    true,
  ]);
  keys.reset();
  expect([keys.keyOf('outline'), keys.isChanged.value]).toEqual(['L', false]);
});

it('shift with a letter that has no command of its own is the letter; a held key ends with shift or without', () => {
  expect(keys.commandOf(press('F', { shiftKey: true }))).toBe('find');
  expect(keys.commandOf(press('D', { shiftKey: true }))).toBe('beside');
  keys.choose('before', 'Shift W');
  expect([keys.endsHold(press('w'), 'before'), keys.endsHold(press('q'), 'before')]).toEqual([true, false]);
});
