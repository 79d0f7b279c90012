import { AxeBuilder } from "@axe-core/webdriverjs";
import type { Browser } from "./browser";

export async function seriousFindings(browser: Browser, rules: readonly string[] = []): Promise<string[]> {
  const axe = new AxeBuilder(browser.driver);
  const { violations } = await (rules.length > 0 ? axe.withRules([...rules]) : axe).analyze();
  return violations
    .filter(({ impact }) => impact === "serious" || impact === "critical")
    .map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.html.slice(0, 160)).join(" | ")}`);
}
