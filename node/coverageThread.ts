import { beginCoverage } from './wholeCoverage';
import { serveStrips } from './stripThreads';

/** A thread that writes strips of coverage. */
serveStrips(beginCoverage);
