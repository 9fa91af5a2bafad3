import { beginRendering } from './stripRenderer';
import { serveStrips } from './stripThreads';

/** A thread that renders strips of a photo. */
serveStrips(beginRendering, (codes) => [codes.buffer as ArrayBuffer]);
