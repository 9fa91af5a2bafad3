import type { Photo } from '#core/document/schema';
import type { PhotoFinding } from '#core/render/checkPhoto';
import { findingWords } from '#kinds/mend/findingWords';
import type { CheckCommand } from './arguments';
import { checkFile } from './plan';
import type { LookPlace } from './workPlace';

/** What check says of one photo. */
export interface CheckResult {
  readonly sitters: number;
  readonly findings: readonly {
    readonly sitter: number | null;
    readonly words: string;
    readonly finding: PhotoFinding['finding'];
  }[];
}

/** @throws {PhotoFileError} {NetworksMissingError} {DocumentError} */
export async function checkOne(
  path: string,
  { mask }: Pick<CheckCommand, 'mask'>,
  place: LookPlace,
): Promise<CheckResult> {
  const { photo, findings } = await checkFile(path, mask, place);
  return {
    sitters: photo.sitters.length,
    findings: findings.map((entry) => ({
      sitter: numberOf(photo, entry),
      words: findingWords(entry.finding, photo),
      finding: entry.finding,
    })),
  };
}

function numberOf(photo: Photo, { sitterId }: PhotoFinding): number | null {
  return photo.sitters.find(({ id }) => id === sitterId)?.number ?? null;
}

/** What check found, in lines for a terminal. */
export function sayCheck(file: string, { sitters, findings }: CheckResult): string {
  if (sitters === 0 && findings.length === 0)
    return `${file}: no face was found; give the skin with --mask skin=FILE.png`;
  if (findings.length === 0) return `${file}: nothing is off`;
  return [
    file,
    ...findings.map(({ sitter, words }) => `  ${sitter === null ? '' : `sitter ${sitter}, `}${words}`),
  ].join('\n');
}
