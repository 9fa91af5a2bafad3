import { PALETTES } from '#core/colour/palettes';
import type { PaletteName } from '#core/colour/palettes';
import type { KindDefinition } from '#core/document/kinds';
import type { Part, Preset, PresetStep } from '#core/document/schema';
import { SKIN_TARGETS } from '#core/measure/corridor';
import { clear } from '#kinds/adjust/clear/index';
import { EVEN_TO_COLOUR_START } from '#kinds/adjust/even-to-colour/schema';
import { evenToColour } from '#kinds/adjust/even-to-colour/index';
import { evenness } from '#kinds/adjust/evenness/index';
import { EVENNESS_START } from '#kinds/adjust/evenness/schema';
import { hueToTarget } from '#kinds/adjust/hue-to-target/index';
import { NO_TARGETS } from '#kinds/adjust/hue-to-target/schema';
import { monochrome } from '#kinds/adjust/monochrome/index';
import { SKIN_GREYS, PLAIN } from '#kinds/adjust/monochrome/schema';
import { recolour } from '#kinds/adjust/recolour/index';
import { startRecolour } from '#kinds/adjust/recolour/schema';
import { relief } from '#kinds/adjust/relief/index';

function on<Parameters>(
  part: Part | 'whole-picture',
  kind: KindDefinition<Parameters>,
  parameters: NoInfer<Parameters>,
  strength = 1,
): PresetStep {
  return {
    part,
    kind: kind.id,
    version: kind.version,
    parameters: parameters as unknown as PresetStep['parameters'],
    strength,
  };
}

function dye(part: Part, palette: PaletteName, name: string, strength = 1): PresetStep {
  const colour = PALETTES[palette].find((entry) => entry.name === name)!.colour;
  return on(part, recolour, { ...startRecolour(part), colour }, strength);
}

/** A small set to start from. */
export const STARTERS: readonly Preset[] = [
  {
    id: 'calm-redness',
    name: 'Calm redness',
    steps: [on('skin', evenness, { ...EVENNESS_START, lightness: 0.3 })],
  },
  {
    id: 'even-skin-at-target',
    name: 'Skin at its numbers, evened',
    steps: [
      on('skin', hueToTarget, { ...NO_TARGETS, hue: { ...SKIN_TARGETS } }),
      on('skin', evenness, EVENNESS_START),
    ],
  },
  { id: 'softer-skin', name: 'Softer skin', steps: [on('skin', relief, { amount: -0.35 })] },
  {
    id: 'clear-eyes',
    name: 'Clear eyes',
    steps: [on('whites', clear, { brighten: 0.15, clear: 0.5 })],
  },
  { id: 'grey-green-eyes', name: 'Grey-green eyes', steps: [dye('irises', 'irises', 'grey-green', 0.85)] },
  { id: 'rose-lips', name: 'Rose lips', steps: [dye('lips', 'lips', 'neutral rose', 0.8)] },
  {
    id: 'copper-hair',
    name: 'Copper hair',
    steps: [dye('hair', 'hair', 'level 7 copper'), dye('brows', 'hair', 'level 7 copper', 0.5)],
  },
  {
    id: 'one-wall',
    name: 'One tone behind',
    steps: [on('background', evenToColour, EVEN_TO_COLOUR_START)],
  },
  {
    id: 'light-skin-monochrome',
    name: 'Monochrome, skin light',
    steps: [on('whole-picture', monochrome, { ...PLAIN, greys: SKIN_GREYS[0]!.greys })],
  },
];
