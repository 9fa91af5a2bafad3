import { beforeEach, describe, expect, it } from 'vitest';
import type { EffectScope } from 'vue';
import { areaNamed, photoWith, sittingWith } from '../../tests/fixtures/documents';
import { mark, step } from '../../tests/fixtures/plans';
import { freshPage } from '../../tests/fixtures/page';
import { useBench } from '../stores/bench';
import type { MenuEntry } from '../stores/menu';
import { useSeeing } from '../stores/seeing';
import { useSitting } from '../stores/sitting';
import { useStepMenu } from './useStepMenu';

const area = (id: string) => areaNamed(id, 'hair', [mark('area', { areaId: id })]);
const plan = [
  { ...step('clear', { brighten: 0.1, clear: 0.2 }, 1, 'one'), areaId: 'hair' },
  { ...step('relief', { amount: 0.2 }, 1, 'two'), areaId: null },
];
const photo = { ...photoWith([area('hair'), area('brows'), areaNamed('empty')]), plan };

let scope: EffectScope;
beforeEach(() => {
  scope = freshPage();
  useSitting().document = sittingWith(photo);
  useBench().choosePhoto(photo.id);
});
const now = () => useSitting().document!.photos[0]!;
const entries = (place: number) =>
  scope.run(() => useStepMenu()(now(), now().plan[place]!)) as readonly MenuEntry[];
const entry = (place: number, words: string) => entries(place).find((one) => one.words === words)!;

describe('what is done with a step as a whole', () => {
  it('shows it alone and all again', () => {
    entry(1, 'Show this step alone').run!();
    expect(useSeeing().soloStepId).toBe('two');
    entry(1, 'Show all steps').run!();
    expect(useSeeing().soloStepId).toBeUndefined();
  });

  it('compares with what the steps before it left', () => {
    entry(1, 'Compare with before this step').run!();
    expect([useSeeing().beforeStepId, useSeeing().split]).toEqual(['one', 0.5]);
    entry(0, 'Compare with before this step').run!();
    expect(useSeeing().beforeStepId).toBeUndefined();
  });

  it('doubles and moves it to areas that cover something, and takes the result in hand', () => {
    const places = entry(0, 'Move to …').more!();
    expect(places.map(({ words, now: is }) => [words, is])).toEqual([
      ['Whole picture', false],
      ['hair', true],
      ['brows', false],
    ]);
    places[2]!.run!();
    expect([now().plan[0]!.areaId, useBench().areaId, useBench().stepId]).toEqual(['brows', 'brows', 'one']);
    entry(0, 'Duplicate on …').more!()[0]!.run!();
    expect(now().plan.map(({ kind, areaId }) => [kind, areaId])).toEqual([
      ['clear', 'brows'],
      ['clear', null],
      ['relief', null],
    ]);
    expect([useBench().areaId, useBench().stepId]).toEqual([undefined, now().plan[1]!.id]);
  });

  it('moves it in the plan as far as there is a place, and deletes it; each is undone', () => {
    expect([entry(0, 'Earlier').off, entry(1, 'Later').off]).toEqual([true, true]);
    entry(0, 'Later').run!();
    expect(now().plan.map(({ id }) => id)).toEqual(['two', 'one']);
    entry(0, 'Delete').run!();
    expect(now().plan.map(({ id }) => id)).toEqual(['one']);
    useSitting().undo();
    useSitting().undo();
    expect(now().plan).toEqual(plan);
  });
});
