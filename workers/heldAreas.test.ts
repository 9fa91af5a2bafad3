import { describe, expect, it } from 'vitest';
import { NO_EDGE_CARE } from '#core/document/schema';
import type { ResolvedArea } from '#core/render/resolved';
import { HeldAreas } from './heldAreas';

const area = (key: string): ResolvedArea => ({ key, marks: [], inverted: false, edgeCare: NO_EDGE_CARE });

describe('areas that renderers hold', () => {
  it('stay for each holder, whatever another asks for', () => {
    const held = new HeldAreas();
    held.take('picture', [area('a'), area('b')], ['a', 'b']);
    const { areas, keep } = held.take('versions', [area('c')], ['a', 'c']);
    expect(areas.map(({ key }) => key)).toEqual(['c']);
    expect([...keep].sort()).toEqual(['a', 'b', 'c']);
    expect([held.of('picture'), held.of('versions'), held.of('loupe')]).toEqual([['a', 'b'], ['a', 'c'], []]);
  });

  it('go when their holder asks for others, or is done', () => {
    const held = new HeldAreas();
    held.take('picture', [area('a')], ['a']);
    held.take('export', [area('b')], ['b']);
    expect(held.take('picture', [area('c')], ['c']).keep).not.toContain('a');
    held.release('export');
    expect(held.take('picture', [], ['c']).keep).toEqual(['c']);
    held.clear();
    expect([held.keys, held.of('picture')]).toEqual([[], []]);
  });
});
