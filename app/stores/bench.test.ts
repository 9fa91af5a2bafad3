import { beforeEach, describe, expect, it } from 'vitest';
import { freshPage } from '../../tests/fixtures/page';
import { useBench } from './bench';
import { useDrawing } from './drawing';
import { useQuestions } from './questions';
import { useSeeing } from './seeing';

beforeEach(() => void freshPage());

describe('what is in hand on the bench', () => {
  it('is one thing at a time: a mark, a reading, a question, or the photo itself', () => {
    const bench = useBench();
    const questions = useQuestions();
    expect(bench.tool).toBe('look');
    bench.edit('brush', 'm');
    expect([bench.tool, bench.editing, useDrawing().markId]).toEqual(['draw', true, 'm']);
    bench.placeReading('shade');
    expect([bench.tool, useDrawing().kindId]).toEqual(['reading', undefined]);
    void questions.questionsOf('s').pickColour();
    expect(bench.tool).toBe('pick');
    bench.edit('lasso');
    expect([bench.tool, questions.open]).toEqual(['draw', undefined]);
    bench.lookOnly();
    expect(bench.tool).toBe('look');
  });

  it('is put away with another area or photo, and stays with the same', () => {
    const bench = useBench();
    bench.choose('a');
    bench.edit('brush');
    bench.choose('a');
    expect(bench.tool).toBe('draw');
    bench.choose('b');
    expect(bench.tool).toBe('look');
    bench.edit('brush');
    bench.choosePhoto('other');
    expect([bench.tool, bench.areaId, bench.photoId]).toEqual(['look', undefined, 'other']);
  });

  it('shows the extent of what is drawn, even where it was put away', () => {
    const seeing = useSeeing();
    seeing.overlay = 'none';
    useBench().edit('ellipse');
    expect(seeing.overlay).toBe('hatch');
  });

  it('leaves the keys to a dialog', () => {
    const bench = useBench();
    expect(bench.inDialog).toBe(false);
    void useQuestions().questionsOf('s').chooseVersion();
    expect([bench.inDialog, bench.tool]).toEqual([true, 'look']);
  });
});

describe('how the picture is looked at', () => {
  it('turns an overlay on and off, and the dividing line', () => {
    const seeing = useSeeing();
    seeing.toggle('grey');
    expect(seeing.overlay).toBe('grey');
    seeing.toggle('grey');
    expect(seeing.overlay).toBe('none');
    seeing.toggleSplit();
    expect(seeing.split).toBe(0.5);
    seeing.toggleSplit();
    expect(seeing.split).toBeUndefined();
  });
});

describe('what marks are drawn with', () => {
  it('has the numbers of the kind in hand; what has one name is one number', () => {
    const drawing = useDrawing();
    drawing.take('brush');
    expect(drawing.settings).toEqual({ radius: 12, fade: 0.5, build: 1 });
    drawing.resize(2);
    drawing.take('edge-stroke');
    expect(drawing.settings.radius).toBeCloseTo(12 * 1.44, 9);
    expect(Object.keys(drawing.settings)).toEqual(['radius', 'tolerance']);
    for (let n = 0; n < 60; n++) drawing.resize(-1);
    expect(drawing.settings.radius).toBe(0.5);
  });

  it('begins each part with the kind that suits it', () => {
    const drawing = useDrawing();
    expect([drawing.kindFor('irises'), drawing.kindFor('skin'), drawing.kindFor('other')]).toEqual([
      'ellipse',
      'edge-stroke',
      'edge-stroke',
    ]);
  });

  it('adds again with another mark', () => {
    const drawing = useDrawing();
    drawing.takes = false;
    drawing.take('lasso', 'm');
    expect([drawing.takes, drawing.markId, drawing.kind?.id]).toEqual([true, 'm', 'lasso']);
  });
});
