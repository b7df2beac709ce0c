// npm run words: strings that people read, held against the words that the house does not use (docs/english.md).
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';
import { filesUnder, ROOT } from './setup.mjs';

/** What is not said, and what is said for it. */
export const DROPPED = [
  [/\b(?:stands?|stood)\b(?!-in| by| for| marks| fixed)/iu, 'is; afterwards; was'],
  [/\b(?:is|are|was|not|be) told\b(?! apart)/iu, 'known, not known yet'],
  [/\bput right\b|\bseen to\b|\banswers? it\b|\bserves\b/iu, 'fix, repair; works'],
  [/\bwhat is the matter\b/iu, 'what is wrong'],
  [/\bkept at\b|\bwill be kept\b/iu, 'at its home humidity, where it will live'],
  [/\bseason taken out\b|\bapart from the season\b|\btakes? (?:the )?season out\b/iu, 'season aside'],
  [
    /\b(?:is|are|was) taken(?! off| out| apart| up| in\b| down| away| back| over)\b|\bas believed\b/iu,
    'assumed; standard value',
  ],
  [/\bit asks for\b|\basked for it\b/iu, 'needs; asking price'],
  [/\bnot to be seen\b/iu, 'could not be seen'],
  [/\b(?:was|were|is|are) (?:not )?read\b(?! as)|\bnot read\b/iu, 'measured, not measured'],
  [/\bof its kind\b|\bof the house\b|\bthe house’s\b/iu, 'usual, built in'],
  [/\baccounts? for\b/iu, 'explains'],
  [/\bcomes? to rest\b|\bstands? still\b|\bat rest\b|\b(?:it|wood) rests\b/iu, 'settles'],
  [/\blies\b|\b(?:it|they|once) lay\b|\bin the way of the load\b/iu, 'is; in the load path'],
  [/\banew\b|\bafresh\b|\blately\b|\bfortnight\b/iu, 'again, over, recently, two weeks'],
  [/\bnobody\b|\bsomebody\b(?! else saved)/iu, 'not looked at yet; name the thing'],
  [/\bstruck\b|(?<!\.)\bstrike(?:s|n)?\b|\bput (?:it |them )?away\b/iu, 'crossed out, cross out, archived'],
  [/\breckon(?:ed|s)?\b|\bsum is given\b/iu, 'worked out, the cost'],
  [
    /\b(?:hollow|belly|dip|hump) before the bridge\b|\bneck[- ]set\b|\bthe join\b|\bbody join\b|\bfilm\b/iu,
    'in front of the bridge, neck reset, body joint, finish',
  ],
  [
    /\b(?:the|its|no|bridge|and|belly and) lean\b|\blean of\b|\bturn of the bridge\b|\bbridge(?:’s)? turn\b/iu,
    'tilt',
  ],
];

