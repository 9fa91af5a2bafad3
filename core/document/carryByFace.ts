import type { Sitter } from './schema';

type Face = Sitter['face'];

/**
 * Where places about one face lie about another: moved and scaled with it, by the boxes of both.
 * @returns the scale of lengths, and the place of a point, pixels of the photos
 */
export function carryByFace(from: Face, to: Face) {
  const scale = to.height / from.height;
  return {
    scale,
    across: (x: number) => to.x + to.width / 2 + scale * (x - from.x - from.width / 2),
    down: (y: number) => to.y + scale * (y - from.y),
  };
}
