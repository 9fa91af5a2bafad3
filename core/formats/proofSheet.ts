import { colourNumbers } from '../measure/colourNumbers';
import { escapeMarkup } from './escapeMarkup';
import { changeOf } from './readingsFile';
import type { ReadingRow } from './readingsFile';

/** What a proof sheet shows. */
export interface ProofSheet {
  readonly photo: string;
  readonly sitting: string;
  /** day, ISO 8601 */
  readonly day: string;
  /** pictures as data: addresses */
  readonly before: string;
  readonly after: string;
  readonly readings: readonly ReadingRow[];
  /** the plan, a sentence a step */
  readonly steps: readonly string[];
}

const STYLE = `@page{size:A4;margin:14mm}*{box-sizing:border-box}body{font:10pt/1.4 system-ui,sans-serif;color:#1a1a1a;background:#fff;margin:0 auto;max-width:182mm;font-variant-numeric:tabular-nums}
h1{font-size:15pt;margin:0}p{margin:0 0 4mm;color:#565656}figure{margin:0}.pair{display:grid;grid-template-columns:1fr 1fr;gap:4mm;padding:4mm;background:#777;-webkit-print-color-adjust:exact;print-color-adjust:exact}.pair img{display:block;width:100%;max-height:120mm;object-fit:contain}.pair figcaption{color:#fff;margin-top:1mm}
h2{font-size:11pt;margin:5mm 0 1mm}table{border-collapse:collapse;width:100%}th,td{text-align:right;padding:.6mm 1.5mm;border-bottom:.2mm solid #bdbdbd}th:first-child,td:first-child,th:nth-child(2),td:nth-child(2){text-align:left}i{display:inline-block;width:4mm;height:4mm;vertical-align:-.7mm;margin-right:1.5mm;-webkit-print-color-adjust:exact;print-color-adjust:exact}ol{margin:0;padding-left:5mm}li,tr{break-inside:avoid}`;

function readingRow(row: ReadingRow): string {
  const cells = (['now', 'result'] as const).map((state) => {
    const { rgb8, hsv, cielabD50 } = colourNumbers(row[state]);
    const hue = hsv.hue === null ? '–' : `${hsv.hue.toFixed(1)}°`;
    const lab = cielabD50.map((value) => value.toFixed(1)).join(' ');
    return `<td><i style="background:rgb(${rgb8.join(',')})"></i>${rgb8.join(' ')}</td><td>${hue}</td><td>${lab}</td>`;
  });
  return `<tr><td>${escapeMarkup(row.area)}</td><td>${row.rung}</td>${cells.join('')}<td>${changeOf(row).toFixed(1)}</td></tr>`;
}

/** A page of before, after, readings and plan that stands by itself and prints on A4. */
export function writeProofSheet(sheet: ProofSheet): string {
  const columns = ['RGB', 'hue', 'L* a* b*'].map((name) => `<th>${name}</th>`).join('');
  const readings =
    sheet.readings.length === 0
      ? ''
      : `<h2>Readings, before and after</h2><table><thead><tr><th>area</th><th>rung</th>${columns}${columns}<th>ΔE00</th></tr></thead><tbody>${sheet.readings.map(readingRow).join('')}</tbody></table>`;
  const steps =
    sheet.steps.length === 0
      ? '<p>No steps.</p>'
      : `<ol>${sheet.steps.map((sentence) => `<li>${escapeMarkup(sentence)}</li>`).join('')}</ol>`;
  const picture = (source: string, caption: string) =>
    `<figure><img src="${escapeMarkup(source)}" alt="${caption}"><figcaption>${caption}</figcaption></figure>`;
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>${escapeMarkup(sheet.photo)}, proof sheet</title><style>${STYLE}</style></head><body><h1>${escapeMarkup(sheet.photo)}</h1><p>${escapeMarkup(sheet.sitting)} · ${escapeMarkup(sheet.day)}</p><div class="pair">${picture(sheet.before, 'before')}${picture(sheet.after, 'after')}</div>${readings}<h2>Plan</h2>${steps}</body></html>`;
}
