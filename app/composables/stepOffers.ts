import type { JsonObject } from '#core/document/kinds';
import { SKIN_TARGETS } from '#core/measure/corridor';
import type { Area } from '#core/document/schema';
import { NO_TARGETS } from '#kinds/adjust/hue-to-target/schema';
import { startRecolour } from '#kinds/adjust/recolour/schema';
import { KINDS } from '#kinds/registry.gen';

/** A step that can be added, as it starts. */
export interface StepOffer {
  readonly kind: string;
  readonly label: string;
  /** what it does and what to look out for */
  readonly help: string;
  readonly parameters: JsonObject;
  /** what the part is for: offered first */
  readonly apt: boolean;
}

const GREY_COLOUR = '#808080';
const HELP: Readonly<Record<string, readonly [label: string, help: string]>> = {
  'prepare': [
    'Prepare',
    'White from a grey place, exposure, black and white point. First of all, and before readings are trusted',
  ],
  'hue-to-target': [
    'Bring hue to target',
    'Hue, saturation and lightness of each rung by number. Look at lips and red clothes for spill',
  ],
  'evenness': [
    'Even',
    'Blotches of hue, saturation and lightness are drawn to the trend. Look at 100 %: pores must stay',
  ],
  'match': [
    'Match',
    'Brings this place to another, by light and colour or by numbers. Give the area a wide soft edge',
  ],
  'curves': [
    'Curves by numbers',
    'Pairs of wanted numbers make the curves. Points too near each other crease them',
  ],
  'cast-trim': [
    'Trim a cast',
    'Pushes one family of colour; neutral places stay neutral. A push across the disc takes it out',
  ],
  'families': ['Families', 'Hue, saturation and lightness of the colours that are really here'],
  'balance': ['Balance per rung', 'A push of colour for light, middle and shade; luminance stays'],
  'light': ['Light', 'Exposure, gamma, contrast, saturation and warmth of the area'],
  'relief': ['Relief', 'Texture between pores and shading, softer or stronger. Too soft is plastic'],
  'recolour': ['Recolour', 'Another colour with shading, strands and glints kept. Look at the edge at 100 %'],
  'clear': [
    'Clear',
    'Brightens and takes yellow and red away, for whites of the eyes and teeth. A little is enough',
  ],
};

/**
 * What can be added to an area, or to the whole picture while none is open.
 * @param areas of the photo, for steps that name another one
 */
export function stepOffers(open: Area | undefined, areas: readonly Area[]): StepOffer[] {
  const face = areas.find(({ part, sitter }) => part === 'face' && sitter === (open?.sitter ?? null));
  const starts: Readonly<Record<string, JsonObject>> = {
    'hue-to-target': { ...NO_TARGETS, hue: { ...SKIN_TARGETS } },
    'evenness': { hue: 0.7, saturation: 0.7, lightness: 0.5, size: null, blush: 0.3, marks: 1 },
    'match': {
      to: { by: 'area', areaId: open?.part === 'neck-limbs' && face ? face.id : null },
      light: open?.part === 'neck-limbs' ? 0.65 : 1,
      colour: 1,
    },
    'recolour': startRecolour(
      open?.part ?? 'other',
      open ? firstColour(open.part) : GREY_COLOUR,
    ) as unknown as JsonObject,
    'clear': { brighten: 0.3, clear: 0.4 },
  };
  const apt = aptKinds(open);
  const rank = (id: string) => (apt.includes(id) ? apt.indexOf(id) : apt.length);
  return [...KINDS.adjusts.values()]
    .sort((p, q) => rank(p.id) - rank(q.id))
    .flatMap(({ id, neutral }) =>
      HELP[id]
        ? [
            {
              kind: id,
              label: HELP[id][0],
              help: HELP[id][1],
              parameters: starts[id] ?? (neutral as JsonObject),
              apt: apt.includes(id),
            },
          ]
        : [],
    );
}

function aptKinds(open: Area | undefined): readonly string[] {
  if (!open) return ['prepare', 'curves'];
  if (open.part === 'neck-limbs') return ['match', 'hue-to-target'];
  if (isSkin(open.part)) return ['hue-to-target', 'evenness'];
  if (open.part === 'whites' || open.part === 'teeth') return ['clear'];
  return open.part === 'background' ? ['light', 'families'] : ['recolour'];
}
