import type { Outputs } from './outputs';
import type { Report } from './report';

/** Who is told of one file's work, and how many threads may do it. */
export type LookPlace = Pick<WorkPlace, 'report' | 'threads'>;

/** Where the results of one file go, who is told, and how many threads may work on it. */
export interface WorkPlace {
  readonly outputs: Outputs;
  readonly report: Report;
  readonly threads: number;
}
