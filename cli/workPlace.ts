import type { Outputs } from './outputs';
import type { Report } from './report';

/** Where the results of one file go, who is told, and how many threads may work on it. */
export interface WorkPlace {
  readonly outputs: Outputs;
  readonly report: Report;
  readonly threads: number;
}
