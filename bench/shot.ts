import { existsSync, readdirSync } from 'node:fs';
import { setImmediate } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import sharp from 'sharp';
import { convertSrgbEncodedToHsv } from '#core/colour/hsv';
import { newPhoto } from '#core/document/commands';
import { makeMark, makeStep } from '#core/document/make';
import type { Photo } from '#core/document/schema';
import { flowFrame } from '#core/follow/flow';
import { motionsBetween } from '#core/follow/motion';
import type { Motion } from '#core/follow/motion';
import { readField } from '#core/raster/field';
import type { Plate } from '#core/raster/plate';
import type { Pyramid } from '#core/raster/pyramid';
import { wholeRegion } from '#core/raster/raster';
import type { Region } from '#core/raster/raster';
import { sampleRegion } from '#core/raster/sampleRegion';
import { AreaResolver } from '#core/render/areaResolver';
import { findParts } from '#core/segment/findParts';
import { hueToTarget } from '#kinds/adjust/hue-to-target/index';
import { NO_TARGETS } from '#kinds/adjust/hue-to-target/schema';
import { brush } from '#kinds/mark/brush/index';
import { KINDS } from '#kinds/registry.gen';
import { followShot } from '#kinds/shot/followShot';
import type { FollowedFrame, ShotFrame } from '#kinds/shot/followShot';
import { built } from '../cli/built.mjs';
import { networkFiles } from '../cli/networkFiles';
import { findInto } from '../cli/openPlan';
import { openPhotoFile } from '../cli/photoFile';
import { ShotThreads } from '../cli/shotThreads';
import { workFrame } from '../cli/shotWork';
import { tfNetworks } from '../networks/tfNetworks';
import { openShot } from '../cli/shotFrames';
import type { OpenedFrame } from '../cli/shotFrames';
import { areaNamed } from '../tests/fixtures/documents';
import { movedShot, shotOf } from '../tests/fixtures/movedShot';
import type { Row } from './report';

/** Made-up shots with a mask of each class for each frame, and portraits, where they stand beside the project. */
const MOVING = fileURLToPath(new URL('../../shared/moving/a', import.meta.url));
const PORTRAITS = fileURLToPath(new URL('../../shared/portraits/', import.meta.url));
const EVERY = 12;
/** Parts, their true masks, and what their soft IoU must be. */
const PARTS = [
  ['face', ['skin_face'], '≥ 0.92, goal 0.96'],
  ['hair', ['hair'], '≥ 0.88, goal 0.94'],
  ['skin', ['skin_face', 'skin_body'], '≥ 0.90, goal 0.95'],
  ['lips', ['lips'], ''],
  ['clothes', ['clothes'], ''],
] as const;
const networks = tfNetworks(networkFiles);
const find = (pyramid: Pyramid) => findParts(pyramid, networks);

/** Areas that follow a shot: how well, how steadily, how fast. */
export async function shotAccuracy(): Promise<Row[]> {
  if (!existsSync(MOVING)) return [];
  return [...(await turningHead()), ...(await heldHue()), ...(await cheekUnderCamera()), ...(await speed())];
}

type Followed = FollowedFrame<ShotFrame>;

const coverageIn = ({ frame, photo, plates }: Followed, part: string): Uint8Array | undefined => {
  const areas = new AreaResolver(frame.pyramid, KINDS);
  for (const [name, plate] of plates) areas.learnPlate(name, plate);
  const area = photo!.areas.find((entry) => entry.part === part);
  return area && areas.fullCoverage(areas.resolve(area, photo!));
};

async function start(frame: OpenedFrame): Promise<{ photo: Photo; plates: ReadonlyMap<string, Plate> }> {
  const { width, height } = frame.pyramid;
  const empty = newPhoto({ id: frame.sha256, file: frame.name, width, height });
  return findInto(empty, frame.pyramid, {});
}

async function firstOf(shot: Awaited<ReturnType<typeof openShot>>): Promise<OpenedFrame> {
  for await (const frame of shot.frames(0, 0)) return frame;
  throw new Error('a shot without frames');
}

