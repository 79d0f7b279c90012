/** The simulated instruments as the process they ship as, with a hand at the vehicle. */
import { type ChildProcess, spawn } from "node:child_process";
import path from "node:path";

const root = path.resolve(import.meta.dirname, "../..");

export interface Bridge {
  address: string;
  /** Does something at the vehicle; gives what it truly holds, g. */
  hand: (acts: Record<string, unknown>) => Promise<{ refused: string | null; chargeG: number }>;
  stop: () => Promise<void>;
}

export async function startBridge(port: number, ...args: string[]): Promise<Bridge> {
  const child = spawn(path.join(root, "bin/evrid"), ["instruments", "--port", String(port), ...args], {
    cwd: root,
    stdio: ["ignore", "ignore", "pipe"],
  });
  await listening(child);
  const address = `http://127.0.0.1:${port}`;
  return {
    address,
    hand: async (acts) => {
      const answer = await fetch(`${address}/hand`, { method: "POST", body: JSON.stringify(acts) });
      return answer.json() as Promise<{ refused: string | null; chargeG: number }>;
    },
    stop: () =>
      new Promise((resolve) => {
        if (child.exitCode !== null) return resolve();
        child.once("exit", () => resolve());
        child.kill("SIGTERM");
      }),
  };
}

function listening(child: ChildProcess): Promise<void> {
  return new Promise((resolve, reject) => {
    let said = "";
    child.stderr!.on("data", (text) => {
      said += text;
      if (said.includes("/lines")) resolve();
    });
    child.once("exit", (code) => reject(new Error(`the bridge ended with ${code}: ${said}`)));
  });
}
