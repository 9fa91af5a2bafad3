import { beforeEach, describe, expect, it, vi } from 'vitest';
import { CancelledError, CommandError, PhotoFileError } from '#core/errors';
import { freshPage } from '../../tests/fixtures/page';
import { useNotices } from './notices';

beforeEach(() => void freshPage());

describe('notices', () => {
  it('say one thing at a time, and go by themselves', () => {
    vi.useFakeTimers();
    const notices = useNotices();
    notices.say('one');
    notices.say('two');
    expect(notices.notices.map(({ text }) => text)).toEqual(['two']);
    vi.advanceTimersByTime(8000);
    expect(notices.notices).toEqual([]);
    vi.useRealTimers();
  });

  it('go when the user goes on, but for problems and what offers a way back', () => {
    const notices = useNotices();
    notices.problem('broken');
    notices.say('Found 1 sitter.');
    notices.goOn();
    expect(notices.notices.map(({ text }) => text)).toEqual(['broken']);
    notices.say('Deleted.', { label: 'Undo', run: () => undefined });
    notices.goOn();
    expect(notices.notices.map(({ text }) => text)).toEqual(['broken', 'Deleted.']);
  });

  it('say nothing of what was given up', () => {
    const notices = useNotices();
    notices.problem(new CancelledError());
    expect(notices.notices).toEqual([]);
  });

  it('keep problems until they are put away, each once, in words', () => {
    const notices = useNotices();
    notices.problem(new PhotoFileError('a.jpg', 'empty'));
    notices.problem(new PhotoFileError('a.jpg', 'empty'));
    notices.problem(new CommandError('nobody'));
    notices.say('done');
    expect(notices.notices.map(({ kind }) => kind)).toEqual(['problem', 'problem', 'plain']);
    expect(notices.notices[0]!.text).toContain('“a.jpg” is empty');
    notices.dismiss(notices.notices[0]!.id);
    expect(notices.notices).toHaveLength(2);
  });
});
