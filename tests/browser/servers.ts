/** Two production servers for all browser tests: one as it is started at work, one that offers the demo workshop. */
import type { TestProject } from "vitest/node";
import { startServer } from "./server";

export default async function servers(project: TestProject): Promise<() => Promise<void>> {
  const [plain, demo] = await Promise.all([startServer(), startServer({ EVRID_DEMO: "1" })]);
  project.provide("plain", plain.address);
  project.provide("demo", demo.address);
  return async () => {
    await Promise.all([plain.stop(), demo.stop()]);
  };
}

declare module "vitest" {
  export interface ProvidedContext {
    plain: string;
    demo: string;
  }
}
