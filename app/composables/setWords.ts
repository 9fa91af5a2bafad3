import type { SetTask } from '../storage/setWorkStorage';

type Does = SetTask['is'];

/** What is done to many photos: as it is called in the history, while it runs, and when it is done. */
export const SET_WORDS: Readonly<
  Record<Does, { readonly label: string; readonly does: string; readonly done: string }>
> = {
  find: { label: 'find in many', does: 'Finding', done: 'Looked for people in' },
  check: { label: 'check many', does: 'Checking', done: 'Checked' },
  mend: { label: 'mend many', does: 'Mending', done: 'Mended' },
  measure: { label: 'measure', does: 'Measuring', done: 'Measured' },
  preset: { label: 'preset on many', does: 'Putting the preset', done: 'Put the preset on' },
  carry: { label: 'carry over', does: 'Carrying over', done: 'Carried over to' },
  even: { label: 'even the set', does: 'Evening', done: 'Evened' },
};
