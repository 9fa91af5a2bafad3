import { makeMark } from '#core/document/make';
import type { FoundPartName } from '#core/document/foundParts';
import { NO_EDGE_CARE } from '#core/document/schema';
import type { Area, Mark } from '#core/document/schema';
import type { Pyramid } from '#core/raster/pyramid';
import { wholeRegion } from '#core/raster/raster';
import { RegionRenderer } from '#core/render/regionRenderer';
import { Resolver } from '#core/render/resolver';
import { findParts } from '#core/segment/findParts';
import type { FaceNetworks } from '#core/segment/networks';
import { KINDS } from '#kinds/registry.gen';
import { portrait, truthMask } from '../tests/fixtures/truth';
import { softIou } from '../tests/references/measures';
import { largePyramid } from './render';
import type { Row } from './report';

const PORTRAITS = ['marit', 'adaeze', 'jonas', 'linnea', 'pair'] as const;
const PARTS: readonly { readonly part: FoundPartName; readonly mask: string; readonly must: string }[] = [
  { part: 'hair', mask: 'hair', must: '≥ 0.94' },
  { part: 'neck-limbs', mask: 'skin_body', must: '≥ 0.93' },
];
/** A sweep runs broadly along an edge: its radius beside that of a line through what is wrong. */
const SWEPT = 4;
const MOST_STROKES = 3;
const SHRINK = 6;
const WRONG = 0.35;
const POINTS = 8;

/**
 * What find gave, corrected by at most three strokes where most is wrong; the best of a stroke with edge
 * finding, a brush and a strand sweep, as an eye would choose.
 */
export async function strokeAccuracy(networks: FaceNetworks): Promise<Row[]> {
  const rows: Row[] = [];
  const reached = new Map<string, number[]>();
  for (const name of PORTRAITS) {
    const pyramid = await portrait(name, 'photo');
    const { sitters } = await findParts(pyramid, networks);
    for (const { part, mask, must } of PARTS) {
      const truth = await truthMask(name, mask);
      const plates = sitters.flatMap(({ parts }) => parts).filter((found) => found.part === part);
      const resolver = new Resolver(pyramid, KINDS);
      plates.forEach((plate, n) => resolver.areas.learnPlate(`plate${n}`, plate));
      let marks: Mark[] = plates.map((_, n) =>
        mark('found-part', 'add', { sitter: 's', part, plate: `plate${n}` }, n),
      );
      let now = coverageOf(pyramid, resolver, marks);
      let iou = softIou(now, truth);
      const found = iou;
      let strokes = 0;
      for (; strokes < MOST_STROKES; strokes++) {
        const drawn = strokeWhereWrong(now, truth, pyramid);
        if (!drawn) break;
        const tries = (['edge-stroke', 'brush', 'strand-sweep'] as const)
          .map((kind) => {
            const own = { takes: true, radius: drawn.radius, points: drawn.points };
            const byKind: Readonly<Record<string, Mark['parameters']>> = {
              'brush': { strokes: [{ ...own, fade: 0.5, build: 1 }] },
              'strand-sweep': { solver: 1, strokes: [{ ...own, radius: SWEPT * drawn.radius }] },
            };
            const parameters = byKind[kind] ?? { solver: 2, tolerance: 0.3, strokes: [own] };
            const next = [
              ...marks,
              mark(
                kind,
                drawn.missed || kind === 'strand-sweep' ? 'add' : 'remove',
                parameters,
                marks.length,
              ),
            ];
            const coverage = coverageOf(pyramid, resolver, next);
            return { next, coverage, iou: softIou(coverage, truth) };
          })
          .sort((p, q) => q.iou - p.iou);
        const [best] = tries;
        if (best!.iou <= iou) break;
        marks = best!.next;
        now = best!.coverage;
        iou = best!.iou;
      }
      reached.set(part, [...(reached.get(part) ?? []), iou]);
      rows.push({
        what: `${name} photo: ${part}, found ${found.toFixed(3)}, after ${strokes} strokes`,
        value: iou,
        unit: '',
        must,
      });
    }
  }
  return [
    ...rows,
    ...PARTS.map(({ part, must }) => ({
      what: `${part} after at most ${MOST_STROKES} strokes, mean`,
      value: reached.get(part)!.reduce((sum, value) => sum + value / PORTRAITS.length, 0),
      unit: '',
      must,
    })),
  ];
}

/**
 * From a stroke with edge finding to its coverage over a view of 2 megapixels, on 24 megapixels: five
 * strokes, each with all before it.
 */