/** A head that turns: soft IoU of each frame, and what flickers beside what flickers in the truth. */
async function turningHead(): Promise<Row[]> {
  const shot = await openShot(MOVING, {});
  const frame = await firstOf(shot);
  const hand = { frame, ...(await start(frame)) };
  const names = readdirSync(`${MOVING}/masks`).sort();
  const overlaps = new Map<string, number[]>();
  const flickers = new Map<string, [found: number, truth: number]>();
  let before: { frame: ShotFrame; masks: Map<string, [Uint8Array, Float32Array]> } | undefined;
  for await (const followed of followShot({ ...shot, find, pause: async () => undefined }, hand, {
    every: EVERY,
  })) {
    const masks = new Map<string, [Uint8Array, Float32Array]>();
    const motion = before && motionTo(followed.frame, before.frame);
    for (const [part, classes] of PARTS) {
      const found = coverageIn(followed, part)!;
      const truth = await truthOf(names[followed.frame.n]!, classes, found.length);
      masks.set(part, [found, truth]);
      overlaps.set(part, [...(overlaps.get(part) ?? []), overlap(found, truth)]);
      const last = before?.masks.get(part);
      if (!last || !motion) continue;
      const sums = flickers.get(part) ?? [0, 0];
      flickers.set(part, [
        sums[0] + changed(found, last[0], motion),
        sums[1] + changed(truth, last[1], motion),
      ]);
    }
    before = { frame: followed.frame, masks };
  }
  return PARTS.flatMap(([part, , must]): Row[] => {
    const values = overlaps.get(part)!;
    const [found, truth] = flickers.get(part)!;
    return [
      {
        what: `a turning head, ${values.length} frames: ${part}, mean soft IoU`,
        value: mean(values),
        unit: '',
        must,
      },
      { what: `${part}, least`, value: Math.min(...values), unit: '', must: '' },
      {
        what: `${part}, flicker beside the truth's own`,
        value: found / truth,
        unit: '',
        must: '≤ 1.5, goal 1.1',
      },
    ];
  });
}

const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;

async function truthOf(frame: string, classes: readonly string[], size: number): Promise<Float32Array> {
  const sum = new Float32Array(size);
  for (const name of classes) {
    const file = `${MOVING}/masks/${frame}/${name}.png`;
    if (!existsSync(file)) continue;
    const mask = await sharp(file).toColourspace('b-w').raw().toBuffer();
    for (let i = 0; i < size; i++) sum[i]! += mask[i]!;
  }
  return sum;
}

function overlap(one: ArrayLike<number>, other: ArrayLike<number>): number {
  let [both, any] = [0, 0];
  for (let i = 0; i < one.length; i++) {
    both += Math.min(one[i]!, other[i]!);
    any += Math.max(one[i]!, other[i]!);
  }
  return both / any;
}

function motionTo({ pyramid: here }: ShotFrame, { pyramid: there }: ShotFrame): Motion {
  const region = wholeRegion(here.width, here.height, 320);
  const small = (pyramid: Pyramid) => flowFrame(sampleRegion(pyramid, region));
  return motionsBetween(small(here), small(there), region).onward;
}

/** How much of a mask's change since the frame before no motion explains. */
function changed(now: ArrayLike<number>, before: ArrayLike<number>, motion: Motion): number {
  const { width, height } = motion.region;
  const shift = new Float32Array(3);
  let sum = 0;
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      readField(motion, x + 0.5, y + 0.5, shift);
      const column = Math.min(width - 1, Math.max(0, Math.round(x + shift[0]!)));
      const row = Math.min(height - 1, Math.max(0, Math.round(y + shift[1]!)));
      sum += Math.abs(now[i]! - before[row * width + column]!);
    }
  return sum;
}

/** The hue of skin in each frame under a key light that warms, before and after it is brought to 20 degrees. */
async function heldHue(): Promise<Row[]> {
  const shot = await openShot(MOVING, {});
  const frame = await firstOf(shot);
  const { photo, plates } = await start(frame);
  const skin = photo.areas.find(({ part }) => part === 'skin')!;
  const parameters = { ...NO_TARGETS, hue: { light: 20, middle: 20, shade: 20 } };
  const plan = [makeStep(hueToTarget, parameters, { id: 'hue', areaId: skin.id })];
  const names = readdirSync(`${MOVING}/masks`).sort();
  const hues: [before: number, after: number][] = [];
  const hand = { frame, photo: { ...photo, plan }, plates };
  for await (const followed of followShot({ ...shot, find, pause: async () => undefined }, hand, {
    every: EVERY,
  })) {
    const { pyramid } = followed.frame;
    const truth = await truthOf(names[followed.frame.n]!, ['skin_face'], pyramid.width * pyramid.height);
    const as = { format: 'png', quality: 90, fullChroma: true, space: 'srgb', metadata: 'none' } as const;
    const { bytes } = await workFrame({ followed, as, bare: true, masks: false, measures: new Map() });
    hues.push([hueWithin(pyramid.levels[0]!.data, 4, truth), hueWithin(bytes, 3, truth)]);
  }
  return [
    {
      what: 'skin hue over the shot, standard deviation before',
      value: spread(hues, 0),
      unit: '°',
      must: '',
    },
    { what: 'after hue to target', value: spread(hues, 1), unit: '°', must: '≤ 0.5, goal 0.25' },
  ];
}

