import type { MarkHandles } from '#core/render/kinds';
import type { StraightFadeParameters } from './schema';

/** How it is changed on the picture. */
export const straightFadeHandles: MarkHandles<StraightFadeParameters> = {
  /** the way, and across it the lines where it is full and where it ends */
  lines: ({ fromX, fromY, toX, toY }) => {
    const acrossX = (toY - fromY) / 2;
    const acrossY = (fromX - toX) / 2;
    return [
      [
        [fromX, fromY],
        [toX, toY],
      ],
      [
        [fromX - acrossX, fromY - acrossY],
        [fromX + acrossX, fromY + acrossY],
      ],
      [
        [toX - acrossX, toY - acrossY],
        [toX + acrossX, toY + acrossY],
      ],
    ];
  },
  places: ({ fromX, fromY, toX, toY }) => [
    { name: 'from', label: 'Where the fade is full', x: fromX, y: fromY },
    { name: 'to', label: 'Where the fade ends', x: toX, y: toY },
  ],
  // Shift moves both.
  move: (parameters, name, to, shift) => {
    const { fromX, fromY, toX, toY } = parameters;
    const across = to.x - (name === 'from' ? fromX : toX);
    const down = to.y - (name === 'from' ? fromY : toY);
    return {
      ...(name === 'from' || shift ? { fromX: fromX + across, fromY: fromY + down } : { fromX, fromY }),
      ...(name === 'to' || shift ? { toX: toX + across, toY: toY + down } : { toX, toY }),
    };
  },
};
