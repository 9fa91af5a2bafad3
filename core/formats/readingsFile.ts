import { ciede2000 } from '../colour/ciede2000';
import { convertSrgbLinearToCielabD50 } from '../colour/cielab';
import type { Triple } from '../colour/triple';
import type { Rung } from '../document/schema';
import { colourNumbers } from '../measure/colourNumbers';
import { writeCsv } from './csv';

/** A reading with its place and its colours. */
export interface ReadingRow {
  /** as it is called */
  readonly area: string;
  readonly rung: Rung;
  /** centre and side of its patch, pixels of the photo */
  readonly x: number;
  readonly y: number;
  readonly size: number;
  /** linear sRGB as the photo is, and as its plan leaves it */
  readonly now: Triple;
  readonly result: Triple;
}

/** A number with so many decimals; nothing where there is none. */
const written = (value: number | null, decimals: number) => (value === null ? '' : value.toFixed(decimals));
const COLUMNS = [
  'R',
  'G',
  'B',
  'HSV hue',
  'HSV saturation %',
  'HSV value %',
  'L*',
  'a*',
  'b*',
  'C*',
  'h',
  'OKLCh L',
  'OKLCh C',
  'OKLCh h',
  'ITA',
];

function numbersOf(linear: Triple): string[] {
  const { rgb8, hsv, cielabD50, lch, oklch, ita } = colourNumbers(linear);
  return [
    ...rgb8.map(String),
    written(hsv.hue, 2),
    written(100 * hsv.saturation, 2),
    written(100 * hsv.value, 2),
    ...cielabD50.map((value) => written(value, 3)),
    written(lch.chroma, 3),
    written(lch.hue, 2),
    written(oklch.lightness, 4),
    written(oklch.chroma, 4),
    written(oklch.hue, 2),
    written(ita.degrees, 2),
  ];
}

/** Colour difference of a reading before and after, ΔE00. */
export function changeOf({ now, result }: Pick<ReadingRow, 'now' | 'result'>): number {
  return ciede2000(convertSrgbLinearToCielabD50(now), convertSrgbLinearToCielabD50(result));
}

/** Readings for a spreadsheet (RFC 4180): two lines each, as the photo is and as its plan leaves it. */
export function writeReadingsCsv(rows: readonly ReadingRow[]): string {
  const head = ['area', 'rung', 'x', 'y', 'size', 'state', ...COLUMNS, 'ΔE00'];
  const lines = rows.flatMap((row) =>
    (['now', 'result'] as const).map((state) => [
      row.area,
      row.rung,
      written(row.x, 1),
      written(row.y, 1),
      String(row.size),
      state,
      ...numbersOf(row[state]),
      state === 'result' ? written(changeOf(row), 3) : '',
    ]),
  );
  return writeCsv([head, ...lines]);
}

/**
 * Readings as CGATS.17 text, for programs that compare measurements: RGB 0..255 and CIELAB under D50, each reading
 * as it is and as its plan leaves it (keywords of ISO 28178 from memory).
 * @param created instant, ISO 8601
 */
export function writeReadingsCgats(rows: readonly ReadingRow[], photo: string, created: string): string {
  const quoted = (text: string) => `"${text.replace(/["\r\n]/g, ' ')}"`;
  const sets = rows.flatMap((row) => (['now', 'result'] as const).map((state) => ({ row, state })));
  const data = sets.map(({ row, state }, n) => {
    const { rgb8, cielabD50 } = colourNumbers(row[state]);
    const name = quoted(`${row.area} ${row.rung} ${state}`);
    return [n + 1, name, ...rgb8, ...cielabD50.map((value) => value.toFixed(3))].join('\t');
  });
  return [
    'CGATS.17',
    'ORIGINATOR\t"Even Blush"',
    `DESCRIPTOR\t${quoted(`Readings of ${photo}`)}`,
    `CREATED\t${quoted(created)}`,
    'NUMBER_OF_FIELDS\t8',
    'BEGIN_DATA_FORMAT',
    'SAMPLE_ID\tSAMPLE_NAME\tRGB_R\tRGB_G\tRGB_B\tLAB_L\tLAB_A\tLAB_B',
    'END_DATA_FORMAT',
    `NUMBER_OF_SETS\t${data.length}`,
    'BEGIN_DATA',
    ...data,
    'END_DATA',
    '',
  ].join('\n');
}
