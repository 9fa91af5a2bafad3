import type { Sitting } from './schema';

/** A file that a sitting stands on: a photo's, or the clip of a shot. */
export interface SittingsFile {
  /** SHA-256, hexadecimal */
  readonly id: string;
  readonly file: string;
  readonly is: 'photo' | 'clip';
}

/** The files that a sitting stands on, each once. */
export function filesOf({ photos }: Pick<Sitting, 'photos'>): readonly SittingsFile[] {
  const files = new Map<string, SittingsFile>();
  for (const { id, file, frame } of photos) {
    files.set(id, { id, file, is: 'photo' });
    if (frame) files.set(frame.clip, { id: frame.clip, file: frame.file, is: 'clip' });
  }
  return [...files.values()];
}
