import { existsSync } from 'node:fs';
import { findParts } from '#core/segment/findParts';
import { startRecolour } from '#kinds/adjust/recolour/schema';
import { networkFiles } from '../cli/networkFiles';
import { openPhotoFile } from '../cli/photoFile';
import { tfNetworks } from '../networks/tfNetworks';
import { maskGrow } from '#core/raster/maskGrow';
import { area, photoOf, renderWhole, step } from '../tests/fixtures/plans';
import { meanDifference } from '../tests/references/measures';
import { HEADS, coverageOf, headsOf, maskOf } from './heads';
import type { Row } from './report';

/** Dyes: darker copper and a light blond. */
const DYES = ['#8a4a24', '#c9a35a'];
/** About the edge of hair, pixels. */
const REACH = 5;
const [OWN, FREE_OF] = [230, 12];

/**
 * Hair dyed where find found it, against where it truly is: what stays undyed inside its edge, and what takes the dye
 * outside, within a few pixels.
 */
export async function dyedRims(): Promise<Row[]> {
  if (!existsSync(HEADS)) return [];
  const networks = tfNetworks(networkFiles);
  const rows: Row[] = [];
  for (const half of ['even', 'odd'] as const) {
    const undyed: number[] = [];
    const spilt: number[] = [];
    for (const head of headsOf(half)) {
      const { pyramid } = await openPhotoFile(`${HEADS}${head}/photo.jpg`);
      const truth = await maskOf(head, ['hair'], pyramid);
      if (!truth.some((value) => value >= OWN)) continue;
      const { sitters } = await findParts(pyramid, networks);
      const found = coverageOf(
        pyramid,
        sitters.flatMap(({ parts }) => parts),
        ['hair'],
      );
      const { inside, outside } = rimOf(truth, pyramid);
      for (const dye of DYES) {
        const photo = () => photoOf(pyramid, area([]), [step('recolour', { ...startRecolour('hair', dye) })]);
        const meant = renderWhole(pyramid, photo(), truth);
        const { before, after } = renderWhole(pyramid, photo(), found);
        undyed.push(meanDifference(after, meant.after, inside));
        spilt.push(meanDifference(after, before, outside));
      }
    }
    const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;
    const what = `heads of ${half} number, hair dyed as found, within ${REACH} pixels of its true edge`;
    rows.push(
      { what: `${what}: inside, off what the true mask gives`, value: mean(undyed), unit: 'ΔE00', must: '' },
      { what: `${what}: outside, off the photo`, value: mean(spilt), unit: 'ΔE00', must: '' },
    );
  }
  return rows;
}

/** What is hair alone near what is none, and the other way round. */
export function rimOf(
  truth: Uint8Array,
  { width, height }: { readonly width: number; readonly height: number },
) {
  const own = truth.map((value) => (value >= OWN ? 255 : 0));
  const other = truth.map((value) => (value <= FREE_OF ? 255 : 0));
  const near = (mask: Uint8Array, of: Uint8Array) => {
    const grown = maskGrow(
      Float32Array.from(mask, (value) => value / 255),
      width,
      height,
      REACH,
    );
    return of.map((value, i) => (value === 255 && grown[i]! > 0.5 ? 255 : 0));
  };
  return { inside: near(other, own), outside: near(own, other) };
}
