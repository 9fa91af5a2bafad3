/** A point of a stroke in pixels of the photo, with pen pressure 0..1 (a mouse gives 0.5). */
export type StrokePoint = readonly [x: number, y: number, pressure: number];

/**
 * Distance to a stroke, painted point to point: calls back for every pixel within reach of each piece.
 * @param points in pixels of the raster
 * @param reach in pixels of the raster
 * @param paint row-major index of the pixel, its distance to the piece's middle line, pressure there
 */
export function visitStroke(
  points: readonly StrokePoint[], reach: number, width: number, height: number,
  paint: (index: number, distance: number, pressure: number) => void,
): void {
  const pieces = points.length === 1 ? [[points[0]!, points[0]!] as const] : points.slice(1).map((point, i) => [points[i]!, point] as const);
  for (const [from, to] of pieces) {
    const dx = to[0] - from[0], dy = to[1] - from[1], lengthSquared = dx * dx + dy * dy;
    const top = Math.max(0, Math.floor(Math.min(from[1], to[1]) - reach)), bottom = Math.min(height - 1, Math.ceil(Math.max(from[1], to[1]) + reach));
    const left = Math.max(0, Math.floor(Math.min(from[0], to[0]) - reach)), right = Math.min(width - 1, Math.ceil(Math.max(from[0], to[0]) + reach));
    for (let row = top; row <= bottom; row++) {
      for (let column = left; column <= right; column++) {
        const x = column + 0.5 - from[0], y = row + 0.5 - from[1];
        const along = lengthSquared === 0 ? 0 : Math.min(1, Math.max(0, (x * dx + y * dy) / lengthSquared));
        const distance = Math.hypot(x - along * dx, y - along * dy);
        if (distance <= reach) paint(row * width + column, distance, from[2] + along * (to[2] - from[2]));
      }
    }
  }
}
