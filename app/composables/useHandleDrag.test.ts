import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { EffectScope } from 'vue';
import { freshPage } from '../../tests/fixtures/page';
import type { HandleDrag } from './useHandleDrag';
import { useHandleDrag } from './useHandleDrag';

let scope: EffectScope;
beforeEach(() => {
  scope = freshPage();
  vi.stubGlobal('window', new EventTarget());
});
afterEach(() => scope.stop());

/** A handle that writes down what happens to it. */
function handle(change: Partial<HandleDrag<string>> = {}) {
  const told: string[] = [];
  const captured = new Set<number>();
  const element = {
    setPointerCapture: (id: number) => captured.add(id),
    hasPointerCapture: (id: number) => captured.has(id),
    releasePointerCapture: (id: number) => captured.delete(id),
    getAttribute: (name: string) => (name === 'aria-valuetext' ? told.at(-1)! : null),
  };
  const listeners = scope.run(() =>
    useHandleDrag<string>({
      move: ({ clientX }, what) => void told.push(`${what} to ${clientX}`),
      nudge: (what, { across, down }) => void told.push(`${what} by ${across} ${down}`),
      toEnd: (what, end) => void told.push(`${what} ${end}`),
      gesture: {
        begin: (label) => void told.push(`begin ${label ?? ''}`.trim()),
        end: () => void told.push('end'),
        cancel: () => void told.push('cancel'),
      },
      ...change,
    }),
  )!('it');
  const pointer = (clientX: number, facts: object = {}) =>
    ({
      button: 0,
      pointerId: 1,
      clientX,
      currentTarget: element,
      stopPropagation: () => undefined,
      ...facts,
    }) as unknown as PointerEvent;
  const key = (name: string, facts: object = {}) =>
    listeners.keydown({
      key: name,
      preventDefault: () => undefined,
      stopPropagation: () => undefined,
      ...facts,
    } as unknown as KeyboardEvent);
  return { told, captured, listeners, pointer, key };
}

function escape(): boolean {
  let reached = false;
  const listen = () => (reached = true);
  window.addEventListener('keydown', listen);
  window.dispatchEvent(Object.assign(new Event('keydown'), { key: 'Escape' }));
  window.removeEventListener('keydown', listen);
  return reached;
}

describe('a handle', () => {
  it('is dragged in one gesture, and follows nothing before and after', () => {
    const { told, listeners, pointer } = handle({ label: () => 'drag' });
    listeners.pointermove(pointer(1));
    listeners.pointerdown(pointer(2));
    listeners.pointermove(pointer(3));
    listeners.pointermove(pointer(4, { pointerId: 2 }));
    listeners.pointerup(pointer(5));
    listeners.lostpointercapture(pointer(5));
    listeners.pointermove(pointer(6));
    expect(told).toEqual(['begin drag', 'it to 3', 'end']);
  });

  it.each(['pointercancel', 'lostpointercapture'] as const)('puts everything back on %s', (event) => {
    const { told, listeners, pointer } = handle();
    listeners.pointerdown(pointer(1));
    listeners[event](pointer(2));
    listeners.pointerup(pointer(3));
    expect(told).toEqual(['begin', 'cancel']);
  });

  it('puts everything back on Escape, which reaches nobody else, and lets the pointer go', () => {
    const { told, captured, listeners, pointer } = handle();
    listeners.pointerdown(pointer(1));
    expect(escape()).toBe(false);
    expect([told, captured.size]).toEqual([['begin', 'cancel'], 0]);
    // At rest, Escape is not its own.
    expect(escape()).toBe(true);
  });

  it('puts everything back when it goes while it is held', () => {
    const { told, listeners, pointer } = handle();
    listeners.pointerdown(pointer(1));
    scope.stop();
    expect(told).toEqual(['begin', 'cancel']);
    expect(escape()).toBe(true);
  });

  it('is moved by arrows, further with shift and by page keys, finer with alt, to its ends by Home and End', () => {
    const { told, key } = handle({ far: 5 });
    key('ArrowRight');
    key('ArrowUp', { shiftKey: true });
    key('ArrowLeft', { altKey: true });
    key('PageDown');
    key('Home');
    key('End');
    key('a');
    expect(told).toEqual(['it by 1 0', 'it by 0 -5', 'it by -0.1 0', 'it by 0 5', 'it least', 'it most']);
  });

  it('takes turns of the wheel that follow each other as one change, where it has the focus', () => {
    vi.useFakeTimers();
    const { told, listeners } = handle();
    const element = {};
    vi.stubGlobal('document', { activeElement: element });
    const turn = (deltaY: number, facts: object = {}) =>
      listeners.wheel({
        deltaY,
        currentTarget: element,
        preventDefault: () => undefined,
        ...facts,
      } as unknown as WheelEvent);
    turn(40, { currentTarget: {} });
    expect(told).toEqual([]);
    turn(40);
    turn(-3, { shiftKey: true });
    vi.advanceTimersByTime(1000);
    turn(1);
    vi.advanceTimersByTime(1000);
    expect(told).toEqual(['begin', 'it by 0 1', 'it by 0 -10', 'end', 'begin', 'it by 0 1', 'end']);
    vi.useRealTimers();
  });
});