function hueWithin(codes: ArrayLike<number>, channels: number, truth: Float32Array): number {
  const sums = [0, 0, 0];
  for (let i = 0; i < truth.length; i++)
    if (truth[i]! > 250) for (let c = 0; c < 3; c++) sums[c]! += codes[channels * i + c]!;
  const most = Math.max(...sums);
  const { hueDegrees } = convertSrgbEncodedToHsv([sums[0]! / most, sums[1]! / most, sums[2]! / most]);
  return hueDegrees!;
}

function spread(hues: readonly (readonly [number, number])[], of: 0 | 1): number {
  const values = hues.map((pair) => pair[of]);
  return Math.sqrt(mean(values.map((value) => (value - mean(values)) ** 2)));
}

/** A stroke on a cheek under a camera that pans, nears and shakes, with grain: where it goes is known. */
async function cheekUnderCamera(): Promise<Row[]> {
  const rows: Row[] = [];
  for (const sitter of ['imani', 'jonas', 'solveig', 'tomas']) {
    const { pyramid } = await openPhotoFile(`${PORTRAITS}${sitter}/photo.jpg`);
    const shot = movedShot(pyramid, cameraPath(25), 3);
    const points = [170, 185, 200, 215].map((x): [number, number, number] => [x, 260 + x / 10, 1]);
    const stroke = { takes: true, radius: 18, fade: 0.3, build: 1, points };
    const mark = makeMark(brush, { strokes: [stroke] }, { id: 'stroke' });
    const photo: Photo = {
      ...newPhoto({ id: 'a', file: 'a', width: 480, height: 600 }),
      areas: [areaNamed('cheek', 'other', [mark])],
    };
    const hand = { frame: shot.frame(0), photo, plates: new Map<string, Plate>() };
    let value = 0;
    for await (const followed of followShot(shotOf(shot, find), hand, { every: EVERY })) {
      const { n } = followed.frame;
      if (n !== 24) continue;
      const move = points.map(([x, y]): [number, number, number] => [...shot.place(x, y, 0, n), 1]);
      const [scaled] = [shot.place(1, 0, 0, n)[0] - shot.place(0, 0, 0, n)[0]];
      const truth = { ...stroke, radius: scaled * stroke.radius, points: move };
      const exact = {
        ...photo,
        areas: [areaNamed('cheek', 'other', [{ ...mark, parameters: { strokes: [truth] } }])],
      };
      value = overlap(coverageIn(followed, 'other')!, coverageIn({ ...followed, photo: exact }, 'other')!);
    }
    rows.push({
      what: `a stroke on a cheek after 24 frames, ${sitter}: soft IoU`,
      value,
      unit: '',
      must: '≥ 0.85, goal 0.92',
    });
  }
  return rows;
}

function cameraPath(count: number): Region[] {
  return Array.from({ length: count }, (_, n) => {
    const width = 900 * 0.994 ** n;
    const [shakeX, shakeY] = [6 * Math.sin(2.1 * n), 5 * Math.cos(1.7 * n)];
    const [x, y] = [60 + 3 * n + shakeX, 60 + 2 * n + shakeY];
    return { x, y, width, height: 1.25 * width, outWidth: 480, outHeight: 600 };
  });
}

/** Following alone, frames enlarged to 960x1200, people looked for in a thread of its own. */
async function speed(): Promise<Row[]> {
  await built('main');
  const crew = new ShotThreads(1);
  const shot = await openShot(MOVING, {});
  const frames: OpenedFrame[] = [];
  for await (const frame of shot.frames(0, shot.count - 1)) {
    const region = { ...wholeRegion(shot.width, shot.height), outWidth: 960, outHeight: 1200 };
    const moved = movedShot(frame.pyramid, [region]);
    frames.push({ ...frame, pyramid: moved.frame(0).pyramid });
  }
  const { photo, plates } = await start(frames[0]!);
  const areas = photo.areas.filter(({ part }) => part === 'skin' || part === 'hair');
  const hand = { frame: frames[0]!, photo: { ...photo, areas }, plates };
  // Once before the clock runs: the thread loads its networks.
  await crew.find(frames[0]!.pyramid);
  const started = performance.now();
  const enlarged = shotOf({ count: frames.length, frame: (n) => frames[n]! }, (pyramid) =>
    crew.find(pyramid),
  );
  let count = 0;
  for await (const followed of followShot({ ...enlarged, pause: () => setImmediate() }, hand, {
    every: EVERY,
  }))
    if (followed.photo) count++;
  const value = (1000 * count) / (performance.now() - started);
  await crew.end();
  return [{ what: 'following at 960x1200, skin and hair', value, unit: 'frames/s', must: '≥ 2, goal 8' }];
}
