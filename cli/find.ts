import { mkdir, readFile, readdir, stat, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { stemOf } from '#core/document/names';
import type { FoundDoubtEntry, FoundPartName } from '#core/document/foundParts';
import { encodeCoveragePng } from '#core/formats/coveragePng';
import { rasterisePlate } from '#core/raster/plate';
import type { Plate } from '#core/raster/plate';
import { strips } from '#core/raster/strips';
import { sampleRegion } from '#core/raster/sampleRegion';
import type { Pyramid } from '#core/raster/pyramid';
import { findParts } from '#core/segment/findParts';
import type { FoundPeople } from '#core/segment/findParts';
import { tfNetworks } from '../networks/tfNetworks';
import type { FindCommand } from './arguments';
import { networkFiles } from './networkFiles';
import { writeWhole } from './outputs';
import type { Outputs } from './outputs';
import { openPhotoFile } from './photoFile';
import type { Report } from './report';

type FoundDoubtBox = Omit<FoundDoubtEntry, 'plate'>;

/** What find writes for one photo, beside the coverage files. */
export interface FindResult {
  readonly folder: string;
  readonly sitters: readonly {
    readonly sitter: number;
    readonly confidence: number;
    readonly parts: readonly {
      readonly part: string;
      readonly file: string;
      readonly share: number;
      readonly unsureShare: number;
      readonly doubt: string | null;
    }[];
    /** places that went to one part and may belong to another, pixels of the photo */
    readonly doubtful: readonly FoundDoubtBox[];
  }[];
  readonly background: string | null;
}

/**
 * Files and the parts that they hold: what belongs together on both sides of a face is one file, irises
 * apart.
 */
const FILES: Readonly<Record<string, readonly FoundPartName[]>> = {
  'skin': ['skin'],
  'face': ['face'],
  'neck-limbs': ['neck-limbs'],
  'lips': ['lips'],
  'iris-left': ['iris-left'],
  'iris-right': ['iris-right'],
  'whites': ['whites-left', 'whites-right'],
  'teeth': ['teeth'],
  'brows': ['brow-left', 'brow-right'],
  'hair': ['hair'],
  'beard': ['beard'],
  'glasses': ['glasses'],
  'hat': ['hat'],
  'clothes': ['clothes'],
};
const STRIP_PIXELS = 1_000_000;
const networks = tfNetworks(networkFiles);

/**
 * Finds people and their parts and writes their coverage as PNG of the photo's size, into a folder that takes
 * its name when it is whole.
 * @throws {PhotoFileError} {NetworksMissingError} and file system errors
 */
export async function findInPhoto(
  path: string,
  { out, tiles }: Pick<FindCommand, 'out' | 'tiles'>,
  outputs: Outputs,
  report: Report,
): Promise<FindResult> {
  const { name, pyramid } = await openPhotoFile(path, report);
  const people = await findParts(pyramid, networks, {
    tiles,
    onProgress: (share) => report.progress(0.9 * share),
  });
  const folder = await outputs.place(out, stemOf(name) || name, '', isFindFolder);
  let result: FindResult | undefined;
  await writeWhole(folder, async (temporary) => {
    result = { folder, ...(await writeFound(temporary, pyramid, people)) };
    const facts = { photo: name, width: pyramid.width, height: pyramid.height, ...result };
    await writeFile(join(temporary, 'find.json'), `${JSON.stringify(facts, null, 2)}\n`);
  });
  report.progress(1);
  return result!;
}

async function writeFound(
  folder: string,
  pyramid: Pyramid,
  people: FoundPeople,
): Promise<Omit<FindResult, 'folder'>> {
  await mkdir(folder, { recursive: true });
  const write = async (file: string, plates: readonly Plate[]) => {
    const coverage = wholeCoverage(pyramid, plates);
    await writeFile(join(folder, file), encodeCoveragePng(coverage, pyramid.width, pyramid.height));
    return coverage.reduce((sum, value) => sum + value, 0) / (255 * coverage.length);
  };
  const sitters = [];
  for (const [n, sitter] of people.sitters.entries())
    sitters.push(await writeSitter(people, n, { folder, write, confidence: sitter.landmarks.confidence }));
  if (people.background) await write('background.png', [people.background]);
  return { sitters, background: people.background ? 'background.png' : null };
}

/** Files whose clocks differ by less were written together. */
const SAME_TIME_MS = 2000;

/** A folder that find wrote and nobody has touched since: what it holds is named in it and not newer. */
async function isFindFolder(folder: string): Promise<boolean> {
  const list = join(folder, 'find.json');
  const { sitters, background } = JSON.parse(await readFile(list, 'utf8')) as Pick<
    FindResult,
    'sitters' | 'background'
  >;
  const named = new Set([
    'find.json',
    background,
    ...sitters.flatMap(({ parts }) => parts.map(({ file }) => file)),
  ]);
  const written = (await stat(list)).mtimeMs;
  for (const entry of await readdir(folder, { recursive: true, withFileTypes: true })) {
    if (entry.isDirectory()) continue;
    const path = join(entry.parentPath ?? entry.path, entry.name);
    const name = path.slice(join(folder, '/').length);
    if (!named.has(name) || (await stat(path)).mtimeMs > written + SAME_TIME_MS) return false;
  }
  return true;
}

async function writeSitter(
  { sitters }: FoundPeople,
  n: number,
  {
    folder,
    write,
    confidence,
  }: {
    readonly folder: string;
    readonly write: (file: string, plates: readonly Plate[]) => Promise<number>;
    readonly confidence: number;
  },
): Promise<FindResult['sitters'][number]> {
  const sitter = n + 1;
  const parts = [];
  await mkdir(join(folder, `sitter-${sitter}`), { recursive: true });
  for (const [part, names] of Object.entries(FILES)) {
    const found = sitters[n]!.parts.filter((entry) => names.includes(entry.part));
    if (found.length === 0) continue;
    const file = `sitter-${sitter}/${part}.png`;
    const share = await write(file, found);
    parts.push({
      part,
      file,
      share,
      unsureShare: Math.max(...found.map(({ unsureShare }) => unsureShare)),
      doubt: found.find(({ doubt }) => doubt)?.doubt ?? null,
    });
  }
  const doubtful = sitters[n]!.doubtful.map(({ has, may, region: { x, y, width, height } }) => ({
    has,
    may,
    box: { x, y, width, height },
  }));
  return { sitter, confidence, parts, doubtful };
}

/** Coverage of plates together at the photo's size, in strips. */
export function wholeCoverage(pyramid: Pyramid, plates: readonly Plate[]): Uint8Array {
  const { width, height } = pyramid;
  const out = new Uint8Array(width * height);
  for (const region of strips(width, height, STRIP_PIXELS)) {
    const layer = new Float32Array(width * region.outHeight);
    for (const plate of plates) {
      layer.fill(0);
      rasterisePlate(plate, region, (part) => sampleRegion(pyramid, part), layer);
      for (let i = 0, o = region.y * width; i < layer.length; i++, o++)
        out[o] = Math.min(255, out[o]! + Math.round(255 * layer[i]!));
    }
  }
  return out;
}

/** What find wrote, in lines for a terminal. */
export function sayFound(file: string, { folder, sitters }: FindResult): string {
  if (sitters.length === 0)
    return `${file}: no face was found; there is nothing to write but ${folder}/find.json`;
  const lines = sitters.map(
    ({ sitter, parts, doubtful }) =>
      `  sitter ${sitter}: ${parts.map(({ part, share, doubt }) => `${part} ${(100 * share).toFixed(1)} %${doubt ? ` (unsure: ${doubt})` : ''}`).join(', ')}${doubtWords(doubtful)}`,
  );
  return [`${file} → ${folder}`, ...lines].join('\n');
}

function doubtWords(doubtful: FindResult['sitters'][number]['doubtful']): string {
  if (doubtful.length === 0) return '';
  const pairs = [...new Set(doubtful.map(({ has, may }) => `${has} or ${may}`))].join(', ');
  return `; ${doubtful.length === 1 ? 'one place is' : `${doubtful.length} places are`} doubtful (${pairs})`;
}
