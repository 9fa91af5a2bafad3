import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { EffectScope } from 'vue';
import { freshPage } from '../../tests/fixtures/page';
import { useBench } from './bench';

let scope: EffectScope;
beforeEach(() => (scope = freshPage()));
afterEach(() => scope.stop());

describe('what is chosen', () => {
  it('goes back to what was chosen before when it is gone, if that is there', () => {
    const bench = useBench();
    bench.choose('skin');
    bench.choose('glasses');
    bench.choose('glasses');
    bench.chooseFormer(['skin', 'hair']);
    expect(bench.areaId).toBe('skin');
    bench.choose('hair');
    bench.chooseFormer(['lips']);
    expect(bench.areaId).toBeUndefined();
  });

  it('is of one photo alone', () => {
    const bench = useBench();
    bench.choose('skin');
    bench.choose('hair');
    bench.choosePhoto('another');
    bench.chooseFormer(['skin', 'hair']);
    expect(bench.areaId).toBeUndefined();
  });
});
