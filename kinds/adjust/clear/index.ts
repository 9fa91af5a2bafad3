import { defineAdjust } from '#core/render/kinds';
import { compileClear, measureClear } from './compute';
import type { ClearMeasures } from './compute';
import { clearParameters, NEUTRAL } from './schema';
import type { ClearParameters } from './schema';

/** Brightens and clears whites of the eyes and teeth, gently. */
export const clear = defineAdjust<ClearParameters, ClearMeasures>({
  id: 'clear',
  label: 'clear whites and teeth',
  offer: {
    label: 'Clear',
    help: 'Brightens and takes yellow and red away, for whites of the eyes and teeth. A little is enough',
    example: [
      ['#d8cda6', '#cdbd93', '#d9c3ae', '#c8a99a', '#e0d6b8'],
      ['#e4e0d2', '#dad4c2', '#e3d8d0', '#d5c4bd', '#ebe7dc'],
    ],
    aptFor: { whites: 1, teeth: 1 },
    start: () => ({ brighten: 0.3, clear: 0.4 }),
  },
  version: 1,
  parameters: clearParameters,
  migrations: {},
  neutral: NEUTRAL,
  brief: ({ brighten, clear }) => ({
    words: `brighter ${Math.round(100 * brighten)} %, clearer ${Math.round(100 * clear)} %`,
  }),
  looksAt: 'smooth',
  measure: measureClear,
  compile: compileClear,
});
