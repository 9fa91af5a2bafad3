import { mkdirSync, writeFileSync } from 'node:fs';
import { cpus, loadavg } from 'node:os';
import { fileURLToPath } from 'node:url';

/** One measured number. */
export interface Row {
  readonly what: string;
  readonly value: number;
  readonly unit: string;
  /** what it must be, in words; empty where nothing is asked */
  readonly must: string;
}

const root = fileURLToPath(new URL('..', import.meta.url));

type Sections = Readonly<Record<string, readonly Row[]>>;

/** Prints the rows as a table and writes them to docs/benchmarks.md and bench/out/results.json. */
export function report(sections: Sections): void {
  const day = new Date().toISOString().slice(0, 10);
  const machine = `${cpus().length} cores, ${cpus()[0]?.model.trim() ?? 'unknown'}, Node ${process.version}`;
  const text = `# Benchmarks

Written by \`npm run bench\` on ${day} (${machine}). Only measured numbers stand here; a number that misses what it must be stays with its figure.
${tables(sections)}`;
  console.log(text);
  mkdirSync(`${root}bench/out`, { recursive: true });
  writeFileSync(`${root}bench/out/results.json`, JSON.stringify({ day, machine, sections }, null, 2));
  writeFileSync(`${root}docs/benchmarks.md`, text);
}

/** Prints the rows and what else the machine had to do meanwhile. */
export function say(sections: Sections): void {
  console.log(`${tables(sections)}\nLoad of the machine in the last minute: ${loadavg()[0]!.toFixed(1)}`);
}

function tables(sections: Sections): string {
  const lines: string[] = [];
  for (const [title, rows] of Object.entries(sections)) {
    lines.push('', `## ${title}`, '', '| what | measured | must |', '| --- | --- | --- |');
    for (const { what, value, unit, must } of rows)
      lines.push(`| ${what} | ${format(value)} ${unit} | ${must} |`);
  }
  return `${lines.join('\n')}\n`;
}

function format(value: number): string {
  if (Math.abs(value) >= 100) return value.toFixed(0);
  return Math.abs(value) >= 10 ? value.toFixed(1) : Number(value.toPrecision(3)).toString();
}
