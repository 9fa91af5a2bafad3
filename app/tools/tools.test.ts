import { describe, expect, it } from 'vitest';
import { ellipseTool } from './ellipseTool';
import { lassoTool } from './lassoTool';
import type { PointerSample, PointerTool } from './pointerTool';
import { strokeTool } from './strokeTool';
import { outlineTool } from './outlineTool';
import { pressTool } from './pressTool';
import { pullTool } from './pullTool';
import { spanTool } from './spanTool';
import type { OutlineNode } from '#kinds/mark/outline/schema';

const at = (x: number, y: number, shift = false): PointerSample => ({
  image: { x, y },
  view: { x, y },
  pressure: 0.5,
  shift,
});

/** A host that writes down what it is told. */
function recorder() {
  const told: unknown[] = [];
  const tell =
    (name: string) =>
    (...words: unknown[]) =>
      void told.push([name, ...words]);
  return {
    told,
    host: {
      begin: tell('begin'),
      draw: tell('draw'),
      complete: tell('complete'),
      cancel: tell('cancel'),
      takes: (shift: boolean) => !shift,
      spacing: () => 5,
    },
  };
}

function drag(tool: PointerTool, ...samples: readonly PointerSample[]) {
  const press = tool.begin(samples[0]!);
  for (const sample of samples.slice(1)) press.move(sample);
  return press;
}

describe('stroke tool', () => {
  it('draws points no nearer than the spacing, and ends in complete', () => {
    const { told, host } = recorder();
    drag(strokeTool(host), at(0, 0), at(3, 0), at(6, 0)).complete(at(20, 0));
    expect(told).toEqual([
      ['begin', true],
      ['draw', [[0, 0, 0.5]], true],
      [
        'draw',
        [
          [0, 0, 0.5],
          [6, 0, 0.5],
        ],
        true,
      ],
      [
        'draw',
        [
          [0, 0, 0.5],
          [6, 0, 0.5],
          [20, 0, 0.5],
        ],
        true,
      ],
      ['complete'],
    ]);
  });

  it('does with shift what the press says, to its end', () => {
    const { told, host } = recorder();
    drag(strokeTool(host), at(0, 0, true), at(9, 0)).cancel();
    expect(told).toEqual([
      ['begin', false],
      ['draw', [[0, 0, 0.5]], false],
      [
        'draw',
        [
          [0, 0, 0.5],
          [9, 0, 0.5],
        ],
        false,
      ],
      ['cancel'],
    ]);
  });
});

describe('lasso tool', () => {
  it('shows a loop from its third point on', () => {
    const { told, host } = recorder();
    drag(lassoTool(host), at(0, 0), at(10, 0), at(10, 10)).complete(at(10, 10));
    expect(told).toEqual([
      ['begin'],
      [
        'draw',
        [
          [0, 0],
          [10, 0],
          [10, 10],
        ],
      ],
      ['complete'],
    ]);
  });

  it('gives up what encloses nothing', () => {
    const { told, host } = recorder();
    drag(lassoTool(host), at(0, 0), at(10, 0)).complete(at(10, 0));
    expect(told).toEqual([['begin'], ['cancel']]);
  });
});

describe('ellipse tool', () => {
  it('draws from the centre, and a circle with shift', () => {
    const { told, host } = recorder();
    drag(ellipseTool(host), at(50, 50), at(53, 54), at(53, 54, true)).complete(at(53, 54));
    expect(told).toEqual([
      ['begin'],
      ['draw', { x: 50, y: 50, radiusX: 3, radiusY: 4 }],
      ['draw', { x: 50, y: 50, radiusX: 5, radiusY: 5 }],
      ['complete'],
    ]);
  });

  it('gives up a press without a drag', () => {
    const { told, host } = recorder();
    drag(ellipseTool(host), at(50, 50)).complete(at(50, 50));
    expect(told).toEqual([['begin'], ['cancel']]);
  });
});

describe('from one point to another', () => {
  const record = (pressCounts: boolean) => {
    const said: string[] = [];
    const tool = spanTool({
      pressCounts,
      takes: (shift) => !shift,
      begin: (takes) => said.push(`begin ${takes}`),
      draw: (from, to) => said.push(`${from.x}>${to.x}`),
      complete: () => said.push('complete'),
      cancel: () => said.push('cancel'),
    });
    return { said, tool };
  };
  const at = (x: number, shift = false) => ({ image: { x, y: 0 }, view: { x, y: 0 }, pressure: 0.5, shift });

  it('draws while it is dragged and ends once', () => {
    const { said, tool } = record(false);
    const drag = tool.begin(at(1, true));
    drag.move(at(5));
    drag.complete(at(5));
    expect(said).toEqual(['begin false', '1>5', 'complete']);
  });

  it('a press alone counts for patches and not for fades', () => {
    const patch = record(true);
    const fade = record(false);
    patch.tool.begin(at(3)).complete(at(3));
    fade.tool.begin(at(3)).complete(at(3));
    expect(patch.said).toEqual(['begin true', '3>3', 'complete']);
    expect(fade.said).toEqual(['begin true', 'cancel']);
  });

  it('a tool that presses does its work where it is let go, and nothing when given up', () => {
    const places: number[] = [];
    const tool = pressTool(({ x }) => places.push(x));
    tool.begin(at(2)).complete(at(4));
    tool.begin(at(2)).cancel();
    expect(places).toEqual([4]);
  });
});

describe('outline tool', () => {
  /** Keeps the piece in progress as a document would. */
  function outliner() {
    const told: string[] = [];
    let nodes: readonly OutlineNode[] = [];
    let before: readonly OutlineNode[] = [];
    const tool = outlineTool({
      open: () => nodes,
      begin: () => void (before = nodes),
      draw: (next) => void (nodes = next),
      complete: () => void told.push('complete'),
      cancel: () => {
        nodes = before;
        told.push('cancel');
      },
      close: () => {
        nodes = [];
        told.push('close');
      },
      reach: () => 5,
    });
    return { tool, told, nodes: () => nodes };
  }

  it('sets a corner with a press, bends with a drag, and closes on the first node', () => {
    const { tool, told, nodes } = outliner();
    drag(tool, at(10, 10)).complete(at(10, 10));
    drag(tool, at(50, 10), at(52, 10)).complete(at(52, 10));
    drag(tool, at(50, 50), at(50, 70)).complete(at(50, 70));
    expect(nodes().map(({ x, y, outX, outY }) => [x, y, outX, outY])).toEqual([
      [10, 10, 10, 10],
      [50, 10, 50, 10],
      [50, 50, 50, 70],
    ]);
    expect([nodes()[2]!.inX, nodes()[2]!.inY]).toEqual([50, 30]);
    drag(tool, at(12, 12)).complete(at(12, 12));
    expect(told).toEqual(['complete', 'complete', 'complete', 'close']);
    expect(nodes()).toEqual([]);
  });

  it('gives a node up with the press, and never closes on the only one', () => {
    const { tool, told, nodes } = outliner();
    drag(tool, at(10, 10)).complete(at(10, 10));
    drag(tool, at(11, 10)).complete(at(11, 10));
    expect(nodes()).toHaveLength(2);
    drag(tool, at(40, 40), at(60, 60)).cancel();
    expect(nodes()).toHaveLength(2);
    expect(told).toEqual(['complete', 'complete', 'cancel']);
  });
});

describe('pull tool', () => {
  it('says where it took hold and how far up the hand has gone since', () => {
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
