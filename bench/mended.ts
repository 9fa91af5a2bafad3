import { randomUUID } from 'node:crypto';
import { existsSync, readdirSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import sharp from 'sharp';
import { newPhoto } from '#core/document/commands';
import { WHOLE_PICTURE } from '#core/document/schema';
import type { Photo } from '#core/document/schema';
import { buildPyramid } from '#core/raster/pyramid';
import type { Pyramid } from '#core/raster/pyramid';
import { wholeRegion } from '#core/raster/raster';
import type { LinearRaster, Srgb8Raster } from '#core/raster/raster';
import { LightJudge } from '#core/render/photoLight';
import { RegionRenderer } from '#core/render/regionRenderer';
import { Resolver } from '#core/render/resolver';
import { lookOver, mendAll } from '#kinds/mend/mend';
import { KINDS } from '#kinds/registry.gen';
import { findInto } from '../cli/openPlan';
import { openPhotoFile } from '../cli/photoFile';
import { meanDifference } from '../tests/references/measures';
import { castOf, inCrossedTones, underCast } from './casts';
import type { Row } from './report';
import { whole } from './truth';

/** More truth than the project ships, where it lies beside it. */
const SHARED = fileURLToPath(new URL('../../shared/', import.meta.url));
const PORTRAITS = `${SHARED}portraits/`;
const HEADS = `${SHARED}heads/`;
const SITTERS = ['adaeze', 'imani', 'jonas', 'linnea', 'marit', 'pair', 'solveig', 'tomas'];
/** What is looked at, and the masks that are it; none is the whole picture. */
const PARTS: Readonly<Record<string, readonly string[]>> = {
  'whole picture': [],
  'face skin': ['skin_face'],
  'body skin': ['skin_body'],
  'lips': ['lips'],
  'whites': ['sclera'],
  'irises': ['iris'],
  'brows': ['brows'],
  'hair': ['hair'],
  'clothes': ['clothes'],
  'background': ['background'],
};
const SKIN = ['skin_face', 'skin_body'];
/** Pixels that are skin alone, and those that skin shares with hair, lips, collar or ground. */
const SHARES_OF_SKIN = {
  'all of skin': (coverage8: number) => coverage8 >= 250,
  'edge of skin': (coverage8: number) => coverage8 >= 26 && coverage8 <= 229,
} as const;

/** ΔE00 to the truth, before and after, by part; undefined where the part cannot be seen. */
type Change = Readonly<Record<string, readonly [before: number, after: number] | undefined>>;

interface Mended {
  readonly change: Change;
  readonly asked: boolean;
}

/** Find, check, mend all: as the page and the command line do it. */
async function mend(
  pyramid: Pyramid,
  truth: LinearRaster,
  masks: (names: readonly string[]) => Promise<Uint8Array | undefined>,
): Promise<Mended> {
  const { width, height } = pyramid;
  const resolver = new Resolver(pyramid, KINDS);
  const judge = new LightJudge(resolver);
  const empty = newPhoto({ id: '0'.repeat(64), file: 'photo.jpg', width, height });
  const { photo, plates } = await findInto(empty, pyramid, {});
  for (const [name, plate] of plates) resolver.areas.learnPlate(name, plate);
  let asked = false;
  const mended = await mendAll(
    photo,
    (state: Photo) => {
      const found = lookOver(judge, state);
      asked ||= found.some(
        ({ finding }) => finding.is === 'lights' || ('asks' in finding && finding.asks !== undefined),
      );
      return found;
    },
    randomUUID,
  );
  const renderer = new RegionRenderer(pyramid, KINDS);
  for (const area of [WHOLE_PICTURE, ...mended.areas]) renderer.learnArea(resolver.area(area, mended));
  const after = renderer.render(resolver.plan(mended), wholeRegion(width, height));
  const before = whole(pyramid);
  const change: Record<string, [number, number] | undefined> = {};
  for (const [part, names] of Object.entries(PARTS)) {
    const mask = names.length > 0 ? await masks(names) : new Uint8Array(width * height).fill(255);
    change[part] = mask && [meanDifference(before, truth, mask), meanDifference(after, truth, mask)];
  }
  // Heads under casts are judged as a whole.
  const skin = await masks(SKIN);
  for (const [name, isIn] of Object.entries(SHARES_OF_SKIN)) {
    const mask = skin?.map((value) => (isIn(value) ? 255 : 0));
    change[name] = mask && [meanDifference(before, truth, mask), meanDifference(after, truth, mask)];
  }
  return { change, asked };
}

async function maskOf(folder: string, names: readonly string[]): Promise<Uint8Array | undefined> {
  let sum: Uint8Array | undefined;
  for (const name of names) {
    const path = `${folder}/${name}.png`;
    if (!existsSync(path)) continue;
    const data = await sharp(path).greyscale().raw().toBuffer();
    sum ??= new Uint8Array(data.length);
    for (let i = 0; i < data.length; i++) sum[i] = Math.min(255, sum[i]! + data[i]!);
  }
  return sum?.some((value) => value > 0) ? sum : undefined;
}

const pictureOf = async (path: string) => (await openPhotoFile(path)).pyramid;

async function portraits(variant: string, truthName: string): Promise<Mended[]> {
  const mended: Mended[] = [];
  for (const sitter of SITTERS) {
    const folder = `${PORTRAITS}${sitter}/`;
    const truth = whole(await pictureOf(`${folder}${truthName}.jpg`));
    const result = await mend(await pictureOf(`${folder}${variant}.jpg`), truth, (names) =>
      maskOf(`${folder}masks`, names),
    );
    mended.push(result);
  }
  return mended;
}

const mean = (values: readonly number[]) =>
  values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);

