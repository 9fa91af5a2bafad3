import type { FollowNote } from './followShot';

/** Notes about the same thing in frames that follow each other. */
export interface NoteRun extends Omit<FollowNote, 'n'> {
  /** first and last of the frames */
  readonly from: number;
  readonly to: number;
}

/** Notes in runs, in the order of the frames. */
export function noteRuns(notes: readonly FollowNote[]): readonly NoteRun[] {
  const runs: NoteRun[] = [];
  for (const { n, what, is } of notes.toSorted((one, other) => one.n - other.n)) {
    const at = runs.findIndex((run) => run.what === what && run.is === is && run.to >= n - 1);
    if (at < 0) runs.push({ what, is, from: n, to: n });
    else runs[at] = { ...runs[at]!, to: n };
  }
  return runs;
}

const WORDS: Readonly<Record<FollowNote['is'], (what: string) => string>> = {
  'unsure': (what) => `${what} may lie wrong: its motion is unsure`,
  'jumps': (what) => `${what} was found elsewhere than it had been followed to`,
  'lost': (what) => `${what} is not to be seen`,
  'not-found': (what) => `sitter ${what} was not found anew; what belongs to them is carried by motion`,
  'cut': () => 'something else is shown; nothing is followed from here on, and frames are left as they are',
};

/** A run of notes as a sentence without its full stop. @param first the number of frame 0 */
export function followWords({ what, is, from, to }: NoteRun, first: number): string {
  const frames = from === to ? `frame ${from + first}` : `frames ${from + first} to ${to + first}`;
  return `${frames}: ${WORDS[is](what)}`;
}
