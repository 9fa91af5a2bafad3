import { createRequire } from 'node:module';

// The library's types describe a browser global.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type OpenCv = any;

/**
 * OpenCV (WebAssembly), as an independent measure of masks. Handed over in a box: the module can be mistaken
 * for a promise of itself.
 */
export async function openCv(): Promise<{ readonly cv: OpenCv }> {
  const cv = createRequire(import.meta.url)('@techstark/opencv-js');
  if (!cv.Mat) await new Promise<void>((resolve) => (cv.onRuntimeInitialized = resolve));
  return { cv };
}