/** After against before, of the means, per cent. */
function left(mended: readonly Mended[], part: string): Row {
  const seen = mended.map(({ change }) => change[part]).filter((values) => values !== undefined);
  const before = mean(seen.map(([was]) => was));
  const after = mean(seen.map(([, is]) => is));
  return {
    what: part,
    value: (100 * after) / before,
    unit: `% of ${before.toFixed(1)}`,
    must: '',
  };
}

/** Mean ΔE00 to the truth that is left. */
const remaining = (mended: readonly Mended[], part: string) =>
  mean(mended.flatMap(({ change }) => change[part]?.[1] ?? []));

const FLARE_MUST: Readonly<Record<string, string>> = {
  'whole picture': '≤ 35 (goal 20)',
  'face skin': '≤ 45 (goal 30)',
  'hair': '≤ 45 (goal 30)',
  'whites': '≤ 45 (goal 30)',
  'lips': '≤ 45 (goal 30)',
  'background': '≤ 45 (goal 30)',
};

/** What four presses leave of veils, casts, mixed light and blotches, and what they do to pictures that need nothing. */
export async function mendedPictures(): Promise<Row[]> {
  if (!existsSync(PORTRAITS)) return [];
  const flare = await portraits('flare', 'neutral');
  const mixed = await portraits('mixed', 'photo');
  const blotchy = await portraits('blotchy', 'photo');
  const rows: Row[] = Object.keys(PARTS).map((part) => ({
    ...left(flare, part),
    what: `flare mended, ${part}: ΔE00 to neutral against before, 8 portraits`,
    must: FLARE_MUST[part] ?? '',
  }));
  rows.push(
    { ...left(mixed, 'body skin'), what: 'mixed light mended, body skin', must: '≤ 40 (goal 30)' },
    { ...left(mixed, 'whole picture'), what: 'mixed light mended, whole picture', must: '' },
    { ...left(blotchy, 'face skin'), what: 'blotchy mended, face skin', must: '≤ 50 (goal 40)' },
  );
  for (const [name, mended] of Object.entries({ mixed, blotchy }))
    rows.push({
      what: `${name} mended, edge of skin (coverage 0.1 to 0.9): ΔE00 against that of full skin`,
      value: remaining(mended, 'edge of skin') / remaining(mended, 'all of skin'),
      unit: '',
      must: '≤ 1.3 (goal 1.0)',
    });
  for (const [variant, must] of [
    ['neutral', '≤ 0.5 (goal 0.3)'],
    ['photo', '≤ 2.0 (goal 1.5)'],
  ] as const) {
    const untouched = await portraits(variant, 'neutral');
    rows.push({
      what: `${variant}.jpg mended, whole picture: ΔE00 to neutral, mean of 8`,
      value: mean(untouched.map(({ change }) => change['whole picture']![1])),
      unit: 'ΔE00',
      must,
    });
  }
  return [...rows, ...(await headsUnderCasts())];
}

/** What is laid over neutral heads, by a seed. */
const OVER_HEADS = {
  'random casts and veils': (picture: Srgb8Raster, seed: number) => underCast(picture, castOf(seed)),
  'crossed tones': inCrossedTones,
} as const;

/** Random casts, veils and tones on neutral heads: even numbers were chosen on, odd ones report. */
async function headsUnderCasts(): Promise<Row[]> {
  const rows: Row[] = [];
  for (const [name, lay] of Object.entries(OVER_HEADS)) rows.push(...(await headsUnder(name, lay)));
  return rows;
}

async function headsUnder(
  name: string,
  lay: (picture: Srgb8Raster, seed: number) => Srgb8Raster,
): Promise<Row[]> {
  const groups: Record<'even' | 'odd', Mended[]> = { even: [], odd: [] };
  const heads = readdirSync(HEADS).filter((name) => /^\d+$/.test(name));
  for (const head of heads) {
    const neutral = await pictureOf(`${HEADS}${head}/neutral.jpg`);
    const seen = lay(neutral.levels[0] as Srgb8Raster, Number(head) + 1);
    const result = await mend(buildPyramid(seen), whole(neutral), () => Promise.resolve(undefined));
    groups[Number(head) % 2 === 0 ? 'even' : 'odd'].push(result);
  }
  return Object.entries(groups).flatMap(([parity, mended]) => {
    const acted = mended.filter(({ asked }) => !asked);
    const share = ([before, after]: readonly [number, number]) => (100 * after) / before;
    return [
      {
        ...left(mended, 'whole picture'),
        what: `${name} on ${mended.length} heads of ${parity} number (${parity === 'even' ? 'chosen on' : 'reporting'}), ${mended.length - acted.length} of them asked about and left: ΔE00 after against before`,
        must: '≤ 35 (goal 20)',
      },
      {
        ...left(acted, 'whole picture'),
        what: `the same without those that are asked about`,
        must: '',
      },
      {
        what: `the same, the worst of all`,
        value: Math.max(...mended.map(({ change }) => share(change['whole picture']!))),
        unit: '%',
        must: '≤ 105',
      },
    ];
  });
}
