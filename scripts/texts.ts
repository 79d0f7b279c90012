/**
 * Counts the words of the interface and fails where a sentence stands outside of src/words. A sentence is a literal of three words or more, or any
 * text between JSX tags. Literals that stay where they are: messages of thrown errors, descriptions of what a schema expects (they travel as fields of
 * an issue), names in the catalogues below (a channel, field or part is one line of one table), and invented sample data.
 */
import { readdirSync, readFileSync } from "node:fs";
import ts from "typescript";

interface Literal {
  file: string;
  line: number;
  text: string;
}

const HOME = "src/words/";
const SAMPLE_DATA = /^src\/(demo\/|core\/instruments\/simulated-vehicles\.ts)/;
const CATALOGUES =
  /^src\/core\/(causes\/(signs|leak-places|complaints)|readings\/channels|records\/(fields|quick-desk|compare-tests)|charge\/oil)\.ts$/;
/** Issues of the core and of the browser's storage: what was expected, as a field of the issue. */
const SCHEMAS =
  /^src\/(core\/(dates|zod|bench\/bench-state|diagnosis\/diagnose|fluids\/saturation|instruments\/simulate-request|records\/pictures|records\/stock\/csv|records\/migrations\/from-version-11|readings\/file\/readings-text)|data\/(database|jobs|import)|worker\/newest)\.ts$/;
/** Stands for a value inside of a template. */
const HOLE = "\uFFFC";
const LEAST_WORDS = 3;
/** Properties and attributes that hold code, style or a schema's description. */
const NOT_SHOWN =
  /^(expected|message|reason|font|fontFamily|fontSize|transition|filter|templateAreas|gridTemplateAreas|templateColumns|templateRows|accept|className|css|stores?|style|transform|boxShadow|d|viewBox|key|id|href|src)$/;
const STYLE = /\d(px|ms|fr|em|vw)\b|var\(--|sans-serif|^@(media|page)|^[a-z-]+-src |^(https?:|\/)/;

const DATE_PATTERN = /^d MMM/;

const wordsOf = (text: string) => text.match(/\p{L}[\p{L}’'-]+/gu) ?? [];
const isSentence = (text: string) => {
  const spoken = text.replaceAll(HOLE, " 0 ");
  return wordsOf(spoken).length >= LEAST_WORDS && /\p{L}{2,}[,.:;?!]? \p{L}/u.test(spoken) && !STYLE.test(text);
};

function textOf(node: ts.Node): string | null {
  if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) return node.text;
  if (ts.isTemplateExpression(node))
    return node.head.text + node.templateSpans.map(({ literal }) => HOLE + literal.text).join("");
  return ts.isJsxText(node) ? node.text.replace(/\s+/g, " ").trim() : null;
}

/** Whether a literal is code: an import, a type, a key, a compared value, or what only a developer reads. */
function isCode(node: ts.Node): boolean {
  const { parent } = node;
  if (ts.isImportDeclaration(parent) || ts.isExportDeclaration(parent) || ts.isLiteralTypeNode(parent)) return true;
  if (ts.isExpressionStatement(parent) || ts.isCaseClause(parent) || ts.isElementAccessExpression(parent)) return true;
  if (ts.isPropertyAssignment(parent) && parent.name === node) return true;
  for (let at = parent; at !== undefined && !ts.isStatement(at) && !ts.isJsxElement(at); at = at.parent) {
    if (ts.isNewExpression(at) && /Error$/.test(at.expression.getText())) return true;
    if ((ts.isPropertyAssignment(at) || ts.isJsxAttribute(at)) && NOT_SHOWN.test(at.name.getText())) return true;
    if (ts.isCallExpression(at) && /^(console\.|z\.|mark$)/.test(at.expression.getText())) return true;
  }
  return false;
}

function literalsOf(file: string): Literal[] {
  const source = ts.createSourceFile(file, readFileSync(file, "utf8"), ts.ScriptTarget.Latest, true);
  const found: Literal[] = [];
  const visit = (node: ts.Node) => {
    const text = textOf(node);
    if (text !== null && /\p{L}{2}/u.test(text) && !isCode(node))
      found.push({ file, line: source.getLineAndCharacterOfPosition(node.getStart()).line + 1, text });
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found;
}

const files = readdirSync("src", { recursive: true, encoding: "utf8" })
  .map((file) => `src/${file}`)
  .filter((file) => /\.tsx?$/.test(file) && !/\.(test|d)\.tsx?$/.test(file));
const literals = files.flatMap(literalsOf);
const inWords = literals.filter(({ file, text }) => file.startsWith(HOME) && /[A-Z]|\s|\uFFFC/.test(text));
const outside = literals.filter(
  ({ file, text }) =>
    !file.startsWith(HOME) &&
    ![SAMPLE_DATA, CATALOGUES, SCHEMAS].some((stays) => stays.test(file)) &&
    !DATE_PATTERN.test(text) &&
    isSentence(text),
);
const words = inWords.reduce((sum, { text }) => sum + wordsOf(text.replaceAll(HOLE, " ")).length, 0);
console.log(`texts: ${inWords.length} strings with ${words} words in ${HOME}, ${outside.length} sentences outside`);
for (const { file, line, text } of outside)
  console.error(`${file}:${line} ${text.replaceAll(HOLE, "…").slice(0, 100)}`);
if (files.length < 300) {
  console.error(`only ${files.length} files were read: the check saw too little to mean anything`);
  process.exitCode = 1;
}
if (outside.length > 0) process.exitCode = 1;
