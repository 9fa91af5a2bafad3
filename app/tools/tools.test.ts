import { describe, expect, it } from 'vitest';
import type { LassoParameters } from '#kinds/mark/lasso/schema';
import type { OutlineParameters } from '#kinds/mark/outline/schema';
import { drawnKind } from './drawnKinds';
import { markTool } from './markTool';
import type { PointerSample, PointerTool } from './pointerTool';
import { pressTool } from './pressTool';
import { pullTool } from './pullTool';

const at = (x: number, y: number, shift = false): PointerSample => ({
  image: { x, y },
  view: { x, y },
  pressure: 0.5,
  shift,
});

/** A host that keeps one mark as a document would, and writes down how gestures end. */
function keeper<Parameters>(id: string) {
  const kind = drawnKind(id)!;
  const { pieces } = kind.drawing;
  const told: string[] = [];
  let mark: unknown;
  let before: unknown;
  let piece: number | undefined;
  const tool = markTool({
    kind,
    settings: () => Object.fromEntries((kind.drawing.settings ?? []).map(({ name, start }) => [name, start])),
    pixel: () => 1,
    takes: (shift) => shift !== true,
    begin: (takes) => {
      told.push(`begin ${takes ? 'adding' : 'removing'}`);
      before = mark;
      piece ??= pieces && mark ? pieces.count(mark) : 0;
      return { before, takes, piece };
    },
    draw: (next) => {
      expect(kind.parameters.safeParse(next).success, JSON.stringify(next)).toBe(true);
      mark = next;
    },
    complete: () => void told.push('complete'),
    cancel: () => {
      mark = before;
      told.push('cancel');
    },
    closes: (place) => {
      const closes = piece !== undefined && mark !== undefined && pieces?.closes(mark, piece, place, 1);
      if (closes) {
        piece = undefined;
        told.push('close');
      }
      return closes === true;
    },
    colourAt: () => Promise.resolve([0.2, 0.2, 0.2] as const),
  });
  return { tool, told, mark: () => mark as Parameters | undefined };
}

function drag(tool: PointerTool, ...samples: readonly PointerSample[]) {
  const press = tool.begin(samples[0]!);
  for (const sample of samples.slice(1)) press.move(sample);
  return press;
}

interface Strokes {
  readonly strokes: readonly {
    readonly takes: boolean;
    readonly points: readonly (readonly number[])[];
  }[];
}

describe('marks of strokes', () => {
  it.each(['edge-stroke', 'brush', 'strand-sweep'])(
    '%s: points no nearer than three CSS pixels, one stroke after the other, adding and with shift removing',
    (id) => {
      const { tool, told, mark } = keeper<Strokes>(id);
      drag(tool, at(0, 0), at(2, 0), at(6, 0)).complete(at(20, 0));
      drag(tool, at(0, 9, true)).complete(at(0, 9, true));
      expect(mark()!.strokes.map(({ takes, points }) => [takes, points.map(([x]) => x)])).toEqual([
        [true, [0, 6, 20]],
        [false, [0]],
      ]);
      expect(told).toEqual(['begin adding', 'complete', 'begin removing', 'complete']);
    },
  );

  it('leave everything as it was when they are given up', () => {
    const { tool, told, mark } = keeper<Strokes>('brush');
    drag(tool, at(0, 0), at(9, 0)).cancel();
    expect([told, mark()]).toEqual([['begin adding', 'cancel'], undefined]);
  });
});

describe('lasso', () => {
  it('shows a loop from its third point on', () => {
    const { tool, mark } = keeper<LassoParameters>('lasso');
    const press = drag(tool, at(0, 0), at(10, 0));
    expect(mark()).toBeUndefined();
    press.complete(at(10, 10));
    expect(mark()!.loops).toEqual([
      [
        [0, 0],
        [10, 0],
        [10, 10],
      ],
    ]);
  });

  it('gives up what encloses nothing', () => {
    const { tool, told } = keeper('lasso');
    drag(tool, at(0, 0), at(10, 0)).complete(at(10, 0));
    expect(told).toEqual(['begin adding', 'cancel']);
  });
});

describe('a mark by a press', () => {
  // Linear 0.2 is L* 51.8 (CIE 15:2004, 116 · 0.2^(1/3) - 16).
  it('spans the lightness of the place where the pointer is let go', async () => {
    const { tool, told, mark } = keeper('light-reach');
    drag(tool, at(2, 2), at(4, 4)).complete(at(4, 4));
    await Promise.resolve();
    await Promise.resolve();
    expect([told, mark()]).toEqual([['begin adding', 'complete'], { from: 40, to: 64, soft: 8 }]);
    drag(tool, at(2, 2)).cancel();
    expect(told).toHaveLength(2);
  });
});

describe('outline', () => {
  it('gives a node up with the press, and never closes on the only one', () => {
    const { tool, told, mark } = keeper<OutlineParameters>('outline');
    drag(tool, at(10, 10)).complete(at(10, 10));
    drag(tool, at(11, 10)).complete(at(11, 10));
    drag(tool, at(40, 40), at(60, 60)).cancel();
    expect(mark()!.pieces[0]).toHaveLength(2);
    expect(told.filter((entry) => !entry.startsWith('begin'))).toEqual(['complete', 'complete', 'cancel']);
  });
});

describe('tools that ask', () => {
  it('a press does its work where it is let go, and nothing when given up', () => {
    const places: number[] = [];
    const tool = pressTool(({ x }) => places.push(x));
    tool.begin(at(2, 0)).complete(at(4, 0));
    tool.begin(at(2, 0)).cancel();
    expect(places).toEqual([4]);
  });

  it('a pull says where it took hold and how far up the hand has gone since', () => {
    const told: unknown[] = [];
    const tool = pullTool({
      begin: (place) => void told.push(place),
      pull: (up) => void told.push(up),
      complete: () => void told.push('complete'),
      cancel: () => void told.push('cancel'),
    });
    drag(tool, at(30, 80), at(35, 60), at(20, 95)).complete(at(20, 95));
    drag(tool, at(1, 1)).cancel();
    expect(told).toEqual([{ x: 30, y: 80 }, 20, -15, 'complete', { x: 1, y: 1 }, 'cancel']);
  });
});
