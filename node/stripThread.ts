import { parentPort } from 'node:worker_threads';
import type { Region } from '#core/raster/raster';
import { StripRenderer } from './stripRenderer';
import type { StripWork } from './stripRenderer';

/** A thread that renders strips of one photo, one after another, once it was told which. */
let renderer: StripRenderer | undefined;
parentPort!.on('message', (message: StripWork | Region) => {
  if ('steps' in message) {
    renderer = new StripRenderer(message);
    return;
  }
  const codes = renderer!.render(message);
  parentPort!.postMessage(codes, [codes.buffer as ArrayBuffer]);
});
