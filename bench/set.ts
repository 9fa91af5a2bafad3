import { spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { ciede2000 } from '#core/colour/ciede2000';
import { convertSrgbLinearToCielabD65 } from '#core/colour/cielab';
import { hsvHueOfSrgbLinear } from '#core/colour/hueSolve';
import { decodeSrgb } from '#core/colour/transfer';
import type { Triple } from '#core/colour/triple';
import { moveByFace, shiftedMove } from '#core/document/carryByFace';
import { newPhoto, newSitting } from '#core/document/commands';
import { joinSitters } from '#core/document/joinSitters';
import type { Area, Photo, Sitter } from '#core/document/schema';
import { meanLinear } from '#core/measure/reading';
import { rungSamples } from '#core/measure/rungs';
import { setSpread } from '#core/measure/setSpread';
import { wholeRegion } from '#core/raster/raster';
import { photoNumbers } from '#core/render/photoNumbers';
import { Resolver } from '#core/render/resolver';
import { KINDS } from '#kinds/registry.gen';
import { evenSet } from '#kinds/set/evenSet';
import { foundPlatesOf } from '#kinds/set/foundPlates';
import { partShifts } from '#core/segment/partShifts';
import { findInto } from '../cli/openPlan';
import { openPhoto } from '../node/openPhoto';
import type { Row } from './report';
import { SHARED, WREN, headFrames, maskOf, wrenFrames } from './setFrames';
import type { Frame } from './setFrames';
import { coverage } from './truth';

const LARGE = `${SHARED}portraits/marit-large/photo.jpg`;
const WREN_PARTS = ['lips', 'brows', 'skin_face', 'skin_body', 'hair', 'clothes'];

async function opened(frame: Frame) {
  const { pyramid, sha256 } = await openPhoto(frame.name, frame.bytes);
  const empty = newPhoto({ id: sha256, file: frame.name, width: pyramid.width, height: pyramid.height });
  const { photo, plates } = await findInto(empty, pyramid, { tellsApart: true });
  const resolver = new Resolver(pyramid, KINDS);
  for (const [name, plate] of plates) resolver.areas.learnPlate(name, plate);
  return { frame, pyramid, resolver, photo, plates, parts: photoNumbers(resolver, photo) };
}
type Opened = Awaited<ReturnType<typeof opened>>;

/** Mean ΔE00 to the neutral version over the skin and over all, and the middle hue of the true skin. */
function scoreOf({ frame, pyramid, resolver }: Opened, photo: Photo) {
  const region = wholeRegion(pyramid.width, pyramid.height);
  const pixels = resolver.measures.renderer.render(resolver.plan(photo), region);
  const sums = { skin: 0, skinCount: 0, all: 0, count: 0 };
  for (let i = 0; i < frame.skin.length; i += 3) {
    const at = (of: (c: number) => number) => [of(0), of(1), of(2)] as unknown as Triple;
    const got = at((c) => Math.max(0, Math.min(1, pixels.data[3 * i + c]!)));
    const want = at((c) => decodeSrgb(frame.neutral[3 * i + c]! / 255));
    const apart = ciede2000(convertSrgbLinearToCielabD65(got), convertSrgbLinearToCielabD65(want));
    sums.all += apart;
    sums.count++;
    if (frame.skin[i]! < 250) continue;
    sums.skin += apart;
    sums.skinCount++;
  }
  const { middle } = rungSamples(pixels, coverage(pyramid, frame.skin));
  return {
    skin: sums.skin / sums.skinCount,
    all: sums.all / sums.count,
    hue: hsvHueOfSrgbLinear(meanLinear(middle)) ?? 0,
  };
}

/** What is left of a set's departures once it is evened to its first frame: shares of before. */
function evenedShares(works: readonly Opened[]) {
  const evened = evenSet(works, {
    to: { by: 'reference', photoId: works[0]!.photo.id },
    frames: 1,
    colour: 1,
    light: 0.5,
    most: null,
    ground: 'leave',
    wins: 'plan',
    newId: randomUUID,
  });
  const shot = works.slice(1);
  const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;
  const of = (photos: readonly Photo[]) => {
    const scores = shot.map((work, n) => scoreOf(work, photos[n]!));
    return {
      spread: setSpread(
        scores.map(({ hue }) => hue),
        0,
        true,
      ).spread,
      skin: mean(scores.map(({ skin }) => skin)),
      all: mean(scores.map(({ all }) => all)),
    };
  };
  const [before, after] = [of(shot.map(({ photo }) => photo)), of(evened.slice(1).map(({ photo }) => photo))];
  return {
    spread: (100 * after.spread) / before.spread,
    skin: (100 * after.skin) / before.skin,
    all: (100 * after.all) / before.all,
  };
}

function rowsOf(name: string, { spread, skin, all }: ReturnType<typeof evenedShares>): Row[] {
  return [
    {
      what: `${name}: spread of the skin's middle hue, after of before`,
      value: spread,
      unit: '%',
      must: '≤ 20 %, goal 10 %',
    },
    {
      what: `${name}: ΔE00 of skin to neutral, after of before`,
      value: skin,
      unit: '%',
      must: '≤ 35 %, goal 25 %',
    },
    {
      what: `${name}: ΔE00 of the whole picture to neutral, after of before`,
      value: all,
      unit: '%',
      must: '≤ 40 %, goal 30 %',
    },
  ];
}

/** F1 over pairs of sitters: whether they are said to be one, and whether they are. */
function joinedF1(
  photos: readonly Photo[],
  isSame: (one: Photo, other: Photo, by: Sitter, and: Sitter) => boolean,
): number {
  let sitting = { ...newSitting('s', 'Set', new Date(0).toISOString()), photos };
  for (const { id } of photos) sitting = { ...sitting, ...joinSitters(sitting, id, randomUUID) };
  const all = sitting.photos.flatMap((photo) => photo.sitters.map((sitter) => ({ photo, sitter })));
  let [right, said, true_] = [0, 0, 0];
  all.forEach((one, n) =>
    all.slice(n + 1).forEach((other) => {
      const joined = one.sitter.person === other.sitter.person;
      const same = isSame(one.photo, other.photo, one.sitter, other.sitter);
      if (joined) said++;
      if (same) true_++;
      if (joined && same) right++;
    }),
  );
  return (2 * right) / Math.max(1, said + true_);
}

/** How places go from one photo to another, with the face and the parts they lie on. */
function moveBetween(from: Opened, to: Opened) {
  const [one, other] = [from.photo.sitters[0]!, to.photo.sitters[0]!];
  const plates = ({ photo, plates: held }: Opened) => ({
    photo,
    platesOf: (area: Area) => foundPlatesOf(area, held),
  });
  const shifts = partShifts(plates(from), plates(to), new Map([[one.id, other.id]]));
  return shiftedMove(moveByFace(one, other), shifts.get(one.id)!);
}

/** Soft IoU of true parts carried from each frame to each other, with the parts as they are there. */
async function carriedIoU(works: readonly Opened[]): Promise<Row[]> {
  const folder = (work: Opened) => `${WREN}${work.frame.name.slice(0, 2)}/masks/`;
  const rows: Row[] = [];
  for (const part of WREN_PARTS) {
    const shares: number[] = [];
    for (const from of works)
      for (const to of works) {
        if (from === to) continue;
        const [there, here] = [await maskOf(folder(from), [part]), await maskOf(folder(to), [part])];
        const { place } = moveBetween(to, from);
        const { width, height } = from.pyramid;
        let [both, either] = [0, 0];
        for (let y = 1; y < to.pyramid.height; y += 3)
          for (let x = 1; x < to.pyramid.width; x += 3) {
            const [px, py] = place(x + 0.5, y + 0.5).map(Math.floor) as [number, number];
            const carried = px >= 0 && py >= 0 && px < width && py < height ? there[py * width + px]! : 0;
            const truth = here[y * to.pyramid.width + x]!;
            both += Math.min(carried, truth);
            either += Math.max(carried, truth);
          }
        shares.push(both / either);
      }
    const mean = shares.reduce((sum, value) => sum + value, 0) / shares.length;
    rows.push(
      {
        what: `series-wren: ${part} carried, soft IoU, mean of 20 pairs`,
        value: mean,
        unit: '',
        must: '≥ 0.80, goal 0.90',
      },
      { what: `series-wren: ${part} carried, worst pair`, value: Math.min(...shares), unit: '', must: '' },
    );
  }
  return rows;
}

/** Whole command on photos of 24 megapixels. */
async function seriesSpeed(): Promise<Row[]> {
  const folder = mkdtempSync(join(tmpdir(), 'even-blush-bench-'));
  const count = 10;
  const photos: string[] = [];
  for (let n = 0; n < count; n++) {
    const path = join(folder, `photo-${n}.jpg`);
    await sharp(LARGE)
      .resize(4400, 5500)
      .modulate({ brightness: 1 - 0.03 * n })
      .jpeg({ quality: 92 })
      .toFile(path);
    photos.push(path);
  }
  const started = performance.now();
  const words = ['even-blush', 'series', ...photos, '--to-median', '--out', join(folder, 'out')];
  const { status } = spawnSync('npx', words, { stdio: 'ignore' });
  const seconds = (performance.now() - started) / 1000;
  rmSync(folder, { recursive: true, force: true });
  if (status !== 0) throw new Error('the series failed');
  return [
    {
      what: `series of ${count} photos of 24 megapixels, as for 100 of them`,
      value: ((seconds / count) * 100) / 60,
      unit: 'min',
      must: '≤ 20 min, goal 10 min',
    },
  ];
}

/** Sets evened, sitters joined, marks carried, and how long a series takes. */
export async function setAccuracy(): Promise<Row[]> {
  if (!existsSync(WREN)) return [];
  const wren: Opened[] = [];
  for (const frame of await wrenFrames()) wren.push(await opened(frame));
  const rows = rowsOf('series-wren', evenedShares(wren));
  for (const half of [0, 1]) {
    const heads = readdirSync(`${SHARED}heads`).filter(
      (name) => /^\d+$/.test(name) && Number(name) % 2 === half,
    );
    const shares: ReturnType<typeof evenedShares>[] = [];
    const photos: Photo[] = [];
    for (const head of heads.slice(0, 8)) {
      const works: Opened[] = [];
      for (const frame of await headFrames(head, 3)) works.push(await opened(frame));
      photos.push(...works.map(({ photo }) => photo));
      if (works.every(({ photo }) => photo.sitters.length > 0)) shares.push(evenedShares(works));
    }
    const mean = (of: (share: (typeof shares)[number]) => number) =>
      shares.reduce((sum, share) => sum + of(share), 0) / shares.length;
    const name = `${shares.length} heads of ${half === 0 ? 'even' : 'odd'} number under 3 casts each`;
    rows.push(
      ...rowsOf(name, { spread: mean((s) => s.spread), skin: mean((s) => s.skin), all: mean((s) => s.all) }),
    );
    const whose = ({ file }: Photo) => file.slice(0, 3);
    rows.push({
      what: `${name}, all in one sitting: sitters joined, pairwise F1`,
      value: joinedF1(
        photos,
        (one, other, by, and) => whose(one) === whose(other) && by.number === and.number,
      ),
      unit: '',
      must: '≥ 0.98, goal 1',
    });
  }
  rows.push({
    what: 'series-wren: sitters joined, pairwise F1',
    value: joinedF1(
      wren.slice(1).map(({ photo }) => photo),
      () => true,
    ),
    unit: '',
    must: '≥ 0.98, goal 1',
  });
  return [...rows, ...(await carriedIoU(wren.slice(1))), ...(await seriesSpeed())];
}
