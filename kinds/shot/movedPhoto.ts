import type { JsonObject } from '#core/document/kinds';
import type { Area, Mark, Photo, Reading, Sitter } from '#core/document/schema';
import { carryPlate } from '#core/follow/carryPlate';
import { moveByMotion } from '#core/follow/motion';
import type { Motion } from '#core/follow/motion';
import type { Plate } from '#core/raster/plate';
import { boundsOfRegion } from '#core/raster/raster';
import type { Bounds } from '#core/raster/raster';
import { foundPart } from '#kinds/mark/found-part/index';
import { KINDS } from '#kinds/registry.gen';

/** How a frame lies to the one on which the hand was: where its places are now, and the way back. */
export interface Ways {
  readonly onward: Motion;
  readonly back: Motion;
}

/**
 * A photo's document as it lies in another frame of its shot: faces, readings and what was drawn move with what they
 * lie on, coverage from elsewhere too; what goes by colour or light stays as it is.
 * @param plates the coverage that its marks name
 * @param nameFor names coverage that is carried
 */
export function movedPhoto(
  photo: Photo,
  ways: Ways,
  plates: ReadonlyMap<string, Plate>,
  nameFor: (name: string) => string,
): { readonly photo: Photo; readonly plates: ReadonlyMap<string, Plate> } {
  const carried = new Map<string, Plate>();
  const moving = { photo, ways };
  const carry = (mark: Mark): Mark => {
    const name = mark.parameters.plate;
    if (mark.kind === foundPart.id || typeof name !== 'string') return mark;
    const plate = plates.get(name);
    const there = plate && carryPlate([{ plate, motion: ways.back, weight: 1 }]);
    const now = nameFor(mark.id);
    if (there) carried.set(now, there.plate);
    return { ...mark, parameters: { ...mark.parameters, plate: now } };
  };
  const areas = photo.areas.map((area) => ({
    ...area,
    marks: area.marks.map((mark) => carry(movedMark(mark, area, moving))),
  }));
  return {
    photo: {
      ...photo,
      sitters: photo.sitters.map((sitter) => movedSitter(sitter, ways.onward)),
      areas,
      readings: photo.readings.map((reading) => movedReading(reading, ways.onward, photo)),
    },
    plates: carried,
  };
}

function movedMark(
  mark: Mark,
  { sitter }: Area,
  { photo, ways }: { readonly photo: Photo; readonly ways: Ways },
): Mark {
  const { carry } = KINDS.marks.get(mark.kind)!;
  if (typeof carry !== 'function') return mark;
  const owner = photo.sitters.find(({ id }) => id === sitter);
  const move = moveByMotion(ways.onward, owner ? faceBounds(owner) : boundsOfRegion(ways.onward.region));
  return { ...mark, parameters: carry(mark.parameters, move) as JsonObject };
}

function movedSitter(sitter: Sitter, motion: Motion): Sitter {
  const { face } = sitter;
  const { scale, place } = moveByMotion(motion, faceBounds(sitter));
  const [x, y] = place(face.x + face.width / 2, face.y + face.height / 2);
  const [width, height] = [scale * face.width, scale * face.height];
  return {
    ...sitter,
    face: { x: x - width / 2, y: y - height / 2, width, height },
    points: sitter.points.map(([px, py]) => [...place(px, py)]),
  };
}

const faceBounds = ({ face: { x, y, width, height } }: Sitter): Bounds => ({
  left: x,
  top: y,
  right: x + width,
  bottom: y + height,
});

function movedReading(reading: Reading, motion: Motion, { areas, sitters }: Photo): Reading {
  const area = areas.find(({ id }) => id === reading.areaId);
  const owner = sitters.find(({ id }) => id === area?.sitter);
  const move = moveByMotion(motion, owner ? faceBounds(owner) : boundsOfRegion(motion.region));
  const [x, y] = move.place(reading.x, reading.y);
  return { ...reading, x, y };
}
