import { mkdtempSync, writeFileSync } from "node:fs";
import { request, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import path from "node:path";
import { afterEach, describe, expect, it } from "vitest";
import { LiveDecoder } from "../core/readings/live/live-decoder";
import { instrumentsCommand } from "./instruments";

let open: Server | null = null;
afterEach(() => {
  open?.closeAllConnections();
  open?.close();
  open = null;
});

async function bridge(...args: string[]) {
  const { server, said } = await instrumentsCommand([...args, "--port", "0"]);
  open = server;
  const { port } = server.address() as AddressInfo;
  const address = `http://127.0.0.1:${port}`;
  return {
    said,
    port,
    address,
    hand: (acts: unknown) => fetch(`${address}/hand`, { method: "POST", body: JSON.stringify(acts) }),
    /** So many events, each as its kind and data. */
    async events(count: number) {
      const { body } = await fetch(`${address}/lines`);
      const reader = body!.pipeThrough(new TextDecoderStream()).getReader();
      let text = "";
      while (text.split("\n\n").length <= count) {
        const { done, value } = await reader.read();
        if (done) break;
        text += value;
      }
      await reader.cancel().catch(() => undefined);
      return text
        .split("\n\n")
        .slice(0, count)
        .map((event) => ({
          kind: /^event: (.*)$/m.exec(event)?.[1] ?? "line",
          data: /^data: (.*)$/m.exec(event)?.[1] ?? "",
        }));
    },
  };
}

describe("evrid instruments", () => {
  it("serves simulated instruments as lines that the page decodes, with the header for whoever comes later", async () => {
    const { events, hand, said, port } = await bridge("--simulated", "sound-van");
    expect(said).toContain(`:${port}/lines`);
    for (let client = 0; client < 2; client++) {
      const [source, header, first] = await events(3);
      expect(source).toEqual({ kind: "source", data: "simulated" });
      const decoder = new LiveDecoder();
      decoder.decode(header!.data);
      expect(decoder.namesItself).toBe(true);
      const { readings, issues } = decoder.decode(first!.data);
      expect(issues).toEqual([]);
      expect(readings.low).toBeGreaterThan(300);
    }
    const answer = await (await hand({ engine: "idle", pace: 10 })).json();
    expect(answer).toMatchObject({ refused: null });
    const refused = await hand({ valve: "liquid-high" });
    expect(refused.status).toBe(409);
    expect(await refused.json()).toMatchObject({ refused: "liquid-while-running" });
  });

  it.each([
    ["status", /^ST,NT,[+-]\d{7}\.\d g$/],
    ["plain", /^ +\d\.\d{4} kg$/],
  ])("speaks as a scale does: %s", async (format, line) => {
    const { events, hand } = await bridge("--simulated", "sound-van", "--scale", format);
    await hand({ cylinderG: 4500 });
    const all = await events(4);
    expect(all.at(-1)!.data).toMatch(line);
    const decoded = new LiveDecoder([{ channel: "scaleG", unit: "g" }]).decode(all.at(-1)!.data);
    expect(decoded.readings.scaleG).toBeGreaterThan(4300);
  });

  it("passes the lines of a file on as they are, and says when it has ended", async () => {
    const file = path.join(mkdtempSync(path.join(tmpdir(), "evrid-")), "lines.txt");
    writeFileSync(file, "");
    const { events } = await bridge("--file", file);
    // It ended before anybody listened: nothing is made up.
    const heard = await Promise.race([events(2), new Promise<null>((done) => setTimeout(() => done(null), 500))]);
    expect(heard === null || heard[0]!.data === "instruments").toBe(true);
  });

  it("is heard by this machine only, and a hand is asked for what it can do", async () => {
    const { port, address, hand } = await bridge("--simulated", "sound-van");
    const status = await new Promise((resolve) =>
      request({ host: "127.0.0.1", port, path: "/lines", headers: { host: "evil.example" } }, (response) => {
        resolve(response.statusCode);
        response.destroy();
      }).end(),
    );
    expect(status).toBe(403);
    expect((await fetch(`${address}/else`)).status).toBe(404);
    expect((await hand({ valve: "wide" })).status).toBe(400);
    expect((await hand({ pace: 1e9 })).status).toBe(400);
    expect((await hand({ note: "x".repeat(9000) })).status).toBe(400);
  });

  it.each([
    [[], "one of --serial"],
    [["--simulated", "sound-van", "--file", "x"], "one of --serial"],
    [["--simulated", "no-such-van"], "there are: leaked-van"],
    [["--simulated", "sound-van", "--scale", "loud"], "--scale is one of"],
    [["--file", "x", "--baud", "12"], "--baud expects a whole number from 300"],
    [["--serial", "/dev/none-such"], "cannot open /dev/none-such"],
  ] as const)("is refused by name: %j", async (args, words) => {
    await expect(bridge(...args)).rejects.toThrow(words);
  });
});
