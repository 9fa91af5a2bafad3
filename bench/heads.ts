import { existsSync, readdirSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import sharp from 'sharp';
import type { FoundPartName } from '#core/document/foundParts';
import type { Pyramid } from '#core/raster/pyramid';
import { findParts } from '#core/segment/findParts';
import type { FoundPart } from '#core/segment/found';
import { wholeCoverage } from '../node/wholeCoverage';
import { networkFiles } from '../cli/networkFiles';
import { openPhotoFile } from '../cli/photoFile';
import { tfNetworks } from '../networks/tfNetworks';
import { shareOf } from '../tests/references/found';
import type { Row } from './report';

/** Many small made-up heads with masks, where they stand beside the project. */
export const HEADS = fileURLToPath(new URL('../../shared/heads/', import.meta.url));
/** Belong to no part and count neither way. */
export const FREE = ['lashes', 'mouth_inner', 'pupil'];
/** Coverage below which a class counts as not shown, pixels. */
const LEAST_SHOWN = 8;

/** Found parts, true masks, and what their soft IoU must reach on heads that nothing was chosen on. */
const PARTS: readonly (readonly [string, readonly FoundPartName[], readonly string[], string])[] = [
  ['face', ['face'], ['skin_face'], '≥ 0.94'],
  ['all skin', ['skin'], ['skin_face', 'skin_body'], '≥ 0.94'],
  ['lips', ['lips'], ['lips'], '≥ 0.90'],
  ['irises', ['iris-left', 'iris-right'], ['iris'], '≥ 0.85'],
  ['whites', ['whites-left', 'whites-right'], ['sclera'], '≥ 0.78'],
  ['brows', ['brow-left', 'brow-right'], ['brows'], '≥ 0.68'],
  ['hair', ['hair'], ['hair'], '≥ 0.85'],
  ['beard', ['beard'], ['beard'], '≥ 0.70'],
  ['glasses', ['glasses'], ['other'], ''],
  ['clothes', ['clothes'], ['clothes'], '≥ 0.93'],
  ['background', ['background'], ['background'], ''],
];
/** What is mostly counted as something else: the true mask, the part that takes it, and how much may be. */
const TAKEN: readonly (readonly [string, readonly string[], FoundPartName, string])[] = [
  ['clothes counted as hair', ['clothes'], 'hair', '≤ 1 %'],
  ['clothes counted as skin', ['clothes'], 'skin', ''],
  ['glasses counted as skin', ['other'], 'skin', '≤ 15 %'],
  ['beard counted as skin', ['beard'], 'skin', '≤ 15 %'],
];

/** Find on heads of even number, on which numbers were chosen, and of odd number, on which none was. */
export async function headsAccuracy(): Promise<Row[]> {
  if (!existsSync(HEADS)) return [];
  const networks = tfNetworks(networkFiles);
  const rows: Row[] = [];
  for (const half of ['even', 'odd'] as const) {
    const measured = new Map<string, number[]>();
    const note = (what: string, value: number | undefined) => {
      if (value !== undefined) measured.set(what, [...(measured.get(what) ?? []), value]);
    };
    for (const head of headsOf(half)) {
      const { pyramid } = await openPhotoFile(`${HEADS}${head}/photo.jpg`);
      const { sitters, background } = await findParts(pyramid, networks);
      const parts = [...sitters.flatMap((sitter) => sitter.parts), ...(background ? [background] : [])];
      const mask = (...names: readonly string[]) => maskOf(head, names, pyramid);
      const free = await mask(...FREE);
      for (const [what, names, masks] of PARTS)
        note(what, overlap(coverageOf(pyramid, parts, names), await mask(...masks), free));
      for (const [what, masks, taker] of TAKEN)
        note(what, shareTaken(await mask(...masks), coverageOf(pyramid, parts, [taker])));
      const first = await mask('first_sitter');
      if (sitters.length !== 2 || first.every((value) => value === 0)) continue;
      const hair = await mask('hair');
      for (const [n, sitter] of sitters.entries())
        note(
          'hair of each of two sitters',
          overlap(
            coverageOf(pyramid, sitter.parts, ['hair']),
            hair.map((value, i) => (value * (n === 0 ? first[i]! : 255 - first[i]!)) / 255),
            free,
          ),
        );
    }
    const musts = [...PARTS, ...TAKEN].map(([what, , , must]) => [what, must] as const);
    for (const [what, values] of measured) {
      const isShare = what.includes('counted');
      const extreme = isShare
        ? `most ${percent(Math.max(...values))}`
        : `lowest ${Math.min(...values).toFixed(2)}`;
      const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
      rows.push({
        what: `heads of ${half} number, ${what}${isShare ? '' : ': soft IoU'}, mean of ${values.length} (${extreme})`,
        value: isShare ? 100 * mean : mean,
        unit: isShare ? '%' : '',
        must:
          half === 'odd'
            ? (new Map([...musts, ['hair of each of two sitters', '≥ 0.80']]).get(what) ?? '')
            : '',
      });
    }
  }
  return rows;
}

/** Heads whose number is even or odd. */
export function headsOf(half: 'even' | 'odd'): string[] {
  return readdirSync(HEADS).filter(
    (name) => /^\d+$/.test(name) && Number(name) % 2 === Number(half === 'odd'),
  );
}

function percent(share: number): string {
  return `${(100 * share).toFixed(0)} %`;
}

/** True coverage of some classes together. */
export async function maskOf(
  head: string,
  names: readonly string[],
  { width, height }: Pick<Pyramid, 'width' | 'height'>,
): Promise<Uint8Array> {
  const sum = new Uint8Array(width * height);
  for (const name of names) {
    const file = `${HEADS}${head}/${name}.png`;
    if (!existsSync(file)) continue;
    const data = await sharp(file).greyscale().raw().toBuffer();
    for (let i = 0; i < sum.length; i++) sum[i] = Math.min(255, sum[i]! + data[i]!);
  }
  return sum;
}

/** Found coverage of some parts together. */
export function coverageOf(
  pyramid: Pyramid,
  parts: readonly FoundPart[],
  names: readonly FoundPartName[],
): Uint8Array {
  return wholeCoverage(
    pyramid,
    parts.filter(({ part }) => names.includes(part)),
  );
}

/** Soft IoU; undefined where the truth hardly shows. */
export function overlap(found: Uint8Array, truth: Uint8Array, free: Uint8Array): number | undefined {
  let both = 0;
  let either = 0;
  let shown = 0;
  for (let i = 0; i < truth.length; i++) {
    const counts = (255 - free[i]!) / 255;
    both += counts * Math.min(found[i]!, truth[i]!);
    either += counts * Math.max(found[i]!, truth[i]!);
    shown += truth[i]! / 255;
  }
  return shown < LEAST_SHOWN ? undefined : both / either;
}

function shareTaken(truth: Uint8Array, by: Uint8Array): number | undefined {
  return truth.reduce((sum, value) => sum + Number(value > 127), 0) < LEAST_SHOWN
    ? undefined
    : shareOf(by, truth);
}
