import 'fake-indexeddb/auto';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { shallowRef } from 'vue';
import type { EffectScope } from 'vue';
import { workKey } from '#core/document/photoState';
import type { Photo } from '#core/document/schema';
import type { Survey } from '#workers/client';
import { areaNamed, photoWith } from '../../tests/fixtures/documents';
import { freshPage, settle } from '../../tests/fixtures/page';
import { useProgress } from '../stores/progress';
import { useResults } from './useResults';

vi.mock('./useWorkers', () => ({
  useWorkers: () => ({ analyst: { result: () => Promise.resolve(new Blob(['picture'])) } }),
}));

const FOUND: Photo = photoWith([{ ...areaNamed('skin', 'skin', []), sitter: 'sitter' }]);
const CORRECTED: Photo = { ...FOUND, areas: [{ ...FOUND.areas[0]!, name: 'evened' }] };
const RED = [0.5, 0.1, 0.1];
const surveyOf = (photo: Photo, after: readonly number[]) => ({ photo, areas: { skin: { after } } });

let scope: EffectScope;
beforeEach(async () => {
  scope = freshPage();
  await useProgress().open('sitting');
});
afterEach(() => scope.stop());

it('keeps what became of a photo, and nothing of what was measured before its last change', async () => {
  const photo = shallowRef<Photo>(CORRECTED);
  const survey = shallowRef<Survey>();
  scope.run(() => useResults(photo, survey));
  const kept = () => useProgress().rows.get(FOUND.id);
  survey.value = surveyOf(FOUND, RED) as unknown as Survey;
  await settle(20);
  expect(kept()).toBeUndefined();
  survey.value = surveyOf({ ...CORRECTED }, RED) as unknown as Survey;
  await vi.waitFor(() => expect(kept()?.pictureAs).toBe(workKey(CORRECTED)));
  expect(kept()?.skins).toEqual([{ sitter: 'sitter', hue: expect.closeTo(0, 5) as number }]);
});
