/** Changes interleaved linear sRGB in place. */
export type ColourFunction = (pixels: Float32Array, count: number) => void;

/**
 * A colour function as a table: results at the nodes of a cube whose axes are the square roots of linear
 * light. Nodes are worked out when a colour first comes near them: a portrait holds few of all colours.
 */
export interface Lut3d {
  /** nodes along each axis */
  readonly size: number;
  /** by node, signed square roots of linear red, green, blue, and 1 once it is worked out; red varies fastest */
  readonly data: Float32Array;
  readonly evaluate: ColourFunction;
  /** by node, whether it is worked out; by the near corner of a cell, whether all eight of its nodes are */
  readonly known: Uint8Array;
  readonly ready: Uint8Array;
  /** how often nodes were worked out: whoever keeps a copy of them sees by it that there are more */
  fillings: number;
  /** how many cells are worked out */
  readyCells: number;
}

/** A table of a colour function, still empty. */
export function tabulate(evaluate: ColourFunction, size: number): Lut3d {
  return {
    size,
    data: new Float32Array(size ** 3 * 4),
    evaluate,
    known: new Uint8Array(size ** 3),
    ready: new Uint8Array(size ** 3),
    fillings: 0,
    readyCells: 0,
  };
}

/** The eight nodes of a cell. @param near its near corner */
function nodesOf(size: number, near: number): readonly number[] {
  const far = near + size * size;
  return [near, near + 1, near + size, near + size + 1, far, far + 1, far + size, far + size + 1];
}

/** Works out the eight nodes of a cell. @param near its near corner */
function prepareCell(lut: Lut3d, near: number): void {
  fillNodes(
    lut,
    nodesOf(lut.size, near).filter((node) => lut.known[node] === 0),
  );
  lut.ready[near] = 1;
  lut.readyCells++;
}

/** Works out many cells at a time. @param wanted by near corner, 1 for those */
export function prepareCells(lut: Lut3d, wanted: Uint8Array): void {
  const nodes: number[] = [];
  for (let near = 0; near < wanted.length; near++) {
    if (wanted[near] === 0 || lut.ready[near] === 1) continue;
    for (const node of nodesOf(lut.size, near)) {
      if (lut.known[node] === 1) continue;
      lut.known[node] = 1;
      nodes.push(node);
    }
    lut.ready[near] = 1;
    lut.readyCells++;
  }
  fillNodes(lut, nodes);
}

function fillNodes(lut: Lut3d, nodes: readonly number[]): void {
  const { size, data, evaluate, known } = lut;
  const pixels = new Float32Array(3 * nodes.length);
  nodes.forEach((node, n) => {
    const red = node % size;
    const green = Math.floor(node / size) % size;
    const blue = Math.floor(node / (size * size));
    pixels[3 * n] = (red / (size - 1)) ** 2;
    pixels[3 * n + 1] = (green / (size - 1)) ** 2;
    pixels[3 * n + 2] = (blue / (size - 1)) ** 2;
  });
  evaluate(pixels, nodes.length);
  nodes.forEach((node, n) => {
    for (let c = 0; c < 3; c++)
      data[4 * node + c] = Math.sign(pixels[3 * n + c]!) * Math.sqrt(Math.abs(pixels[3 * n + c]!));
    data[4 * node + 3] = 1;
    known[node] = 1;
  });
  lut.fillings++;
}

/**
 * Works out the nodes about a colour inside the cube, in numbers of 32 bits as the compiled loop has them: at a
 * border between cells both must mean the same one.
 * @returns the near corner of its cell
 */
export function prepareNear(lut: Lut3d, [red, green, blue]: Float32Array): number {
  const cornerOf = (linear: number) =>
    Math.min(lut.size - 2, Math.floor(Math.fround(Math.fround(Math.sqrt(linear)) * (lut.size - 1))));
  const cell = cornerOf(red!) + lut.size * (cornerOf(green!) + lut.size * cornerOf(blue!));
  if (lut.ready[cell] === 0) prepareCell(lut, cell);
  return cell;
}

/**
 * The second and the third corner of each of the six tetrahedra, from the near one, by the order of the
 * shares along the axes: 4 where red is not below green, 2 where green is not below blue, 1 where red is not
 * below blue.
 */
function tetrahedra(size: number): { readonly firsts: Int32Array; readonly seconds: Int32Array } {
  const right = 4;
  const down = 4 * size;
  const deep = 4 * size * size;
  // Two of the eight orders contradict themselves.
  const never = 0;
  return {
    firsts: Int32Array.of(deep, never, down, down, deep, right, never, right),
    seconds: Int32Array.of(
      deep + down,
      never,
      down + deep,
      down + right,
      deep + right,
      right + deep,
      never,
      right + down,
    ),
  };
}

/**
 * Looks colours up, tetrahedral interpolation. Only for colours inside the cube.
 * @param pixels interleaved linear sRGB, each channel 0..1; overwritten
 * @see Sakamoto and Itooka 1981, US patent 4275413, for the six tetrahedra
 */
export function lookUp(lut: Lut3d, pixels: Float32Array, count: number): void {
  const { size, data, ready } = lut;
  const scale = size - 1;
  const last = size - 2;
  const down = 4 * size;
  const deep = 4 * size * size;
  const { firsts, seconds } = tetrahedra(size);
  for (let p = 0; p < 3 * count; p += 3) {
    const x = Math.sqrt(pixels[p]!) * scale;
    const y = Math.sqrt(pixels[p + 1]!) * scale;
    const z = Math.sqrt(pixels[p + 2]!) * scale;
    const i = x >= last ? last : x | 0;
    const j = y >= last ? last : y | 0;
    const k = z >= last ? last : z | 0;
    const cell = i + size * (j + size * k);
    if (ready[cell] === 0) prepareCell(lut, cell);
    const r = x - i;
    const g = y - j;
    const b = z - k;
    const near = 4 * cell;
    const far = near + 4 + down + deep;
    // The way from the near corner to the far one goes along the axes in the order of their shares.
    const order = (r >= g ? 4 : 0) | (g >= b ? 2 : 0) | (r >= b ? 1 : 0);
    const first = near + firsts[order]!;
    const second = near + seconds[order]!;
    const most = Math.max(r, g, b);
    const least = Math.min(r, g, b);
    const middle = Math.max(Math.min(r, g), Math.min(Math.max(r, g), b));
    const w0 = 1 - most;
    const w1 = most - middle;
    const w2 = middle - least;
    const red = w0 * data[near]! + w1 * data[first]! + w2 * data[second]! + least * data[far]!;
    const green =
      w0 * data[near + 1]! + w1 * data[first + 1]! + w2 * data[second + 1]! + least * data[far + 1]!;
    const blue =
      w0 * data[near + 2]! + w1 * data[first + 2]! + w2 * data[second + 2]! + least * data[far + 2]!;
    pixels[p] = red < 0 ? -red * red : red * red;
    pixels[p + 1] = green < 0 ? -green * green : green * green;
    pixels[p + 2] = blue < 0 ? -blue * blue : blue * blue;
  }
}
