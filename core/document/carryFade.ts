import type { Mark, Sitter } from './schema';

type Face = Sitter['face'];

/**
 * A fade as it lies about another face: moved and scaled with it, by the faces' boxes.
 * @returns undefined for a mark that is no fade
 */
export function carryFade(mark: Mark, from: Face, to: Face): Mark | undefined {
  const scale = to.height / from.height;
  const across = (x: number) => to.x + to.width / 2 + scale * (x - from.x - from.width / 2);
  const down = (y: number) => to.y + scale * (y - from.y);
  const number = (name: string) => Number(mark.parameters[name]);
  if (mark.kind === 'straight-fade')
    return {
      ...mark,
      parameters: {
        fromX: across(number('fromX')),
        fromY: down(number('fromY')),
        toX: across(number('toX')),
        toY: down(number('toY')),
      },
    };
  if (mark.kind === 'round-fade')
    return {
      ...mark,
      parameters: {
        ...mark.parameters,
        x: across(number('x')),
        y: down(number('y')),
        radius: Math.max(1, scale * number('radius')),
      },
    };
  return undefined;
}
