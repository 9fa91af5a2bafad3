import type { MarkHandles } from '#core/render/kinds';
import type { ColourReachParameters } from './schema';

/** How it is changed on the picture. */
export const colourReachHandles: MarkHandles<ColourReachParameters> = {
  lines: ({ patches }) =>
    patches.map(({ x, y, width, height }) => {
      const left = x - width / 2;
      const right = x + width / 2;
      const top = y - height / 2;
      const bottom = y + height / 2;
      return [
        [left, top],
        [right, top],
        [right, bottom],
        [left, bottom],
        [left, top],
      ];
    }),
  places: ({ patches }) =>
    patches.map(({ x, y, takes }, n) => ({
      name: String(n),
      label: `${takes ? 'Taking' : 'Removing'} patch ${n + 1}`,
      x,
      y,
    })),
  move: (parameters, name, to) =>
    parameters.patches[Number(name)]
      ? {
          ...parameters,
          patches: parameters.patches.with(Number(name), {
            ...parameters.patches[Number(name)]!,
            x: to.x,
            y: to.y,
          }),
        }
      : parameters,
  remove: (parameters, name) => ({
    ...parameters,
    patches: parameters.patches.filter((_, n) => String(n) !== name),
  }),
};
