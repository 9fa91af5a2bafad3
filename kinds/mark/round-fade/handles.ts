import { clampUnit } from '#core/math/clamp';
import type { MarkHandles } from '#core/render/kinds';
import type { RoundFadeParameters } from './schema';
import { ellipseLine } from '#core/math/ellipseLine';

/** How it is changed on the picture. */
export const roundFadeHandles: MarkHandles<RoundFadeParameters> = {
  /** where it is full, and where it ends */
  lines: ({ x, y, radius, soft }) => [radius, radius * (1 - soft)].map((length) => ellipseLine(x, y, length)),
  places: ({ x, y, radius, soft }) => [
    { name: 'centre', label: 'Centre of the fade', x, y },
    { name: 'end', label: 'Where the fade ends', x: x + radius, y },
    { name: 'full', label: 'Where the fade is full', x, y: y + radius * (1 - soft) },
  ],
  move: (parameters, name, to) => {
    if (name === 'centre') return { ...parameters, x: to.x, y: to.y };
    const length = Math.hypot(to.x - parameters.x, to.y - parameters.y);
    if (name === 'full') return { ...parameters, soft: clampUnit(1 - length / parameters.radius) };
    return { ...parameters, radius: Math.max(1, length) };
  },
};
