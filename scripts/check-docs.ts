/**
 * Says which exports have no word about what they are: summaries above every function, class and type that
 * leaves its file.
 */
import { readFileSync, readdirSync, statSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import ts from 'typescript';

const root = fileURLToPath(new URL('..', import.meta.url));
const FLOORS = ['core', 'kinds', 'networks', 'workers', 'cli', 'app'];

function filesBelow(folder: string): string[] {
  return readdirSync(`${root}${folder}`).flatMap((name) => {
    const path = `${folder}/${name}`;
    if (statSync(`${root}${path}`).isDirectory()) return filesBelow(path);
    return /\.ts$/.test(name) && !/\.(test|gen|d)\.ts$/.test(name) ? [path] : [];
  });
}

/** A type that is read off a schema beside it needs no words of its own. */
function isDerived(node: ts.Statement): boolean {
  return ts.isTypeAliasDeclaration(node) && /z\.infer|typeof \w+\)?\[number\]/.test(node.type.getText());
}

function undocumented(path: string): string[] {
  const source = ts.createSourceFile(path, readFileSync(root + path, 'utf8'), ts.ScriptTarget.Latest, true);
  return source.statements.flatMap((node) => {
    const isExport =
      ts.canHaveModifiers(node) &&
      ts.getModifiers(node)?.some(({ kind }) => kind === ts.SyntaxKind.ExportKeyword);
    if (!isExport || isDerived(node) || ts.getJSDocCommentsAndTags(node).length > 0) return [];
    const { line } = source.getLineAndCharacterOfPosition(node.getStart());
    return [`${path}:${line + 1} ${node.getText().split('\n')[0]!.slice(0, 80)}`];
  });
}

const found = FLOORS.flatMap(filesBelow).flatMap(undocumented);
for (const line of found) console.error(line);
if (found.length > 0) {
  console.error(`${found.length} exports say nothing of themselves: put a sentence above each.`);
  process.exitCode = 1;
}