/** Attributes of an element that nobody reads. */
const SILENT = new Set([
  'className',
  'class',
  'id',
  'key',
  'to',
  'href',
  'd',
  'type',
  'role',
  'name',
  'value',
  'path',
  'viewBox',
  'fill',
  'stroke',
  'transform',
  'htmlFor',
  'autoComplete',
  'inputMode',
  'summaryClass',
  'polling',
]);
const NOT_WORDS = /^(?:[a-z]+[A-Za-z]*(?:\/|\?|\.)|[\d\s.,:;/%#()\-+*=<>[\]{}|&^$\\'"_]*$)/u;
const SQL = /\b(?:NOT|SELECT|INSERT|UPDATE|DELETE|CREATE|ALTER|FROM|WHERE|PRAGMA|TRIGGER)\b/u;

const parse = (file, text) =>
  ts.createSourceFile(
    file,
    text,
    ts.ScriptTarget.Latest,
    true,
    file.endsWith('.tsx') ? ts.ScriptKind.TSX : ts.ScriptKind.TS,
  );

/** Ids: every string literal of a type, and every list or record that types are made of. */
const IDS = new Set();
function gatherIds(file, text) {
  const source = parse(file, text);
  const walk = (node) => {
    if (ts.isLiteralTypeNode(node) && ts.isStringLiteral(node.literal)) IDS.add(node.literal.text);
    if (
      ts.isAsExpression(node) &&
      node.type.getText() === 'const' &&
      ts.isArrayLiteralExpression(node.expression)
    )
      for (const one of node.expression.elements) if (ts.isStringLiteral(one)) IDS.add(one.text);
    if (ts.isPropertySignature(node) && ts.isStringLiteral(node.name)) IDS.add(node.name.text);
    ts.forEachChild(node, walk);
  };
  walk(source);
}

/** Every string of a source file that may be read by people: its text and its line. */
export function stringsOf(file, text) {
  const source = parse(file, text);
  const found = [];
  const add = (node, said) => {
    const plain = said.replaceAll(/\s+/gu, ' ').trim();
    if (!plain.includes(' ') || IDS.has(said) || NOT_WORDS.test(plain) || SQL.test(plain)) return;
    found.push({ text: plain, line: source.getLineAndCharacterOfPosition(node.getStart()).line + 1 });
  };
  const walk = (node) => {
    if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node) || ts.isTypeNode(node)) return;
    if (ts.isJsxAttribute(node) && SILENT.has(node.name.getText())) return;
    // ids are looked up and compared, not read
    if (ts.isElementAccessExpression(node) || ts.isCaseClause(node))
      return ts.forEachChild(node, (child) => (ts.isStringLiteral(child) ? undefined : walk(child)));
    if (ts.isBinaryExpression(node) && /[=!]==/u.test(node.operatorToken.getText())) return;
    if (ts.isPropertyAssignment(node) && ts.isStringLiteral(node.name)) return walk(node.initializer);
    if (ts.isPropertySignature(node) || ts.isTypeAliasDeclaration(node) || ts.isInterfaceDeclaration(node))
      return;
    if (
      ts.isNewExpression(node) &&
      /Error$/u.test(node.expression.getText()) &&
      /^(?:core|drawings|papers|exchange)\//u.test(file)
    )
      return;
    if (ts.isJsxText(node)) add(node, node.text);
    else if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) add(node, node.text);
    else if (ts.isTemplateExpression(node)) {
      add(node, [node.head.text, ...node.templateSpans.map(({ literal }) => `…${literal.text}`)].join(''));
      node.templateSpans.forEach(({ expression }) => walk(expression));
      return;
    }
    ts.forEachChild(node, walk);
  };
  walk(source);
  return found;
}

/** Sources whose strings are read by people. */
export const READ = [
  'core/src',
  'web/src',
  'server/src',
  'drawings/src',
  'papers/src',
  'exchange/src',
  'contract/src',
]
  .flatMap(filesUnder)
  .map((file) => file.replace(/^\//u, ''))
  .filter((file) => /\.tsx?$/u.test(file) && !/\.test\.|\/testing\/|\/migrations\/|simulated/u.test(file));

/** All of them that hold a dropped word. */
export function dropped() {
  for (const file of READ) gatherIds(file, readFileSync(join(ROOT, file), 'utf8'));
  return READ.flatMap((file) =>
    stringsOf(file, readFileSync(join(ROOT, file), 'utf8')).flatMap(({ text, line }) =>
      DROPPED.filter(([word]) => word.test(text)).map(([word, say]) => ({
        file,
        line,
        text,
        found: word.exec(text)[0],
        say,
      })),
    ),
  );
}

if (process.argv[1] === new URL(import.meta.url).pathname) {
  const all = dropped();
  for (const { file, line, text, found, say } of all)
    console.log(`${file}:${line} “${found}” (${say}): ${text}`);
  console.log(`${all.length} strings with words that are not said.`);
  process.exit(all.length > 0 ? 1 : 0);
}
