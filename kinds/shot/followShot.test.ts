import { describe, expect, it } from 'vitest';
import { newPhoto } from '#core/document/commands';
import { makeMark } from '#core/document/make';
import type { Photo } from '#core/document/schema';
import { buildPyramid } from '#core/raster/pyramid';
import type { Plate } from '#core/raster/plate';
import type { Region } from '#core/raster/raster';
import { AreaResolver } from '#core/render/areaResolver';
import type { FoundPart, FoundPeople, FoundSitter } from '#core/segment/found';
import { KINDS } from '#kinds/registry.gen';
import { areaNamed, sitterWith } from '../../tests/fixtures/documents';
import { movedShot, shotOf } from '../../tests/fixtures/movedShot';
import { softIou } from '../../tests/references/measures';
import { followShot } from './followShot';
import type { FollowState, FollowedFrame, Following, ShotFrame } from './followShot';
import { followWords, noteRuns } from './followWords';

const [width, height] = [160, 200];
/** A picture of waves; the person in it is a box. */
function picture(of: number) {
  const size = { width: 400, height: 400 };
  const data = new Uint8Array(4 * size.width * size.height).fill(255);
  for (let y = 0, i = 0; y < size.height; y++)
    for (let x = 0; x < size.width; x++, i += 4)
      for (let c = 0; c < 3; c++)
        data[i + c] =
          120 + 40 * Math.sin(0.3 * x + of * 0.4 * y + c) + 40 * Math.sin(0.21 * y - 0.13 * of * x + 2 * c);
  return buildPyramid({ space: 'srgb8', ...size, data });
}
const SCENE = picture(1);
const PERSON = { x: 110, y: 120, width: 60, height: 70 };
const view = (x: number, y: number): Region => ({ x, y, width, height, outWidth: width, outHeight: height });
const PATH = Array.from({ length: 9 }, (_, n) => view(60 + 2.5 * n, 50 + 1.5 * n));

/** Where the person is in a frame. */
const boxIn = (at: Region) => ({ ...PERSON, x: PERSON.x - at.x, y: PERSON.y - at.y });
function plateOf(box: typeof PERSON): Plate {
  const region = { ...box, outWidth: box.width, outHeight: box.height };
  return { region, coverage8: new Uint8Array(box.width * box.height).fill(255) };
}
function personAt(box: typeof PERSON): FoundSitter {
  const part: FoundPart = { part: 'skin', ...plateOf(box), unsureShare: 0, doubt: undefined };
  const corners = [
    [box.x, box.y],
    [box.x + box.width, box.y + box.height],
  ] as const;
  const iris = { middle: [0, 0], radius: 1 } as const;
  const irises = { left: iris, right: iris };
  return {
    landmarks: { points: corners, irises, confidence: 9, tiltRadians: 0 },
    parts: [part],
    doubtful: [],
  };
}
const nobody: FoundPeople = { sitters: [], background: undefined };

function handPhoto(at: Region): { photo: Photo; plates: Map<string, Plate> } {
  const face = boxIn(at);
  const found = makeMark(
    KINDS.marks.get('found-part')!,
    { sitter: 'a', part: 'skin', plate: 'skin' },
    { id: 'found' },
  );
  const points = [[face.x + 20, face.y + 20, 1]];
  const stroke = { takes: true, radius: 8, fade: 0, build: 1, points };
  const brush = makeMark(KINDS.marks.get('brush')!, { strokes: [stroke] }, { id: 'stroke' });
  const reach = makeMark(KINDS.marks.get('light-reach')!, { from: 20, to: 60, soft: 5 }, { id: 'reach' });
  const file = makeMark(KINDS.marks.get('picture')!, { file: 'a.png', plate: 'file' }, { id: 'file' });
  const photo: Photo = {
    ...newPhoto({ id: 'a'.repeat(64), file: 'a.png', width, height }),
    sitters: [
      sitterWith('a', face, { points: [[face.x, face.y]] }),
      // Nothing is followed of somebody else.
      sitterWith('b', { ...face, x: -500 }, { number: 2 }),
    ],
    areas: [
      { ...areaNamed('skin', 'skin', [found]), sitter: 'a' },
      areaNamed('drawn', 'other', [brush]),
      areaNamed('reach', 'other', [reach]),
      areaNamed('file', 'other', [file]),
    ],
    readings: [{ id: 'r', areaId: 'skin', rung: 'middle', x: face.x + 30, y: face.y + 30, size: 9 }],
  };
  const plate = plateOf(face);
  return {
    photo,
    plates: new Map([
      ['skin', plate],
      ['file', plate],
    ]),
  };
}

