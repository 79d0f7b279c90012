import { AxeBuilder } from "@axe-core/webdriverjs";
import type { Browser } from "./browser";

/** Every finding of any weight, best practice included. */
export async function findingsOf(browser: Browser, rules: readonly string[] = []): Promise<string[]> {
  // Pages here have no frames: one script in the page itself, instead of another window for every look.
  const axe = new AxeBuilder(browser.driver).setLegacyMode(true).options({ resultTypes: ["violations"] });
  const { violations } = await (rules.length > 0 ? axe.withRules([...rules]) : axe).analyze();
  return violations.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.html.slice(0, 160)).join(" | ")}`);
}
