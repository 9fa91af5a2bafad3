import { hexOfSrgbLinear } from '#core/colour/hex';
import type { StepHandles } from '#core/render/kinds';
import { veilOf } from './schema';
import type { VeilParameters } from './schema';
import { ellipseLine } from '#core/math/ellipseLine';

/** How it is seen and changed on the picture: its middle, and the circle of its reach. */
export const veilHandles: StepHandles<VeilParameters> = {
  lines: ({ x, y, reach }) => [ellipseLine(x, y, reach)],
  places: ({ x, y, reach }) => [
    { name: 'middle', label: 'Middle of the veil', x, y },
    { name: 'reach', label: 'Reach of the veil', x: x + reach, y },
    { name: 'reach down', label: 'Reach of the veil, downward', x, y: y + reach, of: 'reach' },
  ],
  move: (parameters, name, to) =>
    name === 'middle'
      ? { ...parameters, x: to.x, y: to.y }
      : {
          ...parameters,
          reach: Math.max(1, Math.round(Math.hypot(to.x - parameters.x, to.y - parameters.y))),
        },
  glow: (parameters) => ({
    x: parameters.x,
    y: parameters.y,
    reach: parameters.reach,
    colour: hexOfSrgbLinear(veilOf({ ...parameters, amount: 1 }).peak),
  }),
};
