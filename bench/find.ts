import type { FoundPartName } from '#core/document/foundParts';
import type { Pyramid } from '#core/raster/pyramid';
import { findParts } from '#core/segment/findParts';
import type { FoundPeople } from '#core/segment/found';
import { wholeCoverage } from '../node/wholeCoverage';
import { networkFiles } from '../cli/networkFiles';
import { tfNetworks } from '../networks/tfNetworks';
import { SITTERS, portrait, truthMask } from '../tests/fixtures/truth';
import type { Variant } from '../tests/fixtures/truth';
import { softIou } from '../tests/references/measures';
import { openCv } from '../tests/references/openCv';
import { largePyramid } from './render';
import { solverAccuracy } from './solvers';
import { strokeAccuracy, strokeSpeed } from './strokes';
import type { Row } from './report';

const networks = tfNetworks(networkFiles);
const PORTRAITS = [...SITTERS, 'pair'] as const;
const VARIANTS: readonly Variant[] = ['photo', 'flare', 'blotchy'];
/** What is compared: found parts, true masks, and what the mean over the portraits must reach. */
const PARTS: readonly {
  readonly name: string;
  readonly found: readonly FoundPartName[];
  readonly masks: readonly string[];
  readonly must: string;
}[] = [
  { name: 'face', found: ['face'], masks: ['skin_face'], must: '≥ 0.93' },
  { name: 'all skin', found: ['skin'], masks: ['skin_face', 'skin_body'], must: '≥ 0.90' },
  { name: 'neck and limbs', found: ['neck-limbs'], masks: ['skin_body'], must: '' },
  { name: 'lips', found: ['lips'], masks: ['lips'], must: '≥ 0.88' },
  { name: 'irises', found: ['iris-left', 'iris-right'], masks: ['iris'], must: '≥ 0.85' },
  { name: 'whites', found: ['whites-left', 'whites-right'], masks: ['sclera'], must: '' },
  { name: 'brows', found: ['brow-left', 'brow-right'], masks: ['brows'], must: '' },
  { name: 'hair', found: ['hair'], masks: ['hair'], must: '≥ 0.88' },
  { name: 'clothes', found: ['clothes'], masks: ['clothes'], must: '' },
  { name: 'background', found: ['background'], masks: ['background'], must: '≥ 0.96' },
];
/** Belong to no part and count neither way. */
const FREE = ['lashes', 'mouth_inner', 'pupil'];

function coverageOf(
  pyramid: Pyramid,
  { sitters, background }: FoundPeople,
  names: readonly FoundPartName[],
): Uint8Array {
  return wholeCoverage(
    pyramid,
    [...sitters.flatMap(({ parts }) => parts), ...(background ? [background] : [])].filter(({ part }) =>
      names.includes(part),
    ),
  );
}

/** Soft IoU of what find alone gives against the true masks, and two plain ways beside it. */
export async function findAccuracy(): Promise<Row[]> {
  const rows: Row[] = [];
  const ious = new Map<string, number[]>();
  const edges: number[] = [];
  const beaten: string[] = [];
  const plain = { threshold: [] as number[], graphCut: [] as number[] };
  for (const name of PORTRAITS) {
    const free = await truthMask(name, ...FREE);
    for (const variant of VARIANTS) {
      const pyramid = await portrait(name, variant);
      const people = await findParts(pyramid, networks);
      const line: string[] = [];
      for (const part of PARTS) {
        const found = leaveOut(coverageOf(pyramid, people, part.found), free);
        const truth = leaveOut(await truthMask(name, ...part.masks), free);
        const iou = softIou(found, truth);
        ious.set(part.name, [...(ious.get(part.name) ?? []), iou]);
        line.push(`${part.name} ${iou.toFixed(2)}`);
        if (part.name === 'hair') edges.push(bandError(found, truth));
        const ways = {
          'all skin': async () => ({ way: 'threshold' as const, mask: skinByThreshold(pyramid) }),
          'face': async () => ({ way: 'graphCut' as const, mask: await graphCut(pyramid, people) }),
        };
        if (part.name !== 'all skin' && part.name !== 'face') continue;
        const by = await ways[part.name]();
        const theirs = softIou(leaveOut(by.mask, free), truth);
        plain[by.way].push(theirs);
        if (theirs >= iou) beaten.push(`${name} ${variant}, ${part.name}`);
      }
      rows.push({
        what: `${name} ${variant}: ${line.join(', ')}`,
        value: people.sitters.length,
        unit: people.sitters.length === 1 ? 'sitter' : 'sitters',
        must: '',
      });
    }
  }
  for (const { name, must } of PARTS)
    rows.push({
      what: `${name}: soft IoU, mean over ${ious.get(name)!.length} pictures (lowest ${Math.min(...ious.get(name)!).toFixed(2)})`,
      value: mean(ious.get(name)!),
      unit: '',
      must,
    });
  rows.push(
    {
      what: 'hair, truth between 0.05 and 0.95: mean absolute error of coverage',
      value: mean(edges),
      unit: '',
      must: '≤ 0.15',
    },
    {
      what: `pictures in which a plain way is as good as find${beaten.length > 0 ? `: ${beaten.join('; ')}` : ''}`,
      value: beaten.length,
      unit: '',
      must: '0',
    },
    {
      what: 'plain way: skin by a threshold in YCbCr (Chai and Ngan 1999), soft IoU of all skin',
      value: mean(plain.threshold),
      unit: '',
      must: 'to be beaten',
    },
    {
      what: 'plain way: OpenCV’s graph cut from the face rectangle, soft IoU of the face',
      value: mean(plain.graphCut),
      unit: '',
      must: 'to be beaten',
    },
  );
  return [
    ...rows,
    ...(await strokeAccuracy(networks)),
    ...(await solverAccuracy()),
    ...(await strokeSpeed()),
    ...(await findSpeed()),
  ];
}

