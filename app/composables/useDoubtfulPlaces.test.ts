import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { EffectScope } from 'vue';
import { PHOTO_ID, areaNamed, photoWith, sittingWith } from '../../tests/fixtures/documents';
import { freshPage } from '../../tests/fixtures/page';
import { mark } from '../../tests/fixtures/plans';
import { useBench } from '../stores/bench';
import { useNotices } from '../stores/notices';
import { useSitting } from '../stores/sitting';
import { useDoubtfulPlaces } from './useDoubtfulPlaces';

const place = (plate: string, mode: 'add' | 'remove') => ({
  ...mark('doubtful-place', {
    sitter: 's',
    has: 'hair',
    may: 'clothes',
    plate,
    box: { x: 10, y: 20, width: 30, height: 40 },
  }),
  mode,
  id: `${plate} ${mode}`,
  on: false,
});

let scope: EffectScope;
beforeEach(() => {
  vi.stubGlobal('window', { matchMedia: () => ({ matches: true }) });
  vi.stubGlobal('cancelAnimationFrame', () => undefined);
  vi.stubGlobal('requestAnimationFrame', () => 1);
  scope = freshPage();
  useSitting().document = sittingWith(
    photoWith([
      areaNamed('skin', 'skin'),
      areaNamed('hair', 'hair', [place('collar', 'remove'), place('tie', 'remove')]),
      areaNamed('clothes', 'clothes', [place('collar', 'add'), place('tie', 'add')]),
    ]),
  );
  useBench().choosePhoto(PHOTO_ID);
  useBench().choose('skin');
});
afterEach(() => {
  useSitting().document = undefined;
  scope.stop();
  vi.unstubAllGlobals();
});
/** Whether each doubtful place of an area counts. */
const marksOf = (id: string) =>
  useSitting()
    .document!.photos[0]!.areas.find((area) => area.id === id)!
    .marks.map(({ on }) => on);

describe('doubtful places on the bench', () => {
  it('are gone through area by area, in the order in which they were found', () => {
    const { nextPlace } = scope.run(useDoubtfulPlaces)!;
    const seen = Array.from({ length: 4 }, () => {
      nextPlace();
      return [useBench().areaId, useBench().placeId];
    });
    expect(seen).toEqual([
      ['hair', 'collar'],
      ['hair', 'tie'],
      ['clothes', 'collar'],
      ['clothes', 'tie'],
    ]);
  });

  it('take the word for every part at once, and go on to the next; undo asks again', () => {
    const { nextPlace, decide, places } = scope.run(useDoubtfulPlaces)!;
    nextPlace();
    decide('may');
    expect([marksOf('hair'), marksOf('clothes')]).toEqual([
      [true, false],
      [true, false],
    ]);
    expect(useBench().placeId).toBe('tie');
    decide('has');
    expect([marksOf('hair'), marksOf('clothes')]).toEqual([[true], [true]]);
    expect([places.value, useBench().placeId]).toEqual([[], undefined]);
    useSitting().undo();
    expect(places.value.map(({ plate }) => plate)).toEqual(['tie']);
  });

  it('say so where there is none', () => {
    useSitting().document = sittingWith(photoWith([areaNamed('skin', 'skin')]));
    scope.run(useDoubtfulPlaces)!.nextPlace();
    expect(useNotices().notices.map(({ text }) => text)).toEqual(['No place of this photo is doubtful.']);
  });
});
