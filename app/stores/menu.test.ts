import { beforeEach, describe, expect, it, vi } from 'vitest';
import { freshPage } from '../../tests/fixtures/page';
import { useMenu } from './menu';

beforeEach(() => {
  freshPage();
  vi.stubGlobal('HTMLElement', EventTarget);
  vi.stubGlobal('document', { activeElement: null });
});

describe('the menu', () => {
  it('does what is chosen and is gone; what is off does nothing', () => {
    const menu = useMenu();
    const done: string[] = [];
    const entries = [
      { words: 'Later', off: true, run: () => void done.push('later') },
      { words: 'Delete', run: () => void done.push('delete') },
    ];
    menu.show('Step', { x: 1, y: 2 }, entries);
    menu.choose(entries[0]!);
    expect([done, menu.open?.label]).toEqual([[], 'Step']);
    menu.choose(entries[1]!);
    expect([done, menu.open]).toEqual([['delete'], undefined]);
  });

  it('leads on to further entries at the same place, and gives the focus back', () => {
    const menu = useMenu();
    const focus = vi.fn();
    const button = {
      isConnected: true,
      focus,
      getBoundingClientRect: () => ({ left: 10, bottom: 20 }),
    } as unknown as HTMLElement;
    menu.showBelow(button, 'Step', [{ words: 'Move to …', more: () => [{ words: 'Hair' }] }]);
    menu.choose(menu.open!.entries[0]!);
    expect(menu.open).toMatchObject({ label: 'Move to …', x: 10, y: 22, entries: [{ words: 'Hair' }] });
    menu.putAway();
    expect(focus).toHaveBeenCalledOnce();
  });
});
