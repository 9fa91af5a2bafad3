import { existsSync } from 'node:fs';
import sharp from 'sharp';
import { networkFiles } from '../cli/networkFiles';
import { openPhotoFile } from '../cli/photoFile';
import { tfNetworks } from '../networks/tfNetworks';
import { findParts } from '#core/segment/findParts';
import type { FoundSitter } from '#core/segment/findParts';
import type { FoundPartName } from '#core/document/foundPartNames';

export const networks = tfNetworks(networkFiles);

/** Coverage 0..255 over the whole photo of all sitters' parts of these names. */
export function wholeCoverage(sitters: readonly FoundSitter[], names: readonly FoundPartName[], width: number, height: number): Uint8Array {
  const out = new Uint8Array(width * height);
  for (const { region, coverage8 } of sitters.flatMap(({ parts }) => parts.filter(({ part }) => names.includes(part)))) {
    for (let y = region.y; y < region.y + region.height; y++) {
      for (let x = region.x; x < region.x + region.width; x++) {
        const row = Math.min(region.outHeight - 1, Math.floor(((y + 0.5 - region.y) * region.outHeight) / region.height)), column = Math.min(region.outWidth - 1, Math.floor(((x + 0.5 - region.x) * region.outWidth) / region.width));
        out[y * width + x] = Math.min(255, out[y * width + x]! + coverage8[row * region.outWidth + column]!);
      }
    }
  }
  return out;
}

const TRUTH: Record<string, { found: FoundPartName[]; masks: string[]; free?: string[] }> = {
  face: { found: ['face'], masks: ['skin_face'], free: ['lashes', 'mouth_inner', 'pupil'] },
  skin: { found: ['skin'], masks: ['skin_face', 'skin_body'] },
  body: { found: ['neck-limbs'], masks: ['skin_body'] },
  lips: { found: ['lips'], masks: ['lips'] },
  iris: { found: ['iris-left', 'iris-right'], masks: ['iris'] },
  whites: { found: ['whites-left', 'whites-right'], masks: ['sclera'] },
  teeth: { found: ['teeth'], masks: ['teeth'] },
  brows: { found: ['brow-left', 'brow-right'], masks: ['brows'] },
  hair: { found: ['hair'], masks: ['hair'] },
  clothes: { found: ['clothes'], masks: ['clothes'] },
};
const FREE = ['lashes', 'mouth_inner', 'pupil'];
if (process.argv[1]?.endsWith('find.ts')) {
  const P = '../shared/portraits/', sums: Record<string, number[]> = {};
  for (const item of process.argv.slice(2)) {
    const [dir, variant] = item.split(':') as [string, string];
    const { pyramid } = await openPhotoFile(`${P}${dir}/${variant}.jpg`), { width, height } = pyramid;
    const load = async (names: string[]) => { const o = new Uint8Array(width * height); for (const m of names) { const f = `${P}${dir}/masks/${m}.png`; if (!existsSync(f)) continue; const d = await sharp(f).greyscale().raw().toBuffer(); for (let i = 0; i < o.length; i++) o[i] = Math.min(255, o[i]! + d[i]!); } return o; };
    const t0 = performance.now(), sitters = await (await findParts(pyramid, networks)).sitters, t1 = performance.now();
    const free = await load(FREE);
    let line = item.padEnd(20);
    const all = wholeCoverage(sitters, ['skin', 'hair', 'clothes', 'lips', 'iris-left', 'iris-right', 'whites-left', 'whites-right', 'teeth', 'brow-left', 'brow-right'], width, height);
    const score = (name: string, found: Uint8Array, truth: Uint8Array) => {
      let a = 0, m = 0, e = 0, k = 0;
      for (let i = 0; i < truth.length; i++) { const keep = 1 - free[i]! / 255; a += keep * Math.min(truth[i]!, found[i]!); m += keep * Math.max(truth[i]!, found[i]!); if (truth[i]! > 12 && truth[i]! < 243) { e += Math.abs(truth[i]! - found[i]!) / 255; k++; } }
      (sums[name] ??= []).push(a / m); line += ` ${name} ${(a / m).toFixed(3)}`; if (name === 'hair') { line += `(${(e / k).toFixed(3)})`; (sums.edge ??= []).push(e / k); }
    };
    for (const [name, { found, masks }] of Object.entries(TRUTH)) { const t = await load(masks); if (t.some((v) => v > 200)) score(name, wholeCoverage(sitters, found, width, height), t); }
    score('background', all.map((v) => 255 - v), await load(['background']));
    console.log(line, `${((t1 - t0) / 1000).toFixed(1)}s`);
  }
  console.log('MEAN'.padEnd(20), Object.entries(sums).map(([n, v]) => `${n} ${(v.reduce((s, x) => s + x, 0) / v.length).toFixed(3)}`).join(' '));
}
