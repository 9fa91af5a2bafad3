import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { workKey } from '#core/document/photoState';
import type { Photo } from '#core/document/schema';
import { CancelledError, PhotoFileError } from '#core/errors';
import type { PhotoFinding } from '#core/render/checkPhoto';
import type { PartNumbers } from '#core/render/photoNumbers';
import { areaNamed, photoWith, sittingWith } from '../../tests/fixtures/documents';
import { deferred, freshPage, settle } from '../../tests/fixtures/page';
import { step } from '../../tests/fixtures/plans';
import { database } from '../storage/database';
import { useNotices } from './notices';
import { useProgress } from './progress';
import { useSetWork } from './setWork';
import { useSitting } from './sitting';

const PEOPLE = {
  sitters: [
    {
      landmarks: { points: Array.from({ length: 468 }, (_, n): [number, number] => [n, n]) },
      parts: [
        {
          part: 'skin',
          region: { x: 0, y: 0, width: 2, height: 2, outWidth: 2, outHeight: 2 },
          coverage8: new Uint8Array(4),
        },
      ],
      doubtful: [],
      likeness: { face: '00'.repeat(128), hair: null, clothes: null },
    },
  ],
  background: undefined,
};
/** what the workers of a set were asked for, and what holds them up */
const asked: string[] = [];
let gate: Promise<unknown> = Promise.resolve();
let whileChecking: () => Promise<unknown> = () => Promise.resolve();
let findings: readonly PhotoFinding[] = [];
const empty = new Set<string>();
const bad = new Set<string>();

vi.mock('#workers/client', async () => ({
  foundEntries: (await import('#core/segment/foundEntries')).foundEntries,
  SetWorkers: class {
    photo = '';
    gone = false;
    async use({ file }: Photo) {
      this.photo = file;
      if (bad.has(file)) throw new PhotoFileError(file, 'undecodable');
      await gate;
      if (this.gone) throw new CancelledError();
    }
    find() {
      asked.push(`find ${this.photo}`);
      return Promise.resolve(empty.has(this.photo) ? { sitters: [], background: undefined } : PEOPLE);
    }
    analyst = {
      learnPlates: () => Promise.resolve(),
      numbers: (photo: Photo): Promise<readonly PartNumbers[]> => {
        asked.push(`measure ${photo.file}`);
        const rung: [number, number, number] = [0.4, 0.3, 0.2];
        const colours = { light: rung, middle: rung, shade: rung };
        return Promise.resolve(
          photo.areas.map(({ id, sitter, part }) => ({
            areaId: id,
            sitter,
            part,
            before: colours,
            lit: colours,
            after: colours,
          })),
        );
      },
      check: () => whileChecking().then(() => findings),
      placed: () => Promise.resolve({ placed: [], without: [] }),
      result: () => Promise.resolve(new Blob()),
      areaColours: () => Promise.resolve({ after: [0.4, 0.3, 0.2] }),
    };
    dispose() {
      this.gone = true;
    }
  },
}));
vi.stubGlobal('navigator', { hardwareConcurrency: 2 });
vi.mock('../storage/photoStorage', () => ({ photoFile: () => Promise.resolve(new Blob()) }));
vi.mock('../storage/plateStorage', () => ({
  storePlates: () => Promise.resolve(),
  loadPlate: () => Promise.resolve(undefined),
}));

const photo = (n: number): Photo => ({ ...photoWith([], String(n).repeat(64)), file: `${n}.jpg` });
const IDS = [1, 2, 3].map((n) => photo(n).id);
const found = (sitting = useSitting()) =>
  sitting.document!.photos.filter(({ areas }) => areas.length > 0).map(({ file }) => file);

async function open(...photos: Photo[]) {
  const sitting = useSitting();
  sitting.document = sittingWith(...photos);
  sitting.writable = true;
  await useSetWork().open('one');
  await useProgress().open('one');
  return { sitting, set: useSetWork(), notices: useNotices() };
}
const saidLast = () => useNotices().notices.at(-1)?.text;

beforeEach(async () => {
  freshPage();
  asked.length = 0;
  empty.clear();
  bad.clear();
  gate = Promise.resolve();
  whileChecking = () => Promise.resolve();
  findings = [];
  await database().setWork.clear();
});

