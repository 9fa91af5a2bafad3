import { clampUnit } from '../math/clamp';

/** A point of a stroke in pixels of the photo, with pen pressure 0..1 (a mouse gives 0.5). */
export type StrokePoint = readonly [x: number, y: number, pressure: number];

/** Pixels along a side of the squares that are looked at together. */
const TILE = 16;
const HALF_DIAGONAL = Math.SQRT1_2;
/**
 * Neighbouring pieces of a line paint nearly the same; taken in leaps of this share of it, few have anything
 * to add.
 */
const LEAP = 0.618;

/** The whole pixels that something may touch; nothing where a count is not above 0. */
export interface PixelBox {
  readonly left: number;
  readonly top: number;
  /** one past the last */
  readonly right: number;
  readonly bottom: number;
}

/** The pixels of a raster within reach of a stroke. */
export function strokeBox(
  points: readonly StrokePoint[],
  reach: number,
  width: number,
  height: number,
): PixelBox {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const [x, y] of points) {
    left = Math.min(left, x);
    top = Math.min(top, y);
    right = Math.max(right, x);
    bottom = Math.max(bottom, y);
  }
  return {
    left: Math.max(0, Math.floor(left - reach)),
    top: Math.max(0, Math.floor(top - reach)),
    right: Math.min(width, Math.ceil(right + reach) + 1),
    bottom: Math.min(height, Math.ceil(bottom + reach) + 1),
  };
}

/** What a pixel gets from a piece of a stroke; must not rise with distance nor fall with pressure. */
export type StrokeValue = (distance: number, pressure: number) => number;

/**
 * Paints a stroke: every pixel within reach gets the most that any piece of the line gives it, to a quarter
 * of a code. What a square of pixels has already is more than most pieces could give, so that a long scribble
 * costs little more than its area.
 * @param points in pixels of the raster
 * @param reach in pixels of the raster; beyond it nothing is painted
 * @param value by the distance from the middle line, in pixels of the raster, and the pressure there
 * @param out row-major; raised where the stroke gives more
 */
export function paintStroke(
  points: readonly StrokePoint[],
  { width, height }: { readonly width: number; readonly height: number },
  out: Float32Array,
  { reach, value }: { readonly reach: number; readonly value: StrokeValue },
): void {
  const squares = new Squares(width, height);
  const pieces = Math.max(1, points.length - 1);
  const leap = coprimeNear(Math.round(LEAP * pieces), pieces);
  for (let n = 0, at = 0; n < pieces; n++, at = (at + leap) % pieces) {
    const from = points[at]!;
    const piece: Piece = { from, to: points[at + 1] ?? from, reach, value };
    squares.paint(piece, strokeBox([piece.from, piece.to], reach, width, height), out);
  }
}

interface Piece {
  readonly from: StrokePoint;
  readonly to: StrokePoint;
  readonly reach: number;
  readonly value: StrokeValue;
}

/** A piece, the pixels within its reach, and what they are painted on. */
interface Painted {
  readonly piece: Piece;
  readonly box: PixelBox;
  readonly out: Float32Array;
}

/** What differs by less cannot be told apart in 8 bits. */
const QUARTER_CODE = 1 / 1020;

/** Squares of pixels, and squares of squares up to one that holds all: each knows the least value in it. */
class Squares {
  /** by level: the least value of each square; level 0 has the smallest */
  readonly #least: Float32Array[] = [];
  readonly #across: number[] = [];

  constructor(
    readonly width: number,
    readonly height: number,
  ) {
    for (let side = TILE; ; side *= 2) {
      const across = Math.ceil(width / side);
      this.#across.push(across);
      this.#least.push(new Float32Array(across * Math.ceil(height / side)));
      if (across * side >= width && Math.ceil(height / side) === 1 && across === 1) break;
    }
  }

