import { defineAdjust } from '#core/render/kinds';
import { compileClear, measureClear } from './compute';
import type { ClearMeasures } from './compute';
import { clearParameters, NEUTRAL } from './schema';
import type { ClearParameters } from './schema';

/** Brightens and clears whites of the eyes and teeth, gently. */
export const clear = defineAdjust<ClearParameters, ClearMeasures>({
  id: 'clear',
  label: 'clear whites and teeth',
  version: 1,
  parameters: clearParameters,
  migrations: {},
  neutral: NEUTRAL,
  looksAt: 'smooth',
  measure: measureClear,
  compile: compileClear,
});
