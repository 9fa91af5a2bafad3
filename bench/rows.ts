import { existsSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { decodeSrgb, encodeSrgb8 } from '#core/colour/transfer';
import { distance } from '#core/math/distance';
import { faceFrame } from '#core/segment/faceFrame';
import { findParts } from '#core/segment/findParts';
import { networkFiles } from '../cli/networkFiles';
import { openPhotoFile } from '../cli/photoFile';
import { tfNetworks } from '../networks/tfNetworks';
import { seeded } from './casts';
import { HEADS, FREE, coverageOf, headsOf, maskOf, overlap } from './heads';
import type { Row } from './report';

const [WIDTH, HEIGHT] = [864, 900];
/** Of a head's picture. */
const [HEAD_WIDTH, HEAD_HEIGHT] = [432, 540];
const PICTURES = 8;
const PARTS = { hair: ['hair'], skin: ['skin_face', 'skin_body'], clothes: ['clothes'] } as const;
type Part = keyof typeof PARTS;
/** By how much a fold of a garment is brighter or darker, and how long it is, pixels. */
const [FOLD, FOLD_LENGTH] = [0.5, 37];

/** One person of a picture: the true coverage of its parts, and where its face is. */
interface Person {
  readonly parts: Readonly<Record<Part | 'free' | 'person', Float32Array>>;
  readonly face: readonly [x: number, y: number];
}

/**
 * Find on people in rows, put together from heads by their masks: two side by side, whose garments go on downward, and
 * before them a third, whose head lies on those garments.
 */
export async function rowsAccuracy(): Promise<Row[]> {
  if (!existsSync(HEADS)) return [];
  const networks = tfNetworks(networkFiles);
  const rows: Row[] = [];
  for (const half of ['even', 'odd'] as const) {
    const random = seeded(half === 'even' ? 7 : 8);
    const alone = headsOf(half).filter((head) => !existsSync(`${HEADS}${head}/first_sitter.png`));
    const measured = new Map<string, number[]>();
    for (let n = 0; n < PICTURES; n++) {
      const { file, people } = await inRows(drawn(alone, 3, random), random);
      const { pyramid } = await openPhotoFile(file);
      const { sitters } = await findParts(pyramid, networks);
      for (const [k, { parts, face }] of people.entries()) {
        const own = sitters.find(({ landmarks }) => {
          const { origin, unit } = faceFrame(landmarks);
          return distance(origin, face) < unit / 2;
        });
        for (const part of Object.keys(PARTS) as Part[]) {
          const found = coverageOf(pyramid, own?.parts ?? [], [part]);
          const value = overlap(found, coded(parts[part]), coded(parts.free));
          const what = `${part} of ${k === 2 ? 'the one in front' : 'those behind'}`;
          if (value !== undefined) measured.set(what, [...(measured.get(what) ?? []), value]);
        }
      }
    }
    for (const [what, values] of measured)
      rows.push({
        what: `three in two rows, heads of ${half} number, ${what}: soft IoU, mean of ${values.length} (lowest ${Math.min(...values).toFixed(2)})`,
        value: values.reduce((sum, value) => sum + value, 0) / values.length,
        unit: '',
        must: '',
      });
  }
  return rows;
}

async function inRows(heads: readonly string[], random: () => number) {
  const about = (middle: number, reach: number) => Math.round(middle + reach * (2 * random() - 1));
  const places = [
    [about(-10, 15), about(-20, 15)],
    [about(442, 15), about(-20, 15)],
    [about(216, 50), about(345, 35)],
  ] as const;
  const [above, below] = [0, 1].map(() => [0, 0, 0].map(() => 0.03 + 0.4 * random())) as [number[], number[]];
  const light = Float32Array.from({ length: 3 * WIDTH * HEIGHT }, (_, p) => {
    const share = p / (3 * WIDTH * HEIGHT);
    return (1 - share) * above[p % 3]! + share * below[p % 3]!;
  });
  const people: Person[] = [];
  for (const [n, head] of heads.entries()) {
    const behind = people.flatMap(({ parts }) => Object.values(parts));
    const { person, colours } = await placed(head, places[n]!, random);
    const cover = person.parts.person;
    for (let i = 0; i < cover.length; i++) {
      if (cover[i] === 0) continue;
      for (const plane of behind) plane[i]! *= 1 - cover[i]!;
      for (let p = 3 * i; p < 3 * i + 3; p++) light[p]! += cover[i]! * (colours[p]! - light[p]!);
    }
    people.push(person);
  }
  const file = join(mkdtempSync(join(tmpdir(), 'even-blush-')), 'rows.jpg');
  const codes = Uint8Array.from(light, (value) => encodeSrgb8(value));
  await sharp(codes, { raw: { width: WIDTH, height: HEIGHT, channels: 3 } })
    .jpeg({ quality: 92 })
    .toFile(file);
  return { file, people };
}

/** A head at a place of the picture; below its own picture its garment goes on, as wide as it ended. */
async function placed(head: string, [left, top]: readonly [number, number], random: () => number) {
  const photo = await sharp(`${HEADS}${head}/photo.jpg`).removeAlpha().raw().toBuffer();
  const sumOf = async (...names: readonly string[]) => {
    const sum = await maskOf(head, names, { width: HEAD_WIDTH, height: HEAD_HEIGHT });
    return (i: number) => sum[i]! / 255;
  };
  const shares = {
    hair: await sumOf(...PARTS.hair),
    skin: await sumOf(...PARTS.skin),
    clothes: await sumOf(...PARTS.clothes),
    free: await sumOf(...FREE),
    ground: await sumOf('background'),
    face: await sumOf('skin_face'),
  };
  const cloth = garment(photo, shares.clothes, random);
  const plane = () => new Float32Array(WIDTH * HEIGHT);
  const parts = { hair: plane(), skin: plane(), clothes: plane(), free: plane(), person: plane() };
  const colours = new Float32Array(3 * WIDTH * HEIGHT);
  const middle = [0, 0, 0];
  for (let y = Math.max(0, top); y < HEIGHT; y++)
    for (let x = Math.max(0, left); x < Math.min(WIDTH, left + HEAD_WIDTH); x++) {
      const i = y * WIDTH + x;
      const isBelow = y >= top + HEAD_HEIGHT;
      const from = Math.min(y - top, HEAD_HEIGHT - 1) * HEAD_WIDTH + x - left;
      parts.person[i] = 1 - shares.ground(from);
      if (isBelow) {
        parts.clothes[i] = parts.person[i]!;
        const shine = cloth.foldAt(x, y) * (0.9 + 0.2 * random());
        for (let c = 0; c < 3; c++) colours[3 * i + c] = cloth.colour[c]! * shine;
        continue;
      }
      for (const part of ['hair', 'skin', 'clothes', 'free'] as const) parts[part][i] = shares[part](from);
      for (let c = 0; c < 3; c++) colours[3 * i + c] = decodeSrgb(photo[3 * from + c]! / 255);
      const face = shares.face(from);
      [x, y, 1].forEach((value, k) => (middle[k]! += face * value));
    }
  return {
    person: { parts, face: [middle[0]! / middle[2]!, middle[1]! / middle[2]!] } satisfies Person,
    colours,
  };
}

/** The mean colour of a head's clothes, in folds; any colour where it shows none. */
function garment(photo: Buffer, clothesAt: (i: number) => number, random: () => number) {
  const sums = [0, 0, 0, 0];
  for (let i = 0; i < HEAD_WIDTH * HEAD_HEIGHT; i++) {
    if (clothesAt(i) < 0.9) continue;
    for (let c = 0; c < 3; c++) sums[c]! += decodeSrgb(photo[3 * i + c]! / 255);
    sums[3]!++;
  }
  const any = [0, 0, 0].map(() => 0.01 + 0.4 * random());
  const colour = sums[3]! > 200 ? sums.slice(0, 3).map((sum) => sum / sums[3]!) : any;
  const turns = [0, 0, 0].map(() => 6 * random());
  const foldAt = (x: number, y: number) =>
    1 +
    (FOLD / 2) *
      (Math.sin(x / FOLD_LENGTH + turns[0]! + Math.sin(y / (2 * FOLD_LENGTH) + turns[1]!)) +
        Math.sin((x + 2 * y) / (3 * FOLD_LENGTH) + turns[2]!));
  return { colour, foldAt };
}

/** So many of a list, none twice. */
function drawn(from: readonly string[], count: number, random: () => number): string[] {
  const left = [...from];
  return Array.from({ length: count }, () => left.splice(Math.floor(random() * left.length), 1)[0]!);
}

function coded(shares: Float32Array): Uint8Array {
  return Uint8Array.from(shares, (share) => Math.round(255 * Math.min(1, share)));
}
