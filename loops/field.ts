/**
 * core/raster/fieldLine.ts: what is made along a row of cells, at places along it.
 * @param x in pixels of the photo, f32 @param line four f32 times `vectors` a cell, and so many in `out` a place
 * @param scale from pixels to cells @param last the last cell
 */
export function readLine(
  x: usize,
  count: i32,
  line: usize,
  out: usize,
  vectors: i32,
  left: f64,
  scale: f64,
  last: i32,
): void {
  const bytes: usize = (<usize>vectors) << 4;
  for (let i = 0; i < count; i++, x += 4) {
    const across = min<f64>(max<f64>((<f64>load<f32>(x) - left) * scale - 0.5, 0), <f64>last);
    const column = <i32>across;
    const share = f32x4.splat(<f32>(across - <f64>column));
    const right: usize = column < last ? bytes : 0;
    let cell = line + <usize>column * bytes;
    for (let v = 0; v < vectors; v++, cell += 16, out += 16) {
      const one = v128.load(cell);
      v128.store(out, f32x4.add(one, f32x4.mul(share, f32x4.sub(v128.load(cell + right), one))));
    }
  }
}
