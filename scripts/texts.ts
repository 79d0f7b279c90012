/** Counts the words of the interface, and fails where a sentence stands outside of src/words or a text is not used. */
import { readdirSync, readFileSync } from "node:fs";
import { countWords, HOLE, HOME, literalsOf, SCREENS, sentencesOutside } from "./text-check";

const files = readdirSync("src", { recursive: true, encoding: "utf8" })
  .map((file) => `src/${file}`)
  .filter((file) => /\.tsx?$/.test(file) && !/\.(test|d)\.tsx?$/.test(file));
const literals = files.flatMap((file) => literalsOf(file, readFileSync(file, "utf8")));
const outside = sentencesOutside(literals);
const { strings, words } = countWords(literals);
console.log(`texts: ${strings} strings with ${words} words in ${HOME}, ${outside.length} sentences outside`);
for (const { file, line, text } of outside)
  console.error(`${file}:${line} ${text.replaceAll(HOLE, "…").slice(0, 100)}`);

/** Texts of src/words/screens that no file uses. */
function unusedTexts(): string[] {
  const sources = files.filter((file) => !file.startsWith(SCREENS)).map((file) => readFileSync(file, "utf8"));
  const used = new Set(sources.flatMap((source) => source.match(/\b\w+Text\.\w+/g) ?? []));
  return files
    .filter((file) => file.startsWith(SCREENS))
    .flatMap((file) => {
      let table = "";
      return readFileSync(file, "utf8")
        .split("\n")
        .flatMap((line) => {
          table = /^export const (\w+) = /.exec(line)?.[1] ?? table;
          const key = /^ {2}(\w+):/.exec(line)?.[1];
          return key === undefined || used.has(`${table}.${key}`) ? [] : [`${file}: ${table}.${key}`];
        });
    });
}
const unused = unusedTexts();
for (const text of unused) console.error(`unused: ${text}`);
if (unused.length > 0) process.exitCode = 1;
if (files.length < 300) {
  console.error(`only ${files.length} files were read: the check saw too little to mean anything`);
  process.exitCode = 1;
}
if (outside.length > 0) process.exitCode = 1;
