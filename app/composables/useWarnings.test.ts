import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { nextTick, shallowRef } from 'vue';
import type { EffectScope } from 'vue';
import type { Photo } from '#core/document/schema';
import type { Warning, WarningKind } from '#core/measure/warnings/scene';
import { PHOTO_ID, areaNamed, photoWith, sittingWith, sitterWith } from '../../tests/fixtures/documents';
import { freshPage } from '../../tests/fixtures/page';
import { step } from '../../tests/fixtures/plans';
import { useBench } from '../stores/bench';
import { useNotices } from '../stores/notices';
import { useSitting } from '../stores/sitting';
import { useView } from '../stores/view';
import { CLOSE_UPS } from './closeUps';
import { useCloseUps } from './useCloseUps';
import { useWarnings } from './useWarnings';
import { warningWords } from './warningWords';

const place = { x: 1, y: 2, width: 3, height: 4 };
const warning = (is: WarningKind, areaId?: string): Warning => ({
  is,
  areaId,
  share: 0.034,
  amount: 2.51,
  place,
});
let answer: () => Promise<readonly Warning[]> = () => Promise.resolve([warning('clipped')]);
const asked: Photo[] = [];
const box = { x: 100, y: 200, width: 80, height: 60, outWidth: 8, outHeight: 6 };
vi.mock('./useWorkers', () => ({
  useWorkers: () => ({
    warnings: (photo: Photo) => {
      asked.push(photo);
      return answer();
    },
    analyst: { areaColours: () => Promise.resolve({ box }) },
  }),
}));

let scope: EffectScope;
beforeEach(() => {
  vi.useFakeTimers();
  scope = freshPage();
  asked.length = 0;
  answer = () => Promise.resolve([warning('clipped')]);
});
afterEach(() => {
  scope.stop();
  vi.useRealTimers();
});
const stepped = (id = 'light') => ({ ...photoWith(), plan: [{ ...step('light', {}), id, areaId: null }] });

describe('warnings', () => {
  it('are looked for once the hand rests, and of the newest state alone', async () => {
    const photo = shallowRef<Photo | undefined>(photoWith());
    const warnings = scope.run(() => useWarnings(() => photo.value))!;
    await vi.advanceTimersByTimeAsync(1000);
    expect([asked.length, warnings.value]).toEqual([0, undefined]);
    photo.value = stepped('one');
    await vi.advanceTimersByTimeAsync(300);
    photo.value = stepped('two');
    await vi.advanceTimersByTimeAsync(1000);
    expect(asked.map(({ plan }) => plan[0]!.id)).toEqual(['two']);
    expect(warnings.value!.map(({ is }) => is)).toEqual(['clipped']);
    photo.value = { ...stepped('other'), id: 'b'.repeat(64) };
    await nextTick();
    expect(warnings.value).toBeUndefined();
  });

  it('wait until the hand is up', async () => {
    const sitting = useSitting();
    sitting.document = sittingWith(stepped());
    scope.run(() => useWarnings(() => stepped()));
    sitting.beginGesture('stroke');
    await vi.advanceTimersByTimeAsync(2000);
    expect(asked).toHaveLength(0);
    sitting.endGesture();
    await vi.advanceTimersByTimeAsync(2000);
    expect(asked).toHaveLength(1);
  });

  it('are looked for again when something changed meanwhile, and are nothing when that fails', async () => {
    let resolve: (found: readonly Warning[]) => void = () => undefined;
    answer = () => new Promise((done) => (resolve = done));
    const photo = shallowRef(stepped('one'));
    const warnings = scope.run(() => useWarnings(() => photo.value))!;
    await vi.advanceTimersByTimeAsync(1000);
    photo.value = stepped('two');
    await vi.advanceTimersByTimeAsync(1000);
    expect(asked).toHaveLength(1);
    answer = () => Promise.reject(new Error('lost'));
    resolve([warning('noise')]);
    await vi.advanceTimersByTimeAsync(10);
    expect([asked.length, warnings.value]).toEqual([2, undefined]);
  });

  it('are said in words, each with its area, share and amount', () => {
    const photo = photoWith([areaNamed('lips', 'lips')]);
    const name = photo.areas[0]!.name;
    const kinds: readonly WarningKind[] = [
      'spill',
      'hue-reversed',
      'halo',
      'banding',
      'noise',
      'texture',
      'saturated',
    ];
    const words = kinds.map((is) => warningWords(warning(is, 'lips'), photo));
    for (const sentence of words) expect(sentence).toMatch(new RegExp(`^${name}: .*(3\\.4 %|2\\.5|3 )`));
    expect(new Set(words).size).toBe(kinds.length);
    expect(warningWords(warning('clipped'), photo)).toBe('3.4 % of the picture is newly clipped');
    expect(warningWords(warning('gamut'), photo)).toContain('ΔE00 2.5 of chroma is lost');
  });
});

describe('close-ups', () => {
  it('bring the face, the eyes, the lips and the edge of hair of the open sitter, or say what is missing', async () => {
    const sitter = sitterWith('s', { x: 10, y: 20, width: 300, height: 400 });
    const areas = (['irises', 'lips', 'hair'] as const).map((part) => ({
      ...areaNamed(part, part),
      sitter: 's',
    }));
    useSitting().document = sittingWith({ ...photoWith(areas), sitters: [sitter] });
    useBench().choosePhoto(PHOTO_ID);
    const glides: (typeof place)[] = [];
    const view = useView();
    view.glideTo = (to) => glides.push(to);
    const closeTo = scope.run(() => useCloseUps())!;
    for (const which of CLOSE_UPS) await closeTo(which);
    expect(glides[0]).toEqual(sitter.face);
    expect(glides[1]).toMatchObject({ x: 76, width: 128 });
    expect(glides[2]).toEqual(box);
    expect(glides[3]!.width).toBeLessThan(box.width / 3);
    useSitting().document = sittingWith(photoWith());
    await closeTo('lips');
    expect(useNotices().notices.at(-1)!.text).toContain('no lips');
    expect(glides).toHaveLength(4);
  });
});

describe('history', () => {
  it('goes to any point of what was done, and not beyond', () => {
    const sitting = useSitting();
    sitting.document = sittingWith(photoWith());
    const names = ['one', 'two', 'three'];
    for (const name of names) sitting.change(name, (document) => ({ ...document, name }));
    sitting.goToCheckpoint(1);
    expect([sitting.document.name, sitting.undoLabel, sitting.redoLabel]).toEqual(['one', 'one', 'two']);
    sitting.goToCheckpoint(3);
    expect(sitting.document.name).toBe('three');
    sitting.goToCheckpoint(9);
    sitting.goToCheckpoint(-1);
    expect([sitting.document.name, sitting.history.cursor]).toEqual(['three', 3]);
  });
});