/** Follows the path from one of its frames; what is found is the person, unless it is said who. */
async function follow(
  from: number,
  {
    path = PATH,
    found = (n: number) => ({ ...nobody, sitters: [personAt(boxIn(path[n]!))] }),
    scene = movedShot(SCENE, path),
    ...how
  }: Omit<Following, 'every'> & {
    readonly path?: readonly Region[];
    readonly found?: (n: number) => FoundPeople;
    readonly scene?: Pick<ReturnType<typeof movedShot>, 'count' | 'frame'>;
  } = {},
) {
  const looked: number[] = [];
  const shot = shotOf(scene, async (pyramid) => {
    const n = path.findIndex((_, i) => scene.frame(i).pyramid === pyramid);
    looked.push(n);
    return found(n);
  });
  const followed: FollowedFrame<ShotFrame>[] = [];
  const hand = { frame: scene.frame(from), ...handPhoto(path[from]!) };
  for await (const frame of followShot(shot, hand, { every: 4, ...how })) followed.push(frame);
  return { followed, looked, at: (n: number) => followed.find(({ frame }) => frame.n === n)! };
}

/** Coverage of an area in a followed frame. */
function coverage({ frame, photo, plates }: FollowedFrame<ShotFrame>, area: string): Uint8Array {
  const areas = new AreaResolver(frame.pyramid, KINDS);
  for (const [name, plate] of plates) areas.learnPlate(name, plate);
  return areas.fullCoverage(
    areas.resolve(
      photo!.areas.find(({ id }) => id === area)!,
      photo!,
    ),
  );
}
function boxCoverage({ x, y, width: w, height: h }: typeof PERSON): Uint8Array {
  return Uint8Array.from({ length: width * height }, (_, i) => {
    const across = Math.min((i % width) + 1, x + w) - Math.max(i % width, x);
    const row = Math.floor(i / width);
    return 255 * Math.max(0, across) * Math.max(0, Math.min(row + 1, y + h) - Math.max(row, y));
  });
}

