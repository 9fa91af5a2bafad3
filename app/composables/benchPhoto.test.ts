import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { EffectScope } from 'vue';
import type { Part, Photo } from '#core/document/schema';
import type { ReadingPlaces } from '#core/measure/placing';
import { light } from '#kinds/adjust/light/index';
import { NEUTRAL } from '#kinds/adjust/light/schema';
import { PHOTO_ID, areaNamed, photoWith, sittingWith } from '../../tests/fixtures/documents';
import { freshPage } from '../../tests/fixtures/page';
import { mark } from '../../tests/fixtures/plans';
import { useBench } from '../stores/bench';
import { useDrawing } from '../stores/drawing';
import { useNotices } from '../stores/notices';
import { useSitting } from '../stores/sitting';
import { useAreas } from './useAreas';
import { useBenchPhoto } from './useBenchPhoto';
import { useLadderSteps } from './useLadderSteps';
import { useReadings } from './useReadings';
import { useSteps } from './useSteps';

let placement: ReadingPlaces = { placed: [], without: ['light', 'middle', 'shade'] };
vi.mock('./useWorkers', () => ({
  useWorkers: () => ({ analyst: { placed: () => Promise.resolve(placement) } }),
}));

let scope: EffectScope;
beforeEach(() => {
  scope = freshPage();
  useSitting().document = sittingWith(
    photoWith([areaNamed('skin', 'skin', [mark('ellipse', { x: 50, y: 50, radiusX: 20, radiusY: 20 })])]),
  );
  useBench().choosePhoto(PHOTO_ID);
  useBench().choose('skin');
});
afterEach(() => {
  useSitting().document = undefined;
  scope.stop();
});
const photo = (): Photo => useSitting().document!.photos[0]!;
const within = <T>(use: () => T): T => scope.run(use)!;

describe('areas on the bench', () => {
  it('are made with a name of their own, chosen, with the mark that suits them in hand', () => {
    const { newArea } = within(useAreas);
    newArea('irises');
    newArea('irises');
    expect(photo().areas.map(({ name }) => name)).toEqual(['skin', 'Irises', 'Irises 2']);
    expect(useBench().areaId).toBe(photo().areas[2]!.id);
    expect(useDrawing().kindId).toBe('ellipse');
  });

  it('are opened where they are known, of the sitter or of nobody, and made otherwise', () => {
    const { choosePart } = within(useAreas);
    useBench().choose(undefined);
    choosePart('skin', 'someone');
    expect(useBench().areaId).toBe('skin');
    choosePart('lips' satisfies Part, 'someone');
    expect(photo().areas.at(-1)!.part).toBe('lips');
  });

  it('are copied beside the original and deleted with all that stands on them', () => {
    const { copyArea, deleteArea } = within(useAreas);
    copyArea();
    expect(photo().areas.map(({ name }) => name)).toEqual(['skin', 'skin, copy']);
    deleteArea();
    expect([photo().areas.length, useBench().areaId]).toEqual([1, undefined]);
  });

  it('change while they are chosen, and nothing changes while none is', () => {
    const { changeOpenArea } = within(useBenchPhoto);
    changeOpenArea('invert', (area) => ({ ...area, inverted: true }));
    useBench().choose(undefined);
    changeOpenArea('invert', (area) => ({ ...area, inverted: false }));
    expect(photo().areas[0]!.inverted).toBe(true);
  });
});

describe('readings', () => {
  it('are placed rung by rung, until every rung has one', () => {
    const { placeReading } = within(useReadings);
    const bench = useBench();
    bench.placeReading('light');
    for (const x of [10.04, 20, 30]) placeReading({ x, y: 5 });
    expect(photo().readings.map(({ rung, x }) => [rung, x])).toEqual([
      ['light', 10],
      ['middle', 20],
      ['shade', 30],
    ]);
    expect(bench.tool).toBe('look');
    bench.placeReading('middle');
    placeReading({ x: 25, y: 5 });
    expect([photo().readings.length, bench.tool]).toEqual([3, 'look']);
    bench.placeReading('light');
    placeReading({ x: -1, y: 5 });
    expect(photo().readings[0]!.x).toBe(10);
  });

  it('place themselves in the stead of those of the area, or it is said why not', async () => {
    const { placeReadingsAlone, resizeReadings, dropReading } = within(useReadings);
    await placeReadingsAlone();
    expect(useNotices().notices[0]!.text).toContain('no good place for a light, middle, or shade reading');
    placement = { placed: [{ rung: 'light', x: 1, y: 2, size: 31 }], without: [] };
    await placeReadingsAlone();
    await placeReadingsAlone();
    expect(photo().readings).toHaveLength(1);
    resizeReadings(new Set([photo().readings[0]!.id]), 15);
    expect([photo().readings[0]!.size, useBench().readingSize]).toEqual([15, 15]);
    dropReading(photo().readings[0]!.id);
    expect(photo().readings).toEqual([]);
  });
});

describe('steps', () => {
  it('stand on the chosen area, or on the whole picture', () => {
    const { addStep, changeStep } = within(useSteps);
    addStep(light, NEUTRAL);
    useBench().choose(undefined);
    addStep(light, NEUTRAL);
    expect(photo().plan.map(({ areaId, version }) => [areaId, version])).toEqual([
      ['skin', light.version],
      [null, light.version],
    ]);
    changeStep(photo().plan[0]!, 'light', { gamma: 2 });
    expect(photo().plan[0]!.parameters).toEqual({ ...NEUTRAL, gamma: 2 });
  });

  it('of the ladder are made at its first drag, and changed by further ones', () => {
    const ladder = within(() =>
      useLadderSteps({
        get photo() {
          return photo();
        },
        area: photo().areas[0]!,
      }),
    );
    ladder.setTarget('hue', 'middle', 22);
    ladder.setTarget('hue', 'light', 24);
    ladder.setEvenness('saturation', 0.4);
    ladder.setEvenness('hue', 0.6);
    expect(photo().plan.map(({ kind }) => kind)).toEqual(['hue-to-target', 'evenness']);
    expect(photo().plan[0]!.parameters.hue).toEqual({ light: 24, middle: 22, shade: null });
    expect(photo().plan[1]!.parameters).toMatchObject({
      saturation: 0.4,
      hue: 0.6,
      lightness: 0,
      blush: 0.3,
    });
  });
});
