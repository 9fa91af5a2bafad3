import { addArea, divideArea, putStep } from '#core/document/commands';
import { makeMark } from '#core/document/make';
import { fitName } from '#core/document/names';
import type { Area, Photo, Step } from '#core/document/schema';
import { NO_EDGE_CARE } from '#core/document/schema';
import { evenToColour } from '#kinds/adjust/even-to-colour/index';
import { evenToColourParameters } from '#kinds/adjust/even-to-colour/schema';
import { recolour } from '#kinds/adjust/recolour/index';
import { discReach } from '#kinds/mark/disc-reach/index';
import { area as areaMark } from '#kinds/mark/area/index';
import { HAIR_ZONES, hairZone } from './hairZone';

/** What can be done beside a step because of it: a step for another part, or parts of their own. */
export interface Companion {
  /** on its button */
  readonly label: string;
  readonly help: string;
  /** the name of the change, for undo */
  readonly change: string;
  /** @returns the photo with it, and the area to go on with where that is another */
  make(photo: Photo, newId: () => string): { readonly photo: Photo; readonly areaId?: string };
}

/** A rectangle of the photo. */
interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Brows are seldom dyed in full (common practice). */
const BROW_STRENGTH = 0.5;
/** A beard keeps a little of its own colour beside dyed hair. */
const BEARD_STRENGTH = 0.8;

/**
 * What goes with a step.
 * @param box the rectangle that holds the step's area, once it is measured
 */
export function companionsOf(photo: Photo, step: Step, box: Box | undefined): readonly Companion[] {
  const area = photo.areas.find(({ id }) => id === step.areaId);
  if (step.kind === evenToColour.id) return reachApart(step, area);
  if (step.kind !== recolour.id || !area) return [];
  return [...followHair(photo, step, area), ...eyesApart(area), ...zonesOf(photo, step, area, box)];
}

/** What is dyed with hair: how strongly at first, and in which words. */
const FOLLOWERS = [
  { part: 'brows', strength: BROW_STRENGTH, label: 'Brows follow', words: 'brows', amount: 'half' },
  { part: 'beard', strength: BEARD_STRENGTH, label: 'Beard follows', words: 'beard', amount: 'nearly full' },
] as const;

function followHair(photo: Photo, step: Step, hair: Area): readonly Companion[] {
  if (hair.part !== 'hair') return [];
  return FOLLOWERS.flatMap(({ part, strength, label, words, amount }) => {
    const follower = photo.areas.find(
      (area) => area.part === part && area.sitter === hair.sitter && area.marks.length > 0,
    );
    if (!follower) return [];
    return [
      {
        label,
        help: `The same colour on the ${words}, at ${amount} strength`,
        change: `${words} as the hair`,
        make: (before: Photo, newId: () => string) => ({
          photo: putStep(before, { ...step, id: newId(), areaId: follower.id, strength }),
        }),
      },
    ];
  });
}

function eyesApart({ id, name, part, marks }: Area): readonly Companion[] {
  if (part !== 'irises' || marks.filter(({ mode }) => mode === 'add').length < 2) return [];
  return [
    {
      label: 'Unlink the eyes',
      help: 'Two areas, each with its own step',
      change: `unlink ${name}`,
      make: (before, newId) => ({ photo: divideArea(before, id, newId), areaId: id }),
    },
  ];
}

/** Roots and tips are areas of their own, with a copy of the step; their fades can be moved. */
function zonesOf(photo: Photo, step: Step, hair: Area, box: Box | undefined): readonly Companion[] {
  const face = photo.sitters.find(({ id }) => id === hair.sitter)?.face;
  const isZone = hair.marks.some(({ kind }) => kind === areaMark.id);
  if (hair.part !== 'hair' || isZone || !face || !box) return [];
  return HAIR_ZONES.map((zone) => ({
    label: zone === 'roots' ? 'Roots' : 'Tips',
    help: `The ${zone} as an area of their own, with their own colour`,
    change: `${zone} of their own`,
    make: (before, newId) => {
      const made = hairZone(hair, zone, { face, box }, newId);
      const own = { ...step, id: newId(), areaId: made.id };
      return { photo: putStep(addArea(before, made), own), areaId: made.id };
    },
  }));
}

/** The colours that a step takes become an area of their own, and the step goes there. */
function reachApart(step: Step, area: Area | undefined): readonly Companion[] {
  const { reach } = evenToColourParameters.parse(step.parameters);
  if (!reach) return [];
  return [
    {
      label: 'Reach as an area',
      help: 'The colours on the disc, as the photo has them, become an area of their own; the step goes with it',
      change: 'reach as an area',
      make: (before, newId) => {
        const whole = area && makeMark(areaMark, { areaId: area.id }, { id: newId() });
        const colours = makeMark(discReach, reach, { id: newId(), mode: area ? 'limit' : 'add' });
        const made: Area = {
          id: newId(),
          name: fitName(`${area?.name ?? 'Picture'}, some colours`, 'some colours'),
          part: area?.part ?? 'other',
          sitter: area?.sitter ?? null,
          marks: whole ? [whole, colours] : [colours],
          inverted: false,
          edgeCare: NO_EDGE_CARE,
        };
        const moved = { ...step, areaId: made.id, parameters: { ...step.parameters, reach: null } };
        return { photo: putStep(addArea(before, made), moved), areaId: made.id };
      },
    },
  ];
}