describe('areas that follow a shot', () => {
  it('are found anew every so often and carried between, forward and back', async () => {
    const { followed, looked } = await follow(5);
    expect(followed.map(({ frame }) => frame.n)).toEqual([4, 3, 2, 1, 0, 5, 6, 7, 8]);
    expect(looked).toEqual([1, 0, 8]);
    for (const frame of followed) {
      const truth = boxCoverage(boxIn(PATH[frame.frame.n]!));
      expect(softIou(coverage(frame, 'skin'), truth)).toBeGreaterThan(0.94);
      expect(softIou(coverage(frame, 'file'), truth)).toBeGreaterThan(0.94);
      expect(frame.notes).toEqual([]);
    }
  });

  it('are gone on with where following was stopped, to the bit as without a stop', async () => {
    const whole = await follow(5);
    // As if it had come back from where it was kept.
    const state = (n: number): FollowState => structuredClone(whole.at(n).state!);
    expect(whole.followed.flatMap(({ frame, state: there }) => (there ? [frame.n] : []))).toEqual([1]);
    const before = await follow(5, { goOn: { before: state(1) } });
    expect(before.followed.map(({ frame }) => frame.n)).toEqual([0, 5, 6, 7, 8]);
    expect(before.looked).toEqual([0, 8]);
    const onward = await follow(0);
    // Nor does it matter how many are wanted.
    const some = await follow(0, { reach: { from: 0, to: 4 } });
    const after = await follow(0, { goOn: { after: structuredClone(onward.at(4).state!) } });
    expect(after.followed.map(({ frame }) => frame.n)).toEqual([5, 6, 7, 8]);
    for (const [gone, all] of [
      [before, whole],
      [after, onward],
      [some, onward],
    ] as const)
      for (const frame of gone.followed) expect(frame).toEqual(all.at(frame.frame.n));
  });

  it('take along what was drawn, readings and faces; what goes by light stays', async () => {
    const { at } = await follow(0);
    const { photo } = at(7);
    const box = boxIn(PATH[7]!);
    const { strokes } = photo!.areas[1]!.marks[0]!.parameters as { strokes: { points: number[][] }[] };
    const [x, y, pressure] = strokes[0]!.points[0]!;
    expect(Math.hypot(x! - box.x - 20, y! - box.y - 20)).toBeLessThan(0.6);
    expect(pressure).toBe(1);
    const [reading] = photo!.readings;
    expect(Math.hypot(reading!.x - box.x - 30, reading!.y - box.y - 30)).toBeLessThan(0.6);
    const { face, points } = photo!.sitters[0]!;
    expect(Math.hypot(face.x - box.x, face.y - box.y)).toBeLessThan(0.6);
    expect(Math.hypot(points[0]![0] - box.x, points[0]![1] - box.y)).toBeLessThan(0.6);
    expect(photo!.areas[2]!.marks).toEqual(handPhoto(PATH[0]!).photo.areas[2]!.marks);
  });

  it('stay the same, to the bit, where a photo is repeated', async () => {
    const path = PATH.map(() => PATH[0]!);
    const scene = movedShot(SCENE, [PATH[0]!]);
    const { followed } = await follow(0, {
      path,
      scene: { count: 9, frame: (n) => ({ n, pyramid: scene.frame(0).pyramid }) },
      found: () => ({ ...nobody, sitters: [personAt(boxIn(PATH[0]!))] }),
    });
    const [first, ...others] = followed;
    for (const other of others) {
      for (const area of ['skin', 'drawn', 'file'])
        expect(Buffer.from(coverage(other, area)).equals(coverage(first!, area))).toBe(true);
      expect(other.photo!.readings).toEqual(first!.photo!.readings);
    }
  });

  it('are carried on where nobody was found, which is said; another person is nobody', async () => {
    const far = { ...PERSON, x: -200, y: 0 };
    const { at } = await follow(0, {
      found: (n) => (n === 4 ? nobody : { ...nobody, sitters: [personAt(far)] }),
    });
    expect(at(4).notes).toEqual([{ n: 4, what: '1', is: 'not-found' }]);
    expect(at(8).notes).toEqual([{ n: 8, what: '1', is: 'not-found' }]);
    for (const n of [3, 4, 7, 8])
      expect(softIou(coverage(at(n), 'skin'), boxCoverage(boxIn(PATH[n]!)))).toBeGreaterThan(0.85);
  });

  it('that are found elsewhere than they were followed to are said', async () => {
    const aside = (n: number) => ({ ...boxIn(PATH[n]!), x: boxIn(PATH[n]!).x + (n === 4 ? 25 : 0) });
    const { at } = await follow(0, { found: (n) => ({ ...nobody, sitters: [personAt(aside(n))] }) });
    const jumps = { what: 'skin', is: 'jumps' } as const;
    // There, and where it comes back from there.
    expect(at(4).notes).toEqual([{ n: 4, ...jumps }]);
    expect(at(8).notes).toEqual([{ n: 8, ...jumps }]);
  });

  it('fade where a part is found no more, and that it is lost is said', async () => {
    const { at } = await follow(0, {
      found: (n) => ({ ...nobody, sitters: [{ ...personAt(boxIn(PATH[n]!)), parts: [] }] }),
    });
    const sum = (n: number) => coverage(at(n), 'skin').reduce((total, value) => total + value, 0);
    expect(sum(2) / sum(0)).toBeCloseTo(0.5, 1);
    expect(sum(4)).toBe(0);
    expect(at(4).notes).toEqual([{ n: 4, what: 'skin', is: 'lost' }]);
  });

  it('end at a cut', async () => {
    const [one, other] = [movedShot(SCENE, PATH), movedShot(picture(-2.3), PATH)];
    const { at } = await follow(0, {
      scene: { count: 9, frame: (n) => (n < 6 ? one : other).frame(n) },
    });
    expect(at(5).photo).toBeDefined();
    expect(at(6)).toMatchObject({ photo: undefined, notes: [{ n: 6, what: '', is: 'cut' }] });
    expect(at(8)).toMatchObject({ photo: undefined, notes: [] });
  });
});

it('what is worth a look is said in runs of frames, counted as in the file', () => {
  const unsure = (n: number) => ({ n, what: 'Hair', is: 'unsure' }) as const;
  const runs = noteRuns([unsure(5), unsure(4), { n: 9, what: '', is: 'cut' }, unsure(8)]);
  expect(runs.map((run) => followWords(run, 1))).toEqual([
    'frames 5 to 6: Hair may lie wrong: its motion is unsure',
    'frame 9: Hair may lie wrong: its motion is unsure',
    'frame 10: something else is shown; nothing is followed from here on, and frames are left as they are',
  ]);
});
