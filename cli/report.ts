/** How a command tells of its work on one file. */
export interface Report {
  /** @param share 0..1 */
  progress(share: number): void;
  /** something to know that stops nothing, as a sentence without the file's name */
  warn(sentence: string): void;
}

/** For work whose progress is part of another's. */
export function quietReport(report: Report): Report {
  return { progress: () => undefined, warn: (sentence) => report.warn(sentence) };
}
