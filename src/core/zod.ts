/**
 * The one door to zod. `jitless` keeps it from probing `new Function`, which the page's policy header forbids; messages say what
 * was expected, to stand after that word. Importing zod anywhere else would build schemas before this setting, so a lint
 * rule forbids it.
 */
import { config } from "zod";

config({
  jitless: true,
  customError: (issue) => {
    switch (issue.code) {
      case "invalid_type":
        return issue.input === undefined ? `${article(issue.expected)}, it is missing` : article(issue.expected);
      case "invalid_value":
        return `one of ${issue.values.map(String).join(", ")}${issue.input === undefined ? ", it is missing" : ""}`;
      case "too_small":
        return `at least ${issue.minimum}`;
      case "too_big":
        return `at most ${issue.maximum}`;
      case "unrecognized_keys":
        return `no field ${issue.keys.join(", ")}`;
      default:
        return undefined;
    }
  },
});

function article(type: string): string {
  return /^[aeiou]/.test(type) ? `an ${type}` : `a ${type}`;
}

export * from "zod";
