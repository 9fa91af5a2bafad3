import type { Triple } from '../colour/triple';
import { RUNGS } from '../document/schema';
import type { Rung } from '../document/schema';
import { colourNumbers } from '../measure/colourNumbers';
import type { SetPart } from '../measure/setParts';
import type { RungColours } from '../render/photoNumbers';
import { writeCsv } from './csv';

/** What one part of one photo of a set shows, before and after. */
export interface SetRow {
  /** the photo's file */
  readonly photo: string;
  /** as the person is called; empty for what is nobody's */
  readonly sitter: string;
  readonly part: SetPart;
  readonly before: RungColours;
  readonly after: RungColours;
}

const COLUMNS = ['HSV hue', 'HSV saturation %', 'L*', 'R', 'G', 'B'];

/** The numbers of a set for a spreadsheet (RFC 4180): a line for each rung of each part of each photo. */
export function writeSetCsv(rows: readonly SetRow[]): string {
  const head = ['photo', 'sitter', 'part', 'rung'];
  const states = ['before', 'after'].flatMap((state) => COLUMNS.map((column) => `${column} ${state}`));
  const lines = rows.flatMap((row) =>
    RUNGS.map((rung: Rung) => [
      row.photo,
      row.sitter,
      row.part,
      rung,
      ...written(row.before[rung]),
      ...written(row.after[rung]),
    ]),
  );
  return writeCsv([[...head, ...states], ...lines]);
}

function written(colour: Triple): string[] {
  const { hsv, cielabD50, rgb8 } = colourNumbers(colour);
  return [
    hsv.hue === null ? '' : hsv.hue.toFixed(2),
    (100 * hsv.saturation).toFixed(2),
    cielabD50[0].toFixed(2),
    ...rgb8.map(String),
  ];
}
