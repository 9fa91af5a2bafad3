import { describe, expect, it } from 'vitest';
import { drawLayers } from './drawLayers';
import type { Layer, Piece, Placement } from './protocol';

const CANVAS = { width: 200, height: 100 };
const upright: Placement = { left: 0, top: 0, zoom: 1, devicePixels: 1, radians: 0 };

/** What is drawn onto a canvas, by name, in turn. */
function drawn(layers: ReadonlyMap<Layer, readonly Piece[]>, placement: Placement = upright): unknown[] {
  const names: unknown[] = [];
  const nothing = () => undefined;
  const context = {
    canvas: CANVAS,
    drawImage: (bitmap: unknown) => names.push(bitmap),
    ...Object.fromEntries(
      ['clearRect', 'save', 'restore', 'beginPath', 'rect', 'clip', 'translate', 'rotate'].map((name) => [
        name,
        nothing,
      ]),
    ),
  } as unknown as OffscreenCanvasRenderingContext2D;
  drawLayers(context, layers, placement, { how: 'nowhere' });
  return names;
}

const piece = (name: string, x: number, y: number, width: number, height: number): Piece => ({
  region: { x, y, width, height, outWidth: width, outHeight: height },
  bitmap: name as unknown as ImageBitmap,
});
const standIn = [piece('stand-in', 0, 0, 400, 100)];

describe('the stand-in of the whole photo', () => {
  it.each<readonly [string, readonly Piece[], Placement, readonly string[]]>([
    [
      'is left out behind a picture of all that is in sight',
      [piece('a', 0, 0, 200, 50), piece('b', 0, 50, 200, 50)],
      upright,
      ['a', 'b'],
    ],
    ['shows where the picture ends', [piece('a', 0, 0, 190, 100)], upright, ['stand-in', 'a']],
    [
      'shows where the picture has been moved away',
      [piece('a', 0, 0, 200, 100)],
      { ...upright, left: -20 },
      ['stand-in', 'a'],
    ],
    ['is not looked for beyond the photo', [piece('a', 200, 0, 200, 100)], { ...upright, left: -250 }, ['a']],
    [
      'shows behind a picture that is turned',
      [piece('a', 0, 0, 400, 100)],
      { ...upright, radians: 0.1 },
      ['stand-in', 'a'],
    ],
    ['is all there is at first', [], upright, ['stand-in']],
  ])('%s', (_, after, placement, expected) => {
    const layers = new Map<Layer, readonly Piece[]>([['base', standIn]]);
    if (after.length > 0) layers.set('after', after);
    expect(drawn(layers, placement)).toEqual(expected);
  });
});
