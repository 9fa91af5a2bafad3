import { moveByMotion } from '#core/follow/motion';
import type { Motion } from '#core/follow/motion';
import { boundsOfPoints } from '#core/raster/raster';
import type { FoundPeople, FoundSitter } from '#core/segment/found';

/** Middle and width of a face, pixels of the frame. */
export interface Face {
  readonly x: number;
  readonly y: number;
  readonly width: number;
}

/** A face is the one that was expected within so many of its widths. */
const NEAR_FACE = 0.6;

/** Middle and width of a box about a face. */
export const middleOf = (box: { x: number; y: number; width: number; height: number }): Face => ({
  x: box.x + box.width / 2,
  y: box.y + box.height / 2,
  width: box.width,
});

/**
 * Who of those that were found is whom of the photo: the nearest face to where it is expected.
 * @param known where faces were last, by the sitter's id
 * @param there the motion from that frame to this one
 * @returns who was found, and where each face is now or is expected
 */
export function whoIsWho(
  { sitters }: FoundPeople,
  known: ReadonlyMap<string, Face>,
  there: Motion,
): { readonly who: ReadonlyMap<string, FoundSitter>; readonly faces: ReadonlyMap<string, Face> } {
  const free = new Set(sitters);
  const who = new Map<string, FoundSitter>();
  const faces = new Map<string, Face>();
  for (const [id, face] of known) {
    const half = face.width / 2;
    const { place, scale } = moveByMotion(there, {
      left: face.x - half,
      top: face.y - half,
      right: face.x + half,
      bottom: face.y + half,
    });
    const [x, y] = place(face.x, face.y);
    const expected = { x, y, width: scale * face.width };
    const near = [...free]
      .map((sitter) => ({ sitter, at: middleOf(boxOf(sitter)) }))
      .map((entry) => ({ ...entry, away: Math.hypot(entry.at.x - x, entry.at.y - y) }))
      .sort((p, q) => p.away - q.away)[0];
    const isSame = near !== undefined && near.away < NEAR_FACE * expected.width;
    if (isSame) {
      free.delete(near.sitter);
      who.set(id, near.sitter);
    }
    faces.set(id, isSame ? near.at : expected);
  }
  return { who, faces };
}

function boxOf({ landmarks: { points } }: FoundSitter) {
  const { left, top, right, bottom } = boundsOfPoints(points, 0);
  return { x: left, y: top, width: right - left, height: bottom - top };
}
