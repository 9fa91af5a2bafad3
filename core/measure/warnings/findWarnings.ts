import {
  clippedWarnings,
  gamutWarnings,
  hueWarnings,
  saturatedWarnings,
  spillWarnings,
} from './colourWarnings';
import type { Warning, WarningScene } from './scene';
import { grainWarnings, haloWarnings } from './surfaceWarnings';

/** What a plan may have done unasked, the most far-reaching first. */
export function findWarnings(scene: WarningScene): Warning[] {
  return [
    spillWarnings,
    clippedWarnings,
    gamutWarnings,
    hueWarnings,
    saturatedWarnings,
    haloWarnings,
    grainWarnings,
  ].flatMap((look) => look(scene));
}