describe('a run through many photos', () => {
  it('takes first what is seen, waits while it is paused, and ends where it is stopped', async () => {
    const held = deferred<undefined>();
    gate = held.promise;
    const { set } = await open(photo(1), photo(2), photo(3));
    set.preferred = [IDS[2]!];
    const run = set.start({ is: 'find' }, IDS);
    await settle();
    set.paused = true;
    held.resolve(undefined);
    await settle(20);
    expect(found()).toEqual(['3.jpg']);
    expect(set.running).toBe(true);
    const again = deferred<undefined>();
    gate = again.promise;
    set.paused = false;
    await settle();
    const stopped = set.stopWork();
    again.resolve(undefined);
    await Promise.all([stopped, run]);
    expect(set.running).toBe(false);
    expect(found()).toEqual(['3.jpg']);
    expect(saidLast()).toContain('What was done stays');
  });

  it('checks in words, and changes nothing', async () => {
    const { sitting, set } = await open(photo(1));
    await set.start({ is: 'find' }, [IDS[0]!]);
    const { sitters, areas } = sitting.document!.photos[0]!;
    const flushed = { is: 'flushed', degrees: 8, areaId: areas[0]!.id } as const;
    findings = [{ sitterId: sitters[0]!.id, finding: flushed } as unknown as PhotoFinding];
    const before = sitting.document;
    await set.start({ is: 'check' }, [IDS[0]!]);
    expect(set.notes.map(({ words }) => words)).toEqual(['cheeks 8° redder than the forehead']);
    expect(sitting.document).toEqual(before);
    const [checked] = sitting.document!.photos;
    expect(useProgress().rows.get(IDS[0]!)?.checkedAs).toBe(workKey(checked!));
    // The same sentence names the sitter where there are two.
    const two = { ...checked!, sitters: [...sitters, { ...sitters[0]!, id: 'other', number: 2 }] };
    sitting.document = sittingWith(two);
    await set.start({ is: 'check' }, [IDS[0]!]);
    expect(set.notes[0]!.words).toBe('sitter 1, cheeks 8° redder than the forehead');
  });

  it('a photo that cannot be opened, one without anybody, one that is taken out: the others are done', async () => {
    bad.add('1.jpg');
    empty.add('2.jpg');
    const held = deferred<undefined>();
    gate = held.promise;
    const { set, sitting } = await open(photo(1), photo(2), photo(3), photo(4));
    const run = set.start({ is: 'find' }, [...IDS, photo(4).id]);
    await settle();
    sitting.change('take out', (document) => ({ ...document, photos: document.photos.slice(0, 3) }));
    held.resolve(undefined);
    await run;
    expect(found()).toEqual(['3.jpg']);
    expect(set.notes.map(({ photoId, words }) => [photoId[0], words])).toEqual(
      expect.arrayContaining([
        ['1', expect.stringContaining('cannot be decoded')],
        ['2', 'nobody was found in it'],
      ]),
    );
  });

  it('does not write over what was done to a photo while it was mended, and goes on without one that is gone', async () => {
    const { set, sitting } = await open({ ...photo(1), areas: [areaNamed('own')] });
    const own = { ...step('relief', { amount: 1 }), areaId: 'own' };
    whileChecking = async () => {
      if (sitting.document!.photos[0]!.plan.length === 0)
        sitting.changeOpenPhoto('by hand', IDS[0]!, (before) => ({ ...before, plan: [own] }));
      return Promise.resolve();
    };
    await set.start({ is: 'mend' }, [IDS[0]!, IDS[1]!]);
    expect(sitting.document!.photos[0]!.plan).toEqual([own]);
    expect(set.notes.map(({ words }) => words)).toEqual(['it was changed while it was worked on']);
  });

  it('waits for the hand: a gesture that is given up takes nothing of it back', async () => {
    const { set, sitting } = await open(photo(1));
    sitting.beginGesture('drag');
    const run = set.start({ is: 'find' }, [IDS[0]!]);
    await settle(20);
    expect(found()).toEqual([]);
    sitting.cancelGesture();
    await run;
    expect(found()).toEqual(['1.jpg']);
  });

  it('evens to a reference, which must show somebody', async () => {
    const { set, sitting, notices } = await open(photo(1), photo(2));
    const task = {
      is: 'even',
      to: { by: 'reference', photoId: IDS[0]! },
      frames: 1,
      colour: 1,
      light: 1,
      most: null,
      ground: 'leave',
      wins: 'plan',
    } as const;
    await set.start(task, IDS.slice(0, 2));
    expect(sitting.document!.photos.map(({ plan }) => plan.length)).toEqual([0, 1]);
    empty.add('3.jpg');
    sitting.change('add', (document) => ({ ...document, photos: [...document.photos, photo(3)] }));
    await set.start({ ...task, to: { by: 'reference', photoId: IDS[2]! } }, IDS);
    expect(notices.notices.map(({ text }) => text).join()).toContain('Nobody was found in the reference');
    // Nothing is said to be done.
    expect(saidLast()).toContain('Nobody was found');
  });

  it('puts a preset on everybody, once on the whole picture; one that is gone is said', async () => {
    const { set, sitting, notices } = await open(photo(1));
    await set.start({ is: 'preset', presetId: 'softer-skin' }, [IDS[0]!]);
    const { plan, areas } = sitting.document!.photos[0]!;
    expect(plan).toMatchObject([{ kind: 'relief', areaId: areas[0]!.id }]);
    await set.start({ is: 'preset', presetId: 'none' }, [IDS[0]!]);
    expect(notices.notices.map(({ text }) => text).join()).toContain('not there any more');
    expect(sitting.document!.photos[0]!.plan).toHaveLength(1);
  });

  it('is one at a time', async () => {
    const held = deferred<undefined>();
    gate = held.promise;
    const { set } = await open(photo(1));
    const run = set.start({ is: 'find' }, [IDS[0]!]);
    await settle();
    await set.start({ is: 'mend' }, [IDS[0]!]);
    expect(saidLast()).toContain('already');
    held.resolve(undefined);
    await run;
  });
});
