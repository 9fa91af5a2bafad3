import type { MarkHandles } from '#core/render/kinds';
import type { LassoParameters } from './schema';

/** A freehand loop is moved as a whole; an outline is the mark for single nodes. */
export const lassoHandles: MarkHandles<LassoParameters> = {
  lines: ({ loops }) => loops.map((loop) => [...loop, loop[0]!]),
  places: ({ loops }) =>
    loops.map((loop, n) => ({ name: String(n), label: `Loop ${n + 1}`, ...middleOf(loop) })),
  move: ({ loops }, name, to) => {
    const loop = loops[Number(name)];
    if (!loop) return { loops };
    const { x, y } = middleOf(loop);
    return {
      loops: loops.with(
        Number(name),
        loop.map(([px, py]): [number, number] => [px + to.x - x, py + to.y - y]),
      ),
    };
  },
};

function middleOf(loop: LassoParameters['loops'][number]): { x: number; y: number } {
  return {
    x: loop.reduce((sum, [x]) => sum + x, 0) / loop.length,
    y: loop.reduce((sum, [, y]) => sum + y, 0) / loop.length,
  };
}
