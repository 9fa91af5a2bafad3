import { existsSync, readdirSync, writeFileSync } from 'node:fs';
import { findParts } from '#core/segment/findParts';
import { sitterColours } from '#core/segment/sitterColours';
import { faceLikeness } from '#core/segment/faceLikeness';
import { networkFiles } from '../cli/networkFiles';
import { openPhotoFile } from '../cli/photoFile';
import { tfNetworks } from '../networks/tfNetworks';
const nets = tfNetworks(networkFiles);
const all: { who: string; d: number[] }[] = [];
const add = async (file: string, who: (n: number) => string) => {
  const { pyramid } = await openPhotoFile(file);
  const { sitters } = await findParts(pyramid, nets);
  for (const [n, x] of sitters.entries()) all.push({ who: who(n), d: [...await faceLikeness(pyramid, x.landmarks, nets)], c: sitterColours(pyramid, x.parts) } as any);
};
const P = '../shared/portraits/';
for (const s of readdirSync(P)) { if (s.endsWith('.md')) continue; for (const f of readdirSync(P + s)) if (/\.(jpg|png)$/.test(f) && !/mask/.test(f)) await add(`${P}${s}/${f}`, (n) => (s === 'pair' ? `pair${n}` : s) + ' ' + f).catch((e) => console.log(f, e.message)); }
for (const n of ['01','02','03','04','05']) for (const f of ['photo','neutral']) await add(`${P}series-wren/${n}/${f}.jpg`, () => 'wren ' + n + f);
for (const h of readdirSync('../shared/heads')) if (existsSync(`../shared/heads/${h}/photo.jpg`)) await add(`../shared/heads/${h}/photo.jpg`, (n) => `h${h}-${n} x`);
writeFileSync('/tmp/like.json', JSON.stringify(all)); console.log(all.length);
