/**
 * `npm run words`: every word that the program says, room by room, to be read through at once.
 * `npm run words -- winding minis`: those of these rooms alone.
 */
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import ts from 'typescript';

const FLOORS = ['features', 'ui', 'server', 'core', 'formats', 'devices'];
/** What is written there is for the machine. */
const UNSEEN =
  /^(className|class|style|href|src|key|id|name|type|htmlType|value|d|viewBox|points|transform|mode|size)$/;
const LOOKS_LIKE_WORDS = /[a-zà-ÿ]{2,}[,.:;?!]? |^[A-ZÀ-Þ][a-zà-ÿ]+$|[a-z][.?!…]$/;
const FOR_THE_MACHINE = /^(use (client|server)$|SELECT |INSERT |UPDATE |DELETE |CREATE |WITH |<)/;

const rooms = process.argv.slice(2);
const files = FLOORS.flatMap((floor) =>
  readdirSync(floor, { recursive: true, encoding: 'utf8' }).map((file) => path.join(floor, file)),
)
  .filter((file) => /\.tsx?$/.test(file) && !file.includes('.test.'))
  .map((file) => ({ file, room: path.dirname(file).split(path.sep)[1] ?? '' }))
  .filter(({ room }) => rooms.length === 0 || rooms.includes(room))
  .sort((one, other) => one.room.localeCompare(other.room) || one.file.localeCompare(other.file));

let shown = '';
for (const { file, room } of files) {
  const lines = wordsOf(file);
  if (lines.length === 0) continue;
  if (room !== shown) console.log(`\n# ${room}`);
  shown = room;
  console.log(`\n${file}`);
  for (const line of lines) console.log(`  ${line}`);
}

/** The words of a file in the order in which they stand there; what is put in is shown as `{}`. */
function wordsOf(file: string): string[] {
  // What is a generic function in one is a tag in the other.
  const kind = file.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS;
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true, kind);
  const found: string[] = [];
  const look = (node: ts.Node): void => {
    if (ts.isImportDeclaration(node) || ts.isTypeNode(node)) return;
    if (ts.isJsxAttribute(node) && UNSEEN.test(node.name.getText())) return;
    const words = textOf(node);
    const text = words?.replace(/\s+/g, ' ').trim() ?? '';
    if ((ts.isJsxText(node) && /\p{L}/u.test(text)) || (LOOKS_LIKE_WORDS.test(text) && !FOR_THE_MACHINE.test(text)))
      found.push(text);
    ts.forEachChild(node, look);
  };
  look(source);
  return found;
}

function textOf(node: ts.Node): string | undefined {
  if (ts.isJsxText(node)) return node.text;
  if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) return node.text;
  if (ts.isTemplateExpression(node))
    return node.head.text + node.templateSpans.map(({ literal }) => `{}${literal.text}`).join('');
  return undefined;
}
