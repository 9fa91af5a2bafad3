import { mapPlane } from '../raster/mapPlane';
import { sigmoid } from '../math/sigmoid';
import type { Pyramid } from '../raster/pyramid';
import { DETECT_SIZE } from './networks';
import type { FaceNetworks } from './networks';
import { pointsOfSquare, turnedCrop } from './turnedCrop';
import type { TurnedSquare } from './turnedCrop';
import { ANCHOR_VALUES, LEAST_SCORE, MOST_OVERLAP, TILES_ACROSS, TILE_OVERLAP } from './detectParameters';

/** A face as the detector sees it; pixels of the photo. */
export interface FaceBox {
  readonly score: number;
  readonly centreX: number;
  readonly centreY: number;
  /** longer side */
  readonly side: number;
  /** of the line from the sitter's right eye to the left */
  readonly tiltRadians: number;
  readonly marks: FaceMarks;
}

/** What the detector takes for the eyes (the sitter's right and left), the nose's tip and the mouth; pixels of the photo. */
export interface FaceMarks {
  readonly eyes: readonly [FacePoint, FacePoint];
  readonly nose: FacePoint;
  readonly mouth: FacePoint;
}
/** A point of a face, pixels of the photo. */
export type FacePoint = readonly [x: number, y: number];

/** A head that lies on its side is upright in one of these turns. */
const TURNS = [0, Math.PI / 2, -Math.PI / 2] as const;

/**
 * Faces of a photo. Looks at the whole, padded and unpadded; turned when nothing stands upright; in
 * tiles when asked, for faces smaller than a thirtieth of the long side.
 */
export async function detectFaces(
  pyramid: Pyramid,
  networks: FaceNetworks,
  tiles = false,
): Promise<FaceBox[]> {
  const side = Math.max(pyramid.width, pyramid.height);
  const centre = { centreX: pyramid.width / 2, centreY: pyramid.height / 2 };
  for (const tiltRadians of TURNS) {
    // A face that fills the frame is found when it is made smaller.
    const found = await detectIn(pyramid, networks, [
      { ...centre, side, tiltRadians },
      { ...centre, side: 1.6 * side, tiltRadians },
    ]);
    const squares = tiles ? tilesOf(pyramid, tiltRadians) : [];
    const all = dropDoubles([...found, ...(await detectIn(pyramid, networks, squares))]);
    if (all.length > 0) return all;
  }
  return [];
}

async function detectIn(
  pyramid: Pyramid,
  networks: FaceNetworks,
  squares: readonly TurnedSquare[],
): Promise<FaceBox[]> {
  const boxes: FaceBox[] = [];
  for (const square of squares) {
    const input = mapPlane(turnedCrop(pyramid, square, DETECT_SIZE), (value) => 2 * value - 1);
    boxes.push(...decode(await networks.detect(input), square));
  }
  return dropDoubles(boxes);
}

function tilesOf({ width, height }: Pyramid, tiltRadians: number): TurnedSquare[] {
  const side = (Math.max(width, height) / TILES_ACROSS) * (1 + TILE_OVERLAP);
  const places = (size: number) => {
    const count = Math.max(1, Math.ceil((size - side * TILE_OVERLAP) / (side * (1 - TILE_OVERLAP))));
    return Array.from({ length: count }, (_, i) =>
      count === 1 ? size / 2 : side / 2 + (i * (size - side)) / (count - 1),
    );
  };
  return places(height).flatMap((centreY) =>
    places(width).map((centreX) => ({ centreX, centreY, side, tiltRadians })),
  );
}

/**
 * Centres of the detector’s anchors in the order of its output: two for each cell of 16 pixels, then six for
 * each of 32.
 */
const ANCHORS: readonly (readonly [number, number])[] = (
  [
    [16, 2],
    [32, 6],
  ] as const
).flatMap(([cell, count]) => {
  const across = DETECT_SIZE / cell;
  return Array.from({ length: across * across * count }, (_, i) => {
    const place = Math.floor(i / count);
    return [cell * ((place % across) + 0.5), cell * (Math.floor(place / across) + 0.5)] as const;
  });
});

function decode(output: Float32Array, square: TurnedSquare): FaceBox[] {
  const boxes: FaceBox[] = [];
  const pointAt = pointsOfSquare(square);
  ANCHORS.forEach(([anchorX, anchorY], n) => {
    const o = n * ANCHOR_VALUES;
    const score = sigmoid(output[o]!);
    if (score < LEAST_SCORE) return;
    const at = (x: number, y: number) => pointAt((x + anchorX) / DETECT_SIZE, (y + anchorY) / DETECT_SIZE);
    const seen = (n: number) => at(output[o + n]!, output[o + n + 1]!);
    const [centreX, centreY] = seen(1);
    const [rightEye, leftEye] = [seen(5), seen(7)];
    boxes.push({
      score,
      centreX,
      centreY,
      side: (Math.max(output[o + 3]!, output[o + 4]!) / DETECT_SIZE) * square.side,
      tiltRadians: Math.atan2(leftEye[1] - rightEye[1], leftEye[0] - rightEye[0]),
      marks: { eyes: [rightEye, leftEye], nose: seen(9), mouth: seen(11) },
    });
  });
  return boxes;
}

/** Of boxes that lie on each other the surest stays. */
function dropDoubles(boxes: readonly FaceBox[]): FaceBox[] {
  const kept: FaceBox[] = [];
  for (const box of boxes.toSorted((p, q) => q.score - p.score))
    if (kept.every((other) => overlap(box, other) < MOST_OVERLAP)) kept.push(box);
  return kept;
}

function overlap(first: FaceBox, second: FaceBox): number {
  const along = (p: number, q: number) =>
    Math.max(
      0,
      Math.min(p + first.side / 2, q + second.side / 2) - Math.max(p - first.side / 2, q - second.side / 2),
    );
  const both = along(first.centreX, second.centreX) * along(first.centreY, second.centreY);
  return both / (first.side ** 2 + second.side ** 2 - both);
}
