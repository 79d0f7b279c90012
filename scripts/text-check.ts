/**
 * Finds texts in a source. A sentence is a literal, or a text between JSX tags, of three words or more. Literals that stay where they are:
 * messages of thrown errors, descriptions of what a schema expects (they travel as fields of an issue), names in the catalogues below (a channel,
 * field or part is one line of one table), and invented sample data.
 */
import ts from "typescript";

export interface Literal {
  file: string;
  line: number;
  text: string;
}

export const HOME = "src/words/";
export const SCREENS = "src/words/screens/";
const SAMPLE_DATA = /^src\/(demo\/|core\/instruments\/simulated-vehicles\.ts)/;
const CATALOGUES =
  /^src\/core\/(causes\/(signs|leak-places|complaints)|readings\/channels|records\/(fields|quick-desk|compare-tests)|charge\/oil)\.ts$/;
/** Issues of the core and of the browser's storage: what was expected, as a field of the issue. */
const SCHEMAS =
  /^src\/(core\/(dates|zod|bench\/bench-state|diagnosis\/diagnose|fluids\/saturation|instruments\/simulate-request|records\/files\/pictures|records\/stock\/csv|records\/migrations\/from-version-11|readings\/file\/readings-text)|data\/(database|jobs|import)|worker\/newest)\.ts$/;
/** Stands for a value inside of a template. */
export const HOLE = "\uFFFC";
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
  if (ts.isBinaryExpression(parent) && /^[!=]==$/.test(parent.operatorToken.getText())) return true;
  for (let at = parent; at !== undefined && !ts.isStatement(at) && !ts.isJsxElement(at); at = at.parent) {
    if (ts.isNewExpression(at) && /Error$/.test(at.expression.getText())) return true;
    if ((ts.isPropertyAssignment(at) || ts.isJsxAttribute(at)) && NOT_SHOWN.test(at.name.getText())) return true;
    if (ts.isCallExpression(at) && /^(console\.|z\.|mark$)/.test(at.expression.getText())) return true;
  }
  return false;
}

/** Literals of a source that a person may read. `file`: path from the project's folder. */
export function literalsOf(file: string, content: string): Literal[] {
  const source = ts.createSourceFile(file, content, ts.ScriptTarget.Latest, true);
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

/** Literals that belong into src/words. */
export function sentencesOutside(literals: readonly Literal[]): Literal[] {
  return literals.filter(
    ({ file, text }) =>
      !file.startsWith(HOME) &&
      ![SAMPLE_DATA, CATALOGUES, SCHEMAS].some((stays) => stays.test(file)) &&
      !DATE_PATTERN.test(text) &&
      isSentence(text),
  );
}

/** Strings and words of the interface. */
export function countWords(literals: readonly Literal[]): { strings: number; words: number } {
  const shown = literals.filter(({ file, text }) => file.startsWith(HOME) && /[A-Z]|\s|\uFFFC/.test(text));
  return {
    strings: shown.length,
    words: shown.reduce((sum, { text }) => sum + wordsOf(text.replaceAll(HOLE, " ")).length, 0),
  };
}
