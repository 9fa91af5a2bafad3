import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { EffectScope } from 'vue';
import { addArea } from '#core/document/commands';
import { CancelledError } from '#core/errors';
import { WRITTEN_BY_DEFAULT } from '#core/formats/writtenFile';
import { areaNamed, photoWith, sittingWith } from '../../tests/fixtures/documents';
import { mark, step } from '../../tests/fixtures/plans';
import { freshPage } from '../../tests/fixtures/page';
import { useNotices } from '../stores/notices';
import { useSitting } from '../stores/sitting';
import { useExport } from './useExport';

const saved: { name: string; size: number }[] = [];
vi.mock('../storage/saveBlob', () => ({
  saveBlob: (blob: Blob, name: string) => saved.push({ name, size: blob.size }),
}));
vi.mock('../storage/photoStorage', () => ({
  photoFile: () => Promise.resolve(new Blob(['own'])),
  thumbOf: () => Promise.resolve(new Blob(['thumb'])),
}));
const zipped: string[][] = [];
const layered: string[][] = [];
const released: string[] = [];
const disposed: string[] = [];
let written: Promise<Blob> | undefined;
let taken = ['a step'];
const opacities: boolean[] = [];
const fake = (name: string) => ({
  areas: () => Promise.resolve({}),
  useNext: () => Promise.resolve(),
  dispose: () => disposed.push(name),
  exportPhoto: (
    _plan: unknown,
    _photo: unknown,
    { opacity }: { opacity?: Uint8Array },
    { signal, onProgress }: { signal: AbortSignal; onProgress: (share: number) => void },
  ) => {
    opacities.push(opacity !== undefined);
    onProgress(1);
    return new Promise<Blob>((resolve, reject) => {
      signal.addEventListener('abort', () => reject(new CancelledError()));
      (written ?? Promise.resolve(new Blob(['picture']))).then(resolve, reject);
    });
  },
  renderers: { release: (holder: string) => released.push(holder) },
  files: {
    zip: (files: ReadonlyMap<string, Blob>) => {
      zipped.push([...files.keys()]);
      return Promise.resolve(new Blob(['zip']));
    },
    layers: (_size: unknown, layers: readonly { name: string }[]) => {
      layered.push(layers.map(({ name: layer }) => layer));
      return Promise.resolve(new Blob(['ora']));
    },
  },
  analyst: {
    plan: () => Promise.resolve([{ id: 'light' }]),
    coveragePng: () => Promise.resolve(new Uint8Array(4)),
    coverage: () => Promise.resolve(new Uint8Array(4)),
    lut: () => Promise.resolve({ text: 'TITLE', taken, left: [{ step: 'x', why: 'area' }] }),
    readingRows: () => Promise.resolve([]),
    proofSheet: () => Promise.resolve('<html>'),
    planFile: () => Promise.resolve({}),
  },
});
vi.mock('./useWorkers', () => ({ useWorkers: () => fake('page') }));
vi.mock('#workers/client', () => ({
  PictureWorkers: function () {
    return fake('own');
  },
}));

let scope: EffectScope;
beforeEach(() => {
  scope = freshPage();
  for (const list of [saved, zipped, layered, released, disposed, opacities]) list.length = 0;
  written = undefined;
  taken = ['a step'];
  vi.stubGlobal('createImageBitmap', () =>
    Promise.resolve({ width: 512, height: 300, close: () => undefined }),
  );
  vi.stubGlobal(
    'OffscreenCanvas',
    class {
      getContext = () => ({ drawImage: () => undefined });
      convertToBlob = () => Promise.resolve(new Blob(['png']));
    },
  );
});
afterEach(() => {
  scope.stop();
  vi.unstubAllGlobals();
});

const skin = areaNamed('skin', 'skin', [mark('ellipse', { x: 5, y: 5, radiusX: 2, radiusY: 2 })]);
const photo = { ...addArea(photoWith(), skin), plan: [{ ...step('light', {}), areaId: 'skin' }] };
const exporting = () => {
  useSitting().document = sittingWith(photo);
  return useExport();
};
const said = () =>
  useNotices()
    .notices.map(({ text }) => text)
    .join(' ');

describe('an export', () => {
  it('is named by its pattern and says so', async () => {
    const out = exporting();
    expect(await out.exportPicture(photo, WRITTEN_BY_DEFAULT, '{number}-{name}')).toBe(true);
    expect(saved[0]!.name).toMatch(/^001-.*\.jpg$/);
    expect(out.progress.value).toBeUndefined();
  });

  it('that is stopped or fails writes nothing, and says why', async () => {
    const out = exporting();
    written = new Promise(() => undefined);
    const stopped = out.exportPicture(photo, WRITTEN_BY_DEFAULT, 'a');
    await vi.waitFor(() => expect(out.progress.value).toBe(1));
    out.stop();
    expect(await stopped).toBe(false);
    expect(said()).toMatch(/nothing was written/);
    written = Promise.reject(new Error('full'));
    expect(await out.exportPicture(photo, WRITTEN_BY_DEFAULT, 'a')).toBe(false);
    expect(saved).toEqual([]);
    expect(said()).toMatch(/full/);
  });

  it('of all photos has workers of its own and names of their own', async () => {
    const out = exporting();
    expect(await out.exportAll([photo, photo], WRITTEN_BY_DEFAULT, 'same')).toBe(true);
    expect([zipped[0], disposed]).toEqual([['same.jpg', 'same-2.jpg'], ['own']]);
  });

  it('of masks, layers, readings, proof sheet and plan', async () => {
    const out = exporting();
    await out.exportMasks(photo);
    await out.exportLayers(photo);
    await out.exportReadings(photo, 'csv');
    await out.exportReadings(photo, 'txt');
    await out.exportProofSheet(photo);
    await out.exportPlan(photo);
    expect(zipped).toEqual([[`${skin.name}.png`]]);
    expect(layered[0]!.slice(1)).toEqual([`1. light on ${skin.name}`, `mask: ${skin.name}`]);
    // The original and the merged picture are whole, the step is seen through.
    expect(opacities).toEqual([false, true, false]);
    expect(saved.map(({ name }) => name.split('-').at(-1))).toEqual([
      'masks.zip',
      'layers.ora',
      'readings.csv',
      'readings.txt',
      'proof.html',
      'plan.json',
    ]);
    expect(released).toContain('export');
  });

  it('of a colour table is not written without a step in it', async () => {
    const out = exporting();
    expect(await out.exportLut(photo, 33, null)).toBe(true);
    expect(said()).toMatch(/1 step; 1 left out/);
    taken = [];
    expect(await out.exportLut(photo, 33, null)).toBe(false);
    expect(saved.map(({ name }) => name.split('.').at(-1))).toEqual(['cube']);
  });
});