async function findSpeed(): Promise<Row[]> {
  const small = await portrait('marit', 'photo');
  const large = await largePyramid();
  const seconds = async (pyramid: Pyramid) => {
    const begin = performance.now();
    await findParts(pyramid, networks);
    return (performance.now() - begin) / 1000;
  };
  return [
    { what: 'find, 1.5 megapixels, warm', value: await seconds(small), unit: 's', must: '< 4' },
    { what: 'find, 24 megapixels', value: await seconds(large), unit: 's', must: '< 10' },
  ];
}

function leaveOut(mask: Uint8Array, free: Uint8Array): Uint8Array {
  return mask.map((value, i) => Math.round((value * (255 - free[i]!)) / 255));
}

function bandError(found: Uint8Array, truth: Uint8Array): number {
  let sum = 0;
  let count = 0;
  truth.forEach((value, i) => {
    if (value <= 0.05 * 255 || value >= 0.95 * 255) return;
    sum += Math.abs(value - found[i]!) / 255;
    count++;
  });
  return sum / count;
}

/**
 * Cb 77 to 127, Cr 133 to 173 (Chai and Ngan 1999, "Face segmentation using skin-color map in videophone
 * applications").
 */
function skinByThreshold({ width, height, levels }: Pyramid): Uint8Array {
  const pixels = levels[0]!.data;
  return Uint8Array.from({ length: width * height }, (_, i) => {
    const [r, g, b] = [pixels[4 * i]!, pixels[4 * i + 1]!, pixels[4 * i + 2]!];
    const cb = 128 - 0.168736 * r - 0.331264 * g + 0.5 * b;
    const cr = 128 + 0.5 * r - 0.418688 * g - 0.081312 * b;
    return cb >= 77 && cb <= 127 && cr >= 133 && cr <= 173 ? 255 : 0;
  });
}

/** OpenCV's grabCut (Rother, Kolmogorov, Blake 2004), each face's own rectangle, five rounds. */
async function graphCut({ width, height, levels }: Pyramid, { sitters }: FoundPeople): Promise<Uint8Array> {
  const { cv } = await openCv();
  const out = new Uint8Array(width * height);
  const rgba = cv.matFromImageData({ width, height, data: new Uint8ClampedArray(levels[0]!.data) });
  const rgb = new cv.Mat();
  cv.cvtColor(rgba, rgb, cv.COLOR_RGBA2RGB);
  for (const {
    landmarks: { points },
  } of sitters) {
    const xs = points.map(([x]) => x);
    const ys = points.map(([, y]) => y);
    const x = Math.max(0, Math.min(...xs));
    const y = Math.max(0, Math.min(...ys));
    const mask = new cv.Mat();
    const background = new cv.Mat();
    const foreground = new cv.Mat();
    cv.grabCut(
      rgb,
      mask,
      new cv.Rect(x, y, Math.min(width - 1, Math.max(...xs)) - x, Math.min(height - 1, Math.max(...ys)) - y),
      background,
      foreground,
      5,
      cv.GC_INIT_WITH_RECT,
    );
    mask.data.forEach((value: number, i: number) => value % 2 === 1 && (out[i] = 255));
    for (const mat of [mask, background, foreground]) mat.delete();
  }
  rgba.delete();
  rgb.delete();
  return out;
}

function mean(values: readonly number[]): number {
  return values.reduce((sum, value) => sum + value, 0) / values.length;
}
