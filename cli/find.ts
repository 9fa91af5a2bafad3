import { mkdir, readFile, readdir, stat, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { stemOf } from '#core/document/names';
import type { FoundDoubtEntry, FoundPartName } from '#core/document/foundParts';
import type { Pyramid } from '#core/raster/pyramid';
import type { FoundPart, FoundPeople } from '#core/segment/found';
import { tfNetworks } from '../networks/tfNetworks';
import { packCoverage } from '../node/coverageFile';
import { StripThreads } from '../node/stripThreads';
import { beginCoverage, wholeCoverages } from '../node/wholeCoverage';
import type { CoverageGrown, CoverageWork } from '../node/wholeCoverage';
import type { FindCommand } from './arguments';
import { networkFiles } from './networkFiles';
import { findInThreads } from './sitterCrew';
import { writeWhole } from './outputs';
import { openPhotoFile } from './photoFile';
import type { WorkPlace } from './workPlace';

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
  'arms': ['arms'],
  'legs': ['legs'],
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
const networks = tfNetworks(networkFiles);
const THREAD = new URL('../.cli/coverageThread.mjs', import.meta.url);

type CoverageThreads = StripThreads<CoverageWork, CoverageGrown>;

/**
 * Finds people and their parts and writes their coverage as PNG of the photo's size, into a folder that takes
 * its name when it is whole.
 * @throws {PhotoFileError} {NetworksMissingError} and file system errors
 */
export async function findInPhoto(
  path: string,
  { out, tiles }: Pick<FindCommand, 'out' | 'tiles'>,
  { outputs, report, threads: count }: WorkPlace,
): Promise<FindResult> {
  const { name, pyramid } = await openPhotoFile(path, report);
  const threads: CoverageThreads = new StripThreads(pyramid, beginCoverage, { count, file: THREAD });
  try {
    const people = await findInThreads(pyramid, networks, {
      tiles,
      threads: count,
      onProgress: (share) => report.progress(0.9 * share),
    });
    const folder = await outputs.place(out, stemOf(name) || name, '', isFindFolder);
    let result: FindResult | undefined;
    await writeWhole(folder, async (temporary) => {
      result = { folder, ...(await writeFound(temporary, pyramid, people, threads)) };
      const facts = { photo: name, width: pyramid.width, height: pyramid.height, ...result };
      await writeFile(join(temporary, 'find.json'), `${JSON.stringify(facts, null, 2)}\n`);
    });
    report.progress(1);
    return result!;
  } finally {
    await threads.end();
  }
}

/** Coverage of some plates together, and the file that holds it. */
interface FoundFile {
  readonly file: string;
  readonly plates: readonly FoundPart[];
}

async function writeFound(
  folder: string,
  pyramid: Pyramid,
  people: FoundPeople,
  threads: CoverageThreads,
): Promise<Omit<FindResult, 'folder'>> {
  const { width, height } = pyramid;
  await mkdir(folder, { recursive: true });
  const shares = new Map<string, number>();
  const write = async (files: readonly FoundFile[]) => {
    const coverages = await wholeCoverages(
      pyramid,
      files.map(({ plates }) => plates),
      threads,
    );
    await Promise.all(
      files.map(async ({ file }, n) => {
        const { coverage8, sum } = coverages[n]!;
        shares.set(file, sum / (255 * coverage8.length));
        await writeFile(join(folder, file), await packCoverage(coverage8, width, height));
      }),
    );
  };
  // One sitter after the other: twelve people at 24 megapixels would take 3 GB together.
  for (const [n, { parts }] of people.sitters.entries()) {
    await mkdir(join(folder, `sitter-${n + 1}`), { recursive: true });
    await write(filesOf(parts, n));
  }
  if (people.background) await write([{ file: BACKGROUND, plates: [people.background] }]);
  return {
    sitters: people.sitters.map((sitter, n) => sitterResult(sitter, n, shares)),
    background: people.background ? BACKGROUND : null,
  };
}
const BACKGROUND = 'background.png';

function filesOf(found: readonly FoundPart[], n: number): (FoundFile & { readonly part: string })[] {
  return Object.entries(FILES)
    .map(([part, names]) => ({
      part,
      file: `sitter-${n + 1}/${part}.png`,
      plates: found.filter((entry) => names.includes(entry.part)),
    }))
    .filter(({ plates }) => plates.length > 0);
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

function sitterResult(
  { parts, doubtful, landmarks }: FoundPeople['sitters'][number],
  n: number,
  shares: ReadonlyMap<string, number>,
): FindResult['sitters'][number] {
  return {
    sitter: n + 1,
    confidence: landmarks.confidence,
    parts: filesOf(parts, n).map(({ part, file, plates }) => ({
      part,
      file,
      share: shares.get(file)!,
      unsureShare: Math.max(...plates.map(({ unsureShare }) => unsureShare)),
      doubt: plates.find(({ doubt }) => doubt)?.doubt ?? null,
    })),
    doubtful: doubtful.map(({ has, may, region: { x, y, width, height } }) => ({
      has,
      may,
      box: { x, y, width, height },
    })),
  };
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
