const ROUND = Array.from(
  { length: 65 },
  (_, i) => [Math.cos((2 * Math.PI * i) / 64), Math.sin((2 * Math.PI * i) / 64)] as const,
);

/** An upright ellipse as a closed line of 64 straight pieces, in the unit of its numbers. */
export function ellipseLine(
  x: number,
  y: number,
  radiusX: number,
  radiusY = radiusX,
): (readonly [x: number, y: number])[] {
  return ROUND.map(([cos, sin]) => [x + radiusX * cos, y + radiusY * sin] as const);
}
