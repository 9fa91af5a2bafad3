import { discShare } from '#core/colour/discShare';
import { convertSrgbLinearToOklab } from '#core/colour/oklab';
import { defineMark } from '#core/render/kinds';
import { discReachParameters } from './schema';
import type { DiscReachParameters } from './schema';

/** Everything whose hue and chroma lie within a round piece of the disc of colours. */
export const discReach = defineMark<DiscReachParameters, DiscReachParameters>({
  id: 'disc-reach',
  label: 'reach on the disc',
  version: 1,
  parameters: discReachParameters,
  migrations: {},
  carry: 'as-it-is',
  prepare: (parameters) => parameters,
  bounds: () => undefined,
  rasterise: (disc, region, out, { sample }) => {
    const { data } = sample(region);
    const takes = discShare(disc);
    for (let i = 0; i < out.length; i++) {
      const [, a, b] = convertSrgbLinearToOklab([data[3 * i]!, data[3 * i + 1]!, data[3 * i + 2]!]);
      out[i] = takes(a, b);
    }
  },
});
