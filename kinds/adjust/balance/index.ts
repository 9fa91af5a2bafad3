import { defineAdjust } from '#core/render/kinds';
import { compileBalance, measureBalance } from './compute';
import type { BalanceMeasures } from './compute';
import { balanceParameters, NEUTRAL } from './schema';
import type { BalanceParameters } from './schema';

/** A push of colour for shade, middle and light each; luminance stays. */
export const balance = defineAdjust<BalanceParameters, BalanceMeasures>({
  id: 'balance',
  label: 'balance per rung',
  offer: {
    label: 'Balance per rung',
    help: 'A push of colour for light, middle and shade; luminance stays',
    example: [
      ['#e9d9c8', '#c9ab93', '#a58069', '#6f5748', '#3d342e'],
      ['#eadacb', '#c8ab98', '#a37f72', '#6b5653', '#37343a'],
    ],
    aptFor: {},
    start: () => NEUTRAL,
  },
  version: 1,
  parameters: balanceParameters,
  migrations: {},
  neutral: NEUTRAL,
  cleansEdges: true,
  circles: ['hue'],
  looksAt: 'smooth',
  measure: measureBalance,
  compile: compileBalance,
});
