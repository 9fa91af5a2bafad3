import type { Area, Mark, Sitter } from './schema';
import { NO_EDGE_CARE } from './schema';

export const HAIR_ZONES = ['roots', 'tips'] as const;
export type HairZone = (typeof HAIR_ZONES)[number];

/** Heights on the face, as shares of its box from forehead to chin, where roots end and tips begin. */
const ROOTS_END = 0.25;
const TIPS_BEGIN = 0.8;
const FADE_VERSION = 1;
const AREA_VERSION = 1;

/**
 * The roots or the tips of hair as an area of their own: the hair, limited by a fade that can be moved. In a portrait
 * hair falls, so that roots lie above the brows and tips below the mouth.
 * @param box the rectangle of the photo that holds the hair
 * @param newId makes the ids of the area and its marks
 */
export function hairZone(
  hair: Area,
  zone: HairZone,
  face: Sitter['face'],
  box: { readonly x: number; readonly y: number; readonly width: number; readonly height: number },
  newId: () => string,
): Area {
  const x = box.x + box.width / 2;
  const height = (share: number) => face.y + share * face.height;
  const ends =
    zone === 'roots'
      ? { fromY: Math.min(box.y, height(ROOTS_END) - 1), toY: height(ROOTS_END) }
      : { fromY: Math.max(box.y + box.height, height(TIPS_BEGIN) + 1), toY: height(TIPS_BEGIN) };
  const marks: readonly Omit<Mark, 'id'>[] = [
    { kind: 'area', version: AREA_VERSION, mode: 'add', on: true, parameters: { areaId: hair.id } },
    {
      kind: 'straight-fade',
      version: FADE_VERSION,
      mode: 'limit',
      on: true,
      parameters: { fromX: x, toX: x, ...ends },
    },
  ];
  return {
    id: newId(),
    name: `${hair.name}, ${zone}`.slice(0, 120),
    part: 'hair',
    sitter: hair.sitter,
    inverted: false,
    edgeCare: NO_EDGE_CARE,
    marks: marks.map((mark) => ({ ...mark, id: newId() })),
  };
}
