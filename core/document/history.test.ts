import { describe, expect, it } from 'vitest';
import { EMPTY_HISTORY, goTo, recordCheckpoint, undo } from './history';

describe('a run through many photos', () => {
  it('is taken back together, and nothing that came between', () => {
    const run = { label: 'find in many', run: 'r' };
    const one = recordCheckpoint(EMPTY_HISTORY, run, { n: 1 }, { n: 2 });
    const two = recordCheckpoint(one, run, { n: 2 }, { n: 3 });
    expect(two.checkpoints).toHaveLength(1);
    expect(undo(two, { n: 3 })).toMatchObject({ label: 'find in many', document: { n: 1 } });
    const between = recordCheckpoint(two, 'by hand', { n: 3 }, { n: 4 });
    const after = recordCheckpoint(between, run, { n: 4 }, { n: 5 });
    expect(after.checkpoints.map(({ label }) => label)).toEqual(['find in many', 'by hand', 'find in many']);
    expect(recordCheckpoint(two, { ...run, run: 'other' }, { n: 3 }, { n: 4 }).checkpoints).toHaveLength(2);
  });
});

it('goes to any point of the history and back, and to none that is not there', () => {
  const one = recordCheckpoint(EMPTY_HISTORY, 'a', { n: 1 }, { n: 2 });
  const two = recordCheckpoint(one, 'b', { n: 2 }, { n: 3 });
  const back = goTo(two, { n: 3 }, 0)!;
  expect(back.document).toEqual({ n: 1 });
  expect(goTo(back.history, back.document, 1)!.document).toEqual({ n: 2 });
  expect(goTo(two, { n: 3 }, 3)).toBeUndefined();
});
