import { expect, it } from "vitest";
import { countWords, literalsOf, sentencesOutside } from "./text-check";

const outside = (file: string, content: string) => sentencesOutside(literalsOf(file, content)).map(({ text }) => text);

it("finds sentences in views, also in templates and between tags, and leaves code alone", () => {
  const view = `import { a } from "@/a long path/of three words";
    export const V = () => <p title="Close the valve now">{x === "one two three" ? \`\${n} g left in it\` : null} Open the can now</p>;
    throw new Error("the vehicle has no label");`;
  expect(outside("src/views/v.tsx", view)).toEqual(["Close the valve now", "\uFFFC g left in it", "Open the can now"]);
  expect(outside("src/words/v.ts", 'export const v = "Close the valve now";')).toEqual([]);
});

it("allows what a schema expects, and counts the words of the interface only", () => {
  expect(outside("src/core/x.ts", 'const issue = { expected: "a number of at least nought" };')).toEqual([]);
  const literals = [
    ...literalsOf("src/words/w.ts", 'export const w = { close: "Close the valve", key: "valve" };'),
    ...literalsOf("src/views/v.ts", 'export const v = "Not counted here at all";'),
  ];
  expect(countWords(literals)).toEqual({ strings: 1, words: 3 });
});
