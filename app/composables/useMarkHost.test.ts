import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { EffectScope } from 'vue';
import type { Area, Mark } from '#core/document/schema';
import { mark } from '../../tests/fixtures/plans';
import { PHOTO_ID, areaNamed, photoWith, sittingWith } from '../../tests/fixtures/documents';
import { freshPage } from '../../tests/fixtures/page';
import { useBench } from '../stores/bench';
import { useDrawing } from '../stores/drawing';
import { useSitting } from '../stores/sitting';
import type { PointerSample } from '../tools/pointerTool';
import { useMarkTools } from './useMarkHost';

vi.mock('./useWorkers', () => ({ useWorkers: () => ({}) }));

let scope: EffectScope;
beforeEach(() => {
  scope = freshPage();
  useSitting().document = sittingWith(photoWith([areaNamed('area')]));
  useBench().choosePhoto(PHOTO_ID);
  useBench().choose('area');
});
afterEach(() => {
  useSitting().document = undefined;
  scope.stop();
});

const at = (x: number, y: number, shift = false): PointerSample => ({
  image: { x, y },
  view: { x, y },
  pressure: 0.5,
  shift,
});
const marks = () => useSitting().document!.photos[0]!.areas[0]!.marks;
const setMarks = (next: readonly Mark[]) => {
  const area: Area = { ...areaNamed('area'), marks: next };
  useSitting().document = sittingWith(photoWith([area]));
};

/** Draws with the kind in hand, as a hand does. */
function draw(kind: string, ...samples: readonly PointerSample[]): void {
  const tool = scope.run(() => useMarkTools())!.get(kind)!;
  if (useDrawing().kindId !== kind) useBench().edit(kind);
  const drag = tool.begin(samples[0]!);
  for (const sample of samples.slice(1)) drag.move(sample);
  drag.complete(samples.at(-1)!);
}
const strokesOf = ({ parameters }: Mark) =>
  (parameters.strokes as { takes: boolean }[]).map(({ takes }) => takes);

describe('marks of strokes', () => {
  it('go on in the last mark of their kind, one checkpoint each', () => {
    draw('brush', at(10, 10), at(20, 10));
    draw('brush', at(10, 20), at(20, 20));
    draw('brush', at(10, 30, true), at(20, 30, true));
    expect(marks()).toHaveLength(1);
    expect(strokesOf(marks()[0]!)).toEqual([true, true, false]);
    expect(useSitting().history.checkpoints.map(({ label }) => label)).toEqual(Array(3).fill('add by brush'));
    useSitting().undo();
    expect(strokesOf(marks()[0]!)).toEqual([true, true]);
  });

  it('begin a mark that removes where there is more than they could take away', () => {
    setMarks([mark('ellipse', { x: 50, y: 50, radiusX: 20, radiusY: 20 }), mark('brush', { strokes: [] })]);
    draw('brush', at(10, 10, true), at(20, 10, true));
    expect(marks().map(({ kind, mode }) => [kind, mode])).toEqual([
      ['ellipse', 'add'],
      ['brush', 'add'],
      ['brush', 'remove'],
    ]);
    // What a removing mark takes is taken out of the area.
    expect(strokesOf(marks()[2]!)).toEqual([true]);
  });

  it('wait in a mark that adds, where there is nothing to take away from yet', () => {
    useBench().edit('edge-stroke');
    useDrawing().takes = false;
    draw('edge-stroke', at(10, 10), at(20, 10));
    expect([marks()[0]!.mode, strokesOf(marks()[0]!)]).toEqual(['add', [false]]);
  });

  it('do not go on in a mark that is off or of another kind', () => {
    setMarks([{ ...mark('brush', { strokes: [] }), on: false }]);
    draw('brush', at(10, 10), at(20, 10));
    draw('strand-sweep', at(10, 10), at(20, 10));
    expect(marks().map(({ kind, on }) => [kind, on])).toEqual([
      ['brush', false],
      ['brush', true],
      ['strand-sweep', true],
    ]);
  });
});

describe('marks of their own', () => {
  it('add or remove as the hand is set, and leave nothing when nothing was drawn', () => {
    draw('ellipse', at(50, 50), at(60, 58));
    useDrawing().takes = false;
    draw('straight-fade', at(0, 0));
    expect(marks()).toHaveLength(1);
    useBench().edit('lasso');
    useDrawing().takes = false;
    draw('lasso', at(0, 0), at(30, 0), at(30, 30));
    expect(marks().map(({ kind, mode }) => [kind, mode])).toEqual([
      ['ellipse', 'add'],
      ['lasso', 'remove'],
    ]);
  });

  it('a patch that removes takes its colour out of all that the area holds', () => {
    setMarks([mark('ellipse', { x: 50, y: 50, radiusX: 20, radiusY: 20 })]);
    useBench().edit('colour-reach');
    useDrawing().takes = false;
    draw('colour-reach', at(50, 50));
    expect([marks()[1]!.mode, (marks()[1]!.parameters.patches as { takes: boolean }[])[0]!.takes]).toEqual([
      'remove',
      true,
    ]);
  });

  it('outlines: piece after piece in one mark; undo takes the piece in progress along', () => {
    for (const [x, y] of [
      [10, 10],
      [60, 10],
      [40, 60],
    ] as const)
      draw('outline', at(x, y));
    expect(useDrawing().piece).toEqual({ markId: marks()[0]!.id, place: 0 });
    draw('outline', at(10, 10));
    expect(useDrawing().piece).toBeUndefined();
    draw('outline', at(100, 100));
    const pieces = () => (marks()[0]!.parameters.pieces as unknown[][]).map((nodes) => nodes.length);
    expect(pieces()).toEqual([3, 1]);
    useSitting().undo();
    expect(pieces()).toEqual([3]);
    draw('outline', at(200, 100));
    expect(pieces()).toEqual([3, 1]);
  });
});