export async function strokeSpeed(): Promise<Row[]> {
  const pyramid = await largePyramid();
  const { width, height } = pyramid;
  const resolver = new Resolver(pyramid, KINDS);
  const renderer = new RegionRenderer(pyramid, KINDS);
  const view = wholeRegion(width, height, VIEW_LONG_SIDE);
  const times: number[] = [];
  const lines = FACE_LINES.map((line) =>
    line.map(([x, y]): [number, number, number] => [x * width, y * height, 0.5]),
  );
  for (let n = 1; n <= lines.length; n++) {
    const marks = [
      mark(
        'edge-stroke',
        'add',
        {
          solver: 2,
          tolerance: 0.5,
          strokes: lines.slice(0, n).map((points, place) => ({ takes: place % 2 === 0, radius: 40, points })),
        },
        0,
      ),
    ];
    const begin = performance.now();
    const resolved = resolver.area(areaOf(marks), { areas: [] });
    renderer.learnArea(resolved);
    renderer.coverage(resolved.key, view);
    times.push(performance.now() - begin);
  }
  return [
    {
      what: 'stroke with edge finding on 24 megapixels: solved and seen in a view of 2 megapixels, median of five strokes after the first',
      value: times.slice(1).toSorted((p, q) => p - q)[Math.floor((times.length - 1) / 2)]!,
      unit: 'ms',
      must: '≤ 400',
    },
  ];
}
const VIEW_LONG_SIDE = 1800;
/** Through the face, beside it, and on in the face, as shares of the photo. */
const FACE_LINES = [
  [
    [0.46, 0.25],
    [0.44, 0.35],
  ],
  [
    [0.1, 0.1],
    [0.15, 0.3],
  ],
  [
    [0.42, 0.42],
    [0.44, 0.5],
  ],
  [
    [0.85, 0.1],
    [0.9, 0.4],
  ],
  [
    [0.5, 0.3],
    [0.52, 0.4],
  ],
  [
    [0.4, 0.9],
    [0.6, 0.95],
  ],
] as const;

function mark(kind: string, mode: Mark['mode'], parameters: Mark['parameters'], n: number): Mark {
  return makeMark(KINDS.marks.get(kind)!, parameters, { id: `m${n}`, mode });
}

function areaOf(marks: readonly Mark[]): Area {
  return {
    id: 'area',
    name: 'Area',
    part: 'other',
    sitter: null,
    inverted: false,
    edgeCare: NO_EDGE_CARE,
    marks,
  };
}

function coverageOf(pyramid: Pyramid, resolver: Resolver, marks: readonly Mark[]): Uint8Array {
  const renderer = new RegionRenderer(pyramid, KINDS);
  const resolved = resolver.area(areaOf(marks), { areas: [] });
  renderer.learnArea(resolved);
  return renderer.coverage(resolved.key, wholeRegion(pyramid.width, pyramid.height)).data;
}

/** A line along the largest connected place that is missed, or taken falsely. */
function strokeWhereWrong(
  now: Uint8Array,
  truth: Uint8Array,
  pyramid: Pyramid,
): { missed: boolean; radius: number; points: [number, number, number][] } | undefined {
  const width = Math.floor(pyramid.width / SHRINK);
  const height = Math.floor(pyramid.height / SHRINK);
  const wrong = new Float32Array(width * height);
  for (let i = 0; i < wrong.length; i++) {
    const column = (i % width) * SHRINK;
    const row = Math.floor(i / width) * SHRINK;
    let sum = 0;
    for (let y = row; y < row + SHRINK; y++)
      for (let x = column; x < column + SHRINK; x++)
        sum += truth[y * pyramid.width + x]! - now[y * pyramid.width + x]!;
    wrong[i] = sum / (255 * SHRINK * SHRINK);
  }
  const seen = new Uint8Array(wrong.length);
  let best: number[] = [];
  for (let seed = 0; seed < wrong.length; seed++) {
    if (seen[seed] || Math.abs(wrong[seed]!) < WRONG) continue;
    const members = [seed];
    const sign = Math.sign(wrong[seed]!);
    seen[seed] = 1;
    for (let n = 0; n < members.length; n++) {
      const at = members[n]!;
      const column = at % width;
      for (const next of [
        column > 0 ? at - 1 : -1,
        column < width - 1 ? at + 1 : -1,
        at - width,
        at + width,
      ]) {
        if (next < 0 || next >= wrong.length || seen[next] || wrong[next]! * sign < WRONG) continue;
        seen[next] = 1;
        members.push(next);
      }
    }
    if (members.length > best.length) best = members;
  }
  if (best.length < 4) return undefined;
  return {
    missed: wrong[best[0]!]! > 0,
    ...lineThrough(
      best.map((i) => [((i % width) + 0.5) * SHRINK, (Math.floor(i / width) + 0.5) * SHRINK] as const),
    ),
  };
}

/** The middle line of a set of places along their longer side, and about half their thickness. */
function lineThrough(places: readonly (readonly [number, number])[]): {
  radius: number;
  points: [number, number, number][];
} {
  const across = places.map(([x]) => x);
  const down = places.map(([, y]) => y);
  const wide = Math.max(...across) - Math.min(...across);
  const tall = Math.max(...down) - Math.min(...down);
  const along = wide >= tall ? 0 : 1;
  const from = Math.min(...places.map((place) => place[along]));
  const length = Math.max(wide, tall, SHRINK);
  const points = Array.from({ length: POINTS }, (_, n) =>
    places.filter((place) => Math.floor(((place[along] - from) / (length + 1)) * POINTS) === n),
  ).flatMap((group): [number, number, number][] =>
    group.length === 0
      ? []
      : [
          [
            group.reduce((sum, [x]) => sum + x / group.length, 0),
            group.reduce((sum, [, y]) => sum + y / group.length, 0),
            0.5,
          ],
        ],
  );
  return { radius: Math.max(3, (0.35 * places.length * SHRINK * SHRINK) / length), points };
}
