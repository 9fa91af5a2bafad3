import { parentPort, workerData } from 'node:worker_threads';
import type { Region } from '#core/raster/raster';
import { StripRenderer } from './stripRenderer';
import type { StripWork } from './stripRenderer';

/** A thread that renders strips of one photo, one after another, as it is told. */
const renderer = new StripRenderer(workerData as StripWork);
parentPort!.on('message', (region: Region) => {
  const codes = renderer.render(region);
  parentPort!.postMessage(codes, [codes.buffer as ArrayBuffer]);
});
