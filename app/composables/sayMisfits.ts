import type { SetAside } from '#core/document/salvage';

const MOST_NAMED = 4;

/** Which parts of a sitting did not fit, in a sentence. */
export function sayMisfits(setAside: readonly SetAside[]): string {
  const out = setAside.filter(({ mended }) => !mended).map(({ what, why }) => `${what} (${why})`);
  const mended = setAside.filter((entry) => entry.mended).map(({ what, why }) => `${what} (${why})`);
  const list = (entries: readonly string[]) =>
    [
      ...entries.slice(0, MOST_NAMED),
      ...(entries.length > MOST_NAMED ? [`${entries.length - MOST_NAMED} more`] : []),
    ].join(', ');
  const sentences = [
    ...(out.length > 0 ? [`Opened without what does not fit a sitting: ${list(out)}.`] : []),
    ...(mended.length > 0 ? [`Brought within what a sitting can hold: ${list(mended)}.`] : []),
  ];
  return `${sentences.join(' ')} It was set aside as it was.`;
}
