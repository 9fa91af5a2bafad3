import { makeStep } from '#core/document/make';
import { NO_TARGETS } from '#kinds/adjust/hue-to-target/schema';
import { RECOLOUR_DEFAULTS } from '#kinds/adjust/recolour/schema';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import type { Photo } from '#core/document/schema';
import { newPhoto } from '#core/document/commands';
import { NO_EDGE_CARE } from '#core/document/schema';
import { buildPyramid } from '#core/raster/pyramid';
import type { Pyramid } from '#core/raster/pyramid';
import { RegionRenderer } from '#core/render/regionRenderer';
import { Resolver } from '#core/render/resolver';
import { KINDS } from '#kinds/registry.gen';
import { mark } from '../tests/fixtures/plans';
import { portraitPath } from '../tests/fixtures/truth';
import type { Row } from './report';

export const LARGE = { width: 4380, height: 5475 };
const STRIP_ROWS = 256;
const PASSES = 6;

/** A demo portrait enlarged to 24 megapixels. */
export function largePortrait() {
  return sharp(portraitPath('marit', 'flare')).resize(LARGE.width, LARGE.height, { kernel: 'lanczos3' });
}

/** The same, opened. */
export async function largePyramid(): Promise<Pyramid> {
  const { data } = await largePortrait().ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return buildPyramid({ space: 'srgb8', ...LARGE, data });
}

/** Six steps on four areas: skin and hair by strokes, an iris and the collar by ellipses. */
export function sixSteps(): Photo {
  const scale = LARGE.width / 1080;
  const at = (...points: (readonly [number, number])[]) =>
    points.map(([x, y]) => [x * scale, y * scale, 0.5]);
  const stroke = (...lines: number[][][]) =>
    mark('edge-stroke', {
      solver: 1,
      tolerance: 0.5,
      strokes: lines.map((points) => ({ takes: true, radius: 40, points })),
    });
  const areas = [
    { id: 'skin', marks: [stroke(at([500, 330], [480, 450], [440, 560], [470, 700]))] },
    {
      id: 'hair',
      marks: [stroke(at([380, 300], [300, 500], [260, 900]), at([650, 300], [850, 500], [850, 900]))],
    },
    { id: 'irises', marks: [mark('ellipse', { x: 414 * scale, y: 583 * scale, radiusX: 80, radiusY: 80 })] },
    {
      id: 'clothes',
      marks: [mark('ellipse', { x: 540 * scale, y: 1300 * scale, radiusX: 2000, radiusY: 500 })],
    },
  ].map((entry) => ({
    ...entry,
    name: entry.id,
    part: 'other' as const,
    sitter: null,
    inverted: false,
    edgeCare: { ...NO_EDGE_CARE, soften: 4 },
  }));
  const plan = (
    [
      ['skin', 'hue-to-target', { ...NO_TARGETS, hue: { light: 26, middle: 23, shade: 16 } }],
      ['hair', 'recolour', { ...RECOLOUR_DEFAULTS, colour: '#8a4a26', gloss: 0.3 }],
      ['irises', 'recolour', { ...RECOLOUR_DEFAULTS, colour: '#58748c' }],
      ['clothes', 'recolour', { ...RECOLOUR_DEFAULTS, colour: '#4a5d7a' }],
      ['clothes', 'hue-to-target', { ...NO_TARGETS, hue: { light: null, middle: 210, shade: null } }],
      ['skin', 'recolour', { ...RECOLOUR_DEFAULTS, colour: '#d9a892' }],
    ] as const
  ).map(([areaId, kind, parameters], i) =>
    makeStep(KINDS.adjusts.get(kind)!, parameters, { id: `s${i}`, areaId }),
  );
  return { ...newPhoto({ id: '0'.repeat(64), file: 'large.png', ...LARGE }), areas, plan };
}

export async function renderSpeed(): Promise<Row[]> {
  const { data } = await largePortrait().ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  const start = performance.now();
  const pyramid = buildPyramid({ space: 'srgb8', ...LARGE, data });
  const built = performance.now();
  const photo = sixSteps();
  const resolver = new Resolver(pyramid, KINDS);
  const plan = resolver.plan(photo);
  const resolved = performance.now();
  const renderer = new RegionRenderer(pyramid, KINDS);
  for (const area of photo.areas) renderer.learnArea(resolver.area(area, photo));
  const begin = performance.now();
  for (let y = 0; y < LARGE.height; y += STRIP_ROWS) {
    const rows = Math.min(STRIP_ROWS, LARGE.height - y);
    renderer.renderEncoded(plan, {
      x: 0,
      y,
      width: LARGE.width,
      height: rows,
      outWidth: LARGE.width,
      outHeight: rows,
    });
  }
  const ours = (performance.now() - begin) / 1000;
  const theirs = await lutFilterSeconds();
  return [
    { what: '24 megapixels: halvings of the photo', value: built - start, unit: 'ms', must: '' },
    {
      what: '24 megapixels: marks solved and steps measured, first time',
      value: resolved - built,
      unit: 'ms',
      must: '≤ 2500',
    },
    { what: '24 megapixels, 6 steps, 4 areas, one thread', value: ours, unit: 's', must: '' },
    {
      what: `ffmpeg lut3d=interp=tetrahedral, ${PASSES} passes, one thread, less reading`,
      value: theirs,
      unit: 's',
      must: '',
    },
    { what: 'ours / ffmpeg', value: ours / theirs, unit: '', must: '≤ 1.2' },
    {
      what: 'peak memory of this process',
      value: process.resourceUsage().maxRSS / 1024,
      unit: 'MB',
      must: `< ${Math.round(400 + (24 * LARGE.width * LARGE.height) / 1e6)} (400 MB + 24 bytes a pixel)`,
    },
  ];
}

/** ffmpeg's filters for as many passes through a table as there are steps; writes the table into a folder. */
export function lutPasses(folder: string, passes: number): string {
  const cube = join(folder, 'turn.cube');
  const size = 33;
  const values = Array.from({ length: size ** 3 }, (_, i) =>
    [(i / size / size) | 0, ((i / size) | 0) % size, i % size]
      .map((v) => ((v / (size - 1)) ** 1.1).toFixed(6))
      .join(' '),
  );
  writeFileSync(cube, `LUT_3D_SIZE ${size}\n${values.join('\n')}\n`);
  return Array.from({ length: passes }, () => `lut3d=${cube}:interp=tetrahedral`).join(',');
}

async function lutFilterSeconds(): Promise<number> {
  const folder = mkdtempSync(join(tmpdir(), 'even-blush-'));
  const picture = join(folder, 'large.ppm');
  const { data } = await largePortrait().removeAlpha().raw().toBuffer({ resolveWithObject: true });
  writeFileSync(picture, Buffer.concat([Buffer.from(`P6\n${LARGE.width} ${LARGE.height}\n255\n`), data]));
  const time = (filter: string) => {
    const runs = Array.from({ length: 3 }, () => {
      const begin = performance.now();
      const { status, stderr } = spawnSync(
        'ffmpeg',
        [
          '-v',
          'error',
          '-threads',
          '1',
          '-filter_threads',
          '1',
          '-i',
          picture,
          '-vf',
          filter,
          '-f',
          'null',
          '-',
        ],
        { encoding: 'utf8' },
      );
      if (status !== 0) throw new Error(`ffmpeg is needed for this comparison: ${stderr}`);
      return (performance.now() - begin) / 1000;
    });
    return Math.min(...runs);
  };
  return time(lutPasses(folder, PASSES)) - time('null');
}