  paint(piece: Piece, box: PixelBox, out: Float32Array): void {
    if (box.left < box.right && box.top < box.bottom)
      this.#visit(this.#least.length - 1, 0, 0, { piece, box, out });
  }

  #visit(level: number, column: number, row: number, painted: Painted): void {
    const { piece, box } = painted;
    const side = TILE * 2 ** level;
    const left = column * side;
    const top = row * side;
    if (left >= box.right || top >= box.bottom || left + side <= box.left || top + side <= box.top) return;
    const index = row * this.#across[level]! + column;
    const nearest = distanceToPiece(piece, left + side / 2, top + side / 2) - side * HALF_DIAGONAL;
    if (nearest > piece.reach) return;
    const most = piece.value(Math.max(0, nearest), Math.max(piece.from[2], piece.to[2]));
    if (most <= this.#least[level]![index]! + QUARTER_CODE) return;
    if (level === 0) {
      this.#paintSquare(index, left, top, painted);
      return;
    }
    let least = Infinity;
    const below = this.#least[level - 1]!;
    const across = this.#across[level - 1]!;
    for (let down = 0; down < 2; down++) {
      for (let right = 0; right < 2; right++) {
        const child = (2 * row + down) * across + 2 * column + right;
        if (2 * column + right >= across || child >= below.length) continue;
        this.#visit(level - 1, 2 * column + right, 2 * row + down, painted);
        least = Math.min(least, below[child]!);
      }
    }
    this.#least[level]![index] = least;
  }

  #paintSquare(index: number, squareLeft: number, squareTop: number, { piece, box, out }: Painted): void {
    const { width } = this;
    const left = Math.max(box.left, squareLeft);
    const top = Math.max(box.top, squareTop);
    const right = Math.min(box.right, squareLeft + TILE);
    const bottom = Math.min(box.bottom, squareTop + TILE);
    const [x0, y0, pressure0] = piece.from;
    const dx = piece.to[0] - x0;
    const dy = piece.to[1] - y0;
    const lengthSquared = dx * dx + dy * dy || 1;
    const rise = piece.to[2] - pressure0;
    const reachSquared = piece.reach * piece.reach;
    let least = Infinity;
    for (let row = top; row < bottom; row++) {
      const y = row + 0.5 - y0;
      for (let column = left, i = row * width + left; column < right; column++, i++) {
        const x = column + 0.5 - x0;
        const share = (x * dx + y * dy) / lengthSquared;
        // clampUnit, written out: this is done for every pixel of every piece.
        const along = Math.min(1, Math.max(0, share));
        const offX = x - along * dx;
        const offY = y - along * dy;
        const squared = offX * offX + offY * offY;
        if (squared <= reachSquared) {
          const given = piece.value(Math.sqrt(squared), pressure0 + along * rise);
          if (given > out[i]!) out[i] = given;
        }
        if (out[i]! < least) least = out[i]!;
      }
    }
    // The least of a square is known only where the piece's box held all of it.
    const across = Math.min(TILE, width - squareLeft);
    const down = Math.min(TILE, this.height - squareTop);
    if (right - left === across && bottom - top === down) this.#least[0]![index] = least;
  }
}

function distanceToPiece({ from, to }: Piece, x: number, y: number): number {
  const dx = to[0] - from[0];
  const dy = to[1] - from[1];
  const share = ((x - from[0]) * dx + (y - from[1]) * dy) / (dx * dx + dy * dy || 1);
  const along = clampUnit(share);
  const offX = x - from[0] - along * dx;
  const offY = y - from[1] - along * dy;
  return Math.sqrt(offX * offX + offY * offY);
}

/**
 * The whole number at or above `wanted` that shares no factor with `count`, so that leaps of it meet
 * everything once.
 */
function coprimeNear(wanted: number, count: number): number {
  const divisor = (a: number, b: number): number => (b === 0 ? a : divisor(b, a % b));
  let leap = Math.max(1, wanted);
  while (divisor(leap, count) !== 1) leap++;
  return leap;
}
