/** A symmetric 3 × 3 matrix: its upper triangle row by row. */
export type Symmetric3 = readonly [xx: number, xy: number, xz: number, yy: number, yz: number, zz: number];

/** The adjugate of a symmetric matrix, which is its inverse times its determinant; and that determinant. */
export function adjugateSymmetric3([xx, xy, xz, yy, yz, zz]: Symmetric3): {
  readonly adjugate: Symmetric3;
  readonly determinant: number;
} {
  const first = yy * zz - yz * yz;
  const second = xz * yz - xy * zz;
  const third = xy * yz - xz * yy;
  return {
    adjugate: [first, second, third, xx * zz - xz * xz, xy * xz - xx * yz, xx * yy - xy * xy],
    determinant: xx * first + xy * second + xz * third,
  };
}
