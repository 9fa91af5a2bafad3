import { makeMark } from '#core/document/make';
import { fitName } from '#core/document/names';
import type { Area, Sitter } from '#core/document/schema';
import { NO_EDGE_CARE } from '#core/document/schema';
import { area } from '#kinds/mark/area/index';
import { straightFade } from '#kinds/mark/straight-fade/index';

/** Zones of hair that can be areas of their own. */
export const HAIR_ZONES = ['roots', 'tips'] as const;
export type HairZone = (typeof HAIR_ZONES)[number];

/** Heights on the face, as shares of its box from forehead to chin, where roots end and tips begin. */
const ROOTS_END = 0.25;
const TIPS_BEGIN = 0.8;

/**
 * The roots or the tips of hair as an area of their own: the hair, limited by a fade that can be moved. In a
 * portrait hair falls, so that roots lie above the brows and tips below the mouth.
 * @param places the sitter's face, and the rectangle of the photo that holds the hair
 * @param newId makes the ids of the area and its marks
 */
export function hairZone(
  hair: Area,
  zone: HairZone,
  { face, box }: { readonly face: Sitter['face']; readonly box: Sitter['face'] },
  newId: () => string,
): Area {
  const x = box.x + box.width / 2;
  const height = (share: number) => face.y + share * face.height;
  const ends =
    zone === 'roots'
      ? { fromY: Math.min(box.y, height(ROOTS_END) - 1), toY: height(ROOTS_END) }
      : { fromY: Math.max(box.y + box.height, height(TIPS_BEGIN) + 1), toY: height(TIPS_BEGIN) };
  return {
    id: newId(),
    name: fitName(`${hair.name}, ${zone}`, zone),
    part: 'hair',
    sitter: hair.sitter,
    inverted: false,
    edgeCare: NO_EDGE_CARE,
    marks: [
      makeMark(area, { areaId: hair.id }, { id: newId() }),
      makeMark(straightFade, { fromX: x, toX: x, ...ends }, { id: newId(), mode: 'limit' }),
    ],
  };
}
