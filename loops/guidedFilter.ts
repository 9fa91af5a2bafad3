/** core/raster/guidedFilter.ts in compiled loops; its means by compiled box means. Places in bytes. */
import { boxMeans } from './boxMeans';

/**
 * @param guide interleaved red, green, blue, f32
 * @param products room for six f32 a pixel
 * @param sums room for one row of six f64
 * @param means out: three f32 a pixel
 * @param inverse out: six f32 a pixel
 */
export function prepareGuide(
  guide: usize,
  products: usize,
  sums: usize,
  means: usize,
  inverse: usize,
  width: i32,
  height: i32,
  radius: i32,
  epsilon: f64,
): void {
  const count = width * height;
  boxMeans(guide, means, sums, 3, width, height, radius);
  for (let i = 0, g = guide, p = products; i < count; i++, g += 12, p += 24) {
    const r = load<f32>(g);
    const green = load<f32>(g, 4);
    const b = load<f32>(g, 8);
    store<f32>(p, r * r);
    store<f32>(p, r * green, 4);
    store<f32>(p, r * b, 8);
    store<f32>(p, green * green, 12);
    store<f32>(p, green * b, 16);
    store<f32>(p, b * b, 20);
  }
  boxMeans(products, inverse, sums, 6, width, height, radius);
  for (let i = 0, m = means, o = inverse; i < count; i++, m += 12, o += 24) {
    const mr = <f64>load<f32>(m);
    const mg = <f64>load<f32>(m, 4);
    const mb = <f64>load<f32>(m, 8);
    const xx = <f64>load<f32>(o) - mr * mr + epsilon;
    const xy = <f64>load<f32>(o, 4) - mr * mg;
    const xz = <f64>load<f32>(o, 8) - mr * mb;
    const yy = <f64>load<f32>(o, 12) - mg * mg + epsilon;
    const yz = <f64>load<f32>(o, 16) - mg * mb;
    const zz = <f64>load<f32>(o, 20) - mb * mb + epsilon;
    const first = yy * zz - yz * yz;
    const second = xz * yz - xy * zz;
    const third = xy * yz - xz * yy;
    const scale = 1.0 / (xx * first + xy * second + xz * third);
    store<f32>(o, <f32>(first * scale));
    store<f32>(o, <f32>(second * scale), 4);
    store<f32>(o, <f32>(third * scale), 8);
    store<f32>(o, <f32>((xx * zz - xz * xz) * scale), 12);
    store<f32>(o, <f32>((xy * xz - xx * yz) * scale), 16);
    store<f32>(o, <f32>((xx * yy - xy * xy) * scale), 20);
  }
}

/**
 * @param mask one f32 a pixel
 * @param guide as above, with its means and inverse covariances
 * @param fits room for four f32 a pixel
 * @param sums room for one row of four f64
 * @param out four f32 a pixel: red, green, blue, offset
 */
export function fitGuided(
  mask: usize,
  guide: usize,
  means: usize,
  inverse: usize,
  fits: usize,
  sums: usize,
  out: usize,
  width: i32,
  height: i32,
  radius: i32,
): void {
  const count = width * height;
  for (let i = 0, m = mask, g = guide, p = out; i < count; i++, m += 4, g += 12, p += 16) {
    const value = load<f32>(m);
    store<f32>(p, load<f32>(g) * value);
    store<f32>(p, load<f32>(g, 4) * value, 4);
    store<f32>(p, load<f32>(g, 8) * value, 8);
    store<f32>(p, value, 12);
  }
  boxMeans(out, fits, sums, 4, width, height, radius);
  for (let i = 0, f = fits, m = means, q = inverse; i < count; i++, f += 16, m += 12, q += 24) {
    const mm = <f64>load<f32>(f, 12);
    if (mm == 0) continue;
    const mr = <f64>load<f32>(m);
    const mg = <f64>load<f32>(m, 4);
    const mb = <f64>load<f32>(m, 8);
    const x = <f64>load<f32>(f) - mr * mm;
    const y = <f64>load<f32>(f, 4) - mg * mm;
    const z = <f64>load<f32>(f, 8) - mb * mm;
    const xy = <f64>load<f32>(q, 4);
    const xz = <f64>load<f32>(q, 8);
    const yz = <f64>load<f32>(q, 16);
    const red = <f64>load<f32>(q) * x + xy * y + xz * z;
    const green = xy * x + <f64>load<f32>(q, 12) * y + yz * z;
    const blue = xz * x + yz * y + <f64>load<f32>(q, 20) * z;
    store<f32>(f, <f32>red);
    store<f32>(f, <f32>green, 4);
    store<f32>(f, <f32>blue, 8);
    store<f32>(f, <f32>(mm - red * mr - green * mg - blue * mb), 12);
  }
  boxMeans(fits, out, sums, 4, width, height, radius);
}
