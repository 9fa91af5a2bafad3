/** Whether two pictures of three channels have the same pixel. */
export function isSameAt(p: Float32Array, q: Float32Array, pixel: number): boolean {
  const o = 3 * pixel;
  return p[o] === q[o] && p[o + 1] === q[o + 1] && p[o + 2] === q[o + 2];
}
