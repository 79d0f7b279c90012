import { readFileSync } from "node:fs";
import { connect } from "node:net";
import path from "node:path";
import { describe, expect, inject, it } from "vitest";
import { diagnose } from "@/answers/diagnosis-answer";
import { diagnosisSchema } from "@/core/diagnosis/diagnosis-file";
import { parseReadingsText } from "../../src/core/readings/file/readings-text";
import { browserSession } from "../browser/session";

const lines = readFileSync(path.resolve(import.meta.dirname, "../../src/core/diagnosis/cases-dev.jsonl"), "utf8")
  .trim()
  .split("\n");

describe("the verdict", () => {
  const session = browserSession();

  it("stands in the rail while the needles still move, and says so; the decision and the next test follow", async () => {
    const { browser, address } = session;
    await browser.open(address);
    await browser.press("Explore the demo workshop");
    await browser.says("Fennick Bakery");
    await browser.open(`${address}/job/demo-bakery-van/running`);
    await browser.says("No diagnosis yet");
    await browser.rack("Idle");
    await browser.rack("× 60");
    await browser.says("Pressures still moving", 40_000);
    await browser.says(/idle (?:[2-9]|\d\d):\d\d/, 40_000);
    await browser.rack("× 1");
    // T takes, settled or not.
    await browser.driver.executeScript("document.activeElement?.blur?.()");
    await browser.driver.actions().sendKeys("t").perform();
    await browser.until("it rests", async () => !(await browser.text()).includes("Pressures still moving"));
    await browser.says(/\d+ %/);
    await browser.says(/, expected .*times likelier/);
    await browser.says("Next: ");
    // A row opens in place and shuts the other.
    const rows = () =>
      browser.driver.executeScript(
        "return [...document.querySelectorAll('aside[aria-label=Evidence] button[aria-expanded]')].map((b) => b.getAttribute('aria-expanded'))",
      ) as Promise<string[]>;
    expect((await rows()).filter((open) => open === "true")).toHaveLength(1);
    await browser.open(`${address}/job/demo-bakery-van/verdict`);
    await browser.says("Possible causes");
    await browser.says(/is most likely|one more test|Leave the circuit closed/);
    await browser.says("Next tests");
    await browser.says(/The readings fit all of this range|give a narrow range/);
    await browser.driver.executeScript("document.activeElement?.blur?.()");
    await browser.driver.actions().sendKeys("g").perform();
    await browser.until("left the verdict", async () => !(await browser.driver.getCurrentUrl()).endsWith("/verdict"));
    expect(await browser.text()).not.toMatch(/NaN|Infinity|undefined/);
  });

  it("takes an evacuated car from its static pressure past the running test to an empty recovery, and names swapped hoses", async () => {
    const { browser, address } = session;
    await browser.open(address);
    await browser.press("Explore the demo workshop");
    await browser.says("Orla Veitch");
    const car = `${address}/job/demo-estate-car`;
    await browser.open(`${car}/running`);
    await browser.says("Possible causes");
    await browser.type("Low side, idle", "1190");
    await browser.type("High side, idle", "215");
    await browser.says("Hoses or values are exchanged");
    await browser.press("Exchange low and high");
    await browser.until("they are exchanged", async () => (await browser.valueOf("Low side, idle")) === "215");
    for (const setting of ["idle", "fast idle"]) {
      for (const field of ["Low side", "High side", "Centre vent"]) await browser.type(`${field}, ${setting}`, "");
    }
    await browser.open(`${car}/rest`);
    await browser.type("Low side", "-89");
    await browser.type("High side", "-91");
    await browser.type("Soak temperature", "22");
    await browser.says("Vacuum: evacuated, not charged. Do not run the engine");
    await browser.press("Done: diagnosis");
    await browser.says("The circuit holds a vacuum");
    expect(await browser.text()).not.toMatch(/Possible causes|Not separated/);
    await browser.open(`${car}/running`);
    await browser.says("The compressor would run dry");
    await browser.open(`${car}/recover`);
    await browser.says("Nothing to recover");
    expect(await browser.text()).not.toMatch(/Missing: recovered weight/);
  });

  it("leaves two causes open side by side when the readings cannot part them, and names what would", async () => {
    const { browser, address } = session;
    await browser.open(address);
    await browser.press("Explore the demo workshop");
    await browser.says("Orla Veitch");
    await browser.open(`${address}/job/demo-estate-car/running`);
    await browser.says("Possible causes");
    // Low side high and high side low by two gauges and the vent alone: a worn compressor and one stuck at low stroke look alike.
    const readings: [string, string, string][] = [
      ["Low side", "3.3 bar", "3.0 bar"],
      ["High side", "11 bar", "11.5 bar"],
      ["Centre vent", "17", "15"],
      ["Suction line", "", ""],
      ["Liquid line", "", ""],
    ];
    for (const [channel, idle, fast] of readings) {
      await browser.type(`${channel}, idle`, idle);
      await browser.type(`${channel}, fast idle`, fast);
    }
    await browser.says("Not separated yet");
    await browser.says(/separates them best/);
    await browser.open(`${address}/job/demo-estate-car/verdict`);
    await browser.says("Do one more test before opening the circuit");
  });
});

describe("POST /api/diagnosis", () => {
  const session = { address: inject("plain") };
  const post = (body: string, query = "") =>
    fetch(`${session.address}/api/diagnosis${query}`, {
      method: "POST",
      body,
      // Computing between two requests takes longer than a server keeps an idle connection.
      headers: { "Content-Type": "application/json", connection: "close" },
    });

  it("answers what the core and the command line answer, one or many, JSON or CSV", async () => {
    const one = await post(lines[4]!);
    expect(one.status).toBe(200);
    const answer = await one.json();
    expect(diagnosisSchema.safeParse(answer).success).toBe(true);
    const [parsed] = parseReadingsText(lines[4]!);
    if (!parsed?.ok) throw new Error();
    expect(answer).toEqual(JSON.parse(JSON.stringify(diagnose(parsed.value))));
    const seeded = await (await post(lines[4]!, "?seed=9")).json();
    expect(seeded).toEqual(JSON.parse(JSON.stringify(diagnose(parsed.value, { seed: 9 }))));
    const many = await post(`${lines[0]}\n${lines[1]!.replace("R134a", "R22")}\n${lines[2]}\n`);
    const out = (await many.text())
      .trim()
      .split("\n")
      .map((line) => JSON.parse(line));
    expect(out.map(({ id, error }) => id ?? error.field)).toEqual(["dev-01", "vehicle.refrigerant", "dev-03"]);
    const csv = await post(
      "id,vehicle.refrigerant,vehicle.metering,vehicle.compressor,conditions.ambientC,running.1.lowKpa\nx,R134a,orifice-tube,fixed,25,200\n",
    );
    expect(JSON.parse(await csv.text()).id).toBe("x");
  });

  it("refuses by name: a broken field, a bad seed, too large a body, and more at once than it can", async () => {
    const broken = await post(lines[0]!.replace('"ambientC": 24.1', '"ambientC": 940'));
    expect(broken.status).toBe(422);
    expect((await broken.json()).error).toMatchObject({ code: "invalid", field: "conditions.ambientC" });
    expect((await post(lines[0]!, "?seed=some")).status).toBe(400);
    const large = await post(`${lines[0]}\n`.repeat(1000));
    expect(large.status).toBe(413);
    expect((await large.json()).error).toMatchObject({ code: "too-large", limitBytes: 500_000 });
    const together = await Promise.all(Array.from({ length: 6 }, () => post(lines.slice(0, 6).join("\n"))));
    const busy = together.filter(({ status }) => status === 429);
    expect(busy.length).toBeGreaterThan(0);
    expect(busy[0]!.headers.get("retry-after")).toBe("2");
    expect(together.some(({ status }) => status === 200)).toBe(true);
    // Afterwards there is room again.
    expect((await post(lines[0]!)).status).toBe(200);
  });

  it.each(["__proto__.1.lowKpa", "running.800000000.lowKpa", "running,running.1.x", "id.1.x", "version.1.x"])(
    "a column %s is refused by name, and a good CSV is answered after it as before",
    async (column) => {
      const known = "vehicle.refrigerant,vehicle.metering,vehicle.compressor,conditions.ambientC";
      const good = `${known},running.1.lowKpa\nR134a,orifice-tube,fixed,25,200\n`;
      const timed = async () => {
        const started = performance.now();
        const answer = await post(good);
        return { status: answer.status, text: await answer.text(), ms: performance.now() - started };
      };
      await timed();
      const before = await timed();
      const refused = await post(`${known},${column}\nR134a,orifice-tube,fixed,25,1\n`);
      expect(refused.status).toBe(422);
      expect(JSON.parse(await refused.text()).error).toMatchObject({
        code: "invalid",
        line: 1,
        field: column.split(",")[0],
      });
      const after = await timed();
      expect(after).toMatchObject({ status: 200, text: before.text });
      // A server that stood still took 35 s and more; a busy machine does not take five.
      expect(after.ms).toBeLessThan(before.ms + 5000);
      expect((await fetch(session.address)).status).toBe(200);
    },
  );

  it("answers no page of another address, and lets a body go that trickles in", async () => {
    const from = (origin: string) =>
      fetch(`${session.address}/api/diagnosis`, { method: "POST", body: lines[0]!, headers: { Origin: origin } });
    const foreign = await from("https://elsewhere.example");
    expect(foreign.status).toBe(403);
    expect((await foreign.json()).error).toMatchObject({ code: "foreign-origin" });
    expect((await from(session.address)).status).toBe(200);
    const { port } = new URL(session.address);
    const started = performance.now();
    const status = await new Promise<string>((resolve, reject) => {
      const socket = connect(Number(port), "127.0.0.1", () => {
        socket.write("POST /api/diagnosis HTTP/1.1\r\nHost: localhost\r\nContent-Length: 400000\r\n\r\n{");
      });
      const trickle = setInterval(() => socket.write(" "), 500);
      socket.on("data", (data) => {
        clearInterval(trickle);
        socket.destroy();
        resolve(String(data).split("\r\n", 1)[0]!);
      });
      socket.on("error", reject);
    });
    expect(status).toContain("408");
    expect(performance.now() - started).toBeLessThan(30_000);
    // Two that leave before they are answered take no places with them.
    for (let i = 0; i < 3; i++) {
      const leaving = new AbortController();
      const left = fetch(`${session.address}/api/diagnosis`, {
        method: "POST",
        body: lines.join("\n"),
        signal: leaving.signal,
      }).catch(() => null);
      await new Promise((resolve) => setTimeout(resolve, 400));
      leaving.abort();
      await left;
    }
    await expect.poll(async () => (await post(lines[0]!)).status, { timeout: 8000, interval: 400 }).toBe(200);
  });

  it("refuses more lines than a body of that size can hold readings", async () => {
    const many = await post("{\n".repeat(3000));
    expect(many.status).toBe(413);
    expect((await many.json()).error).toMatchObject({ code: "too-many", readings: 3000, limit: 2000 });
  });

  it("diagnoses sixty readings in one request, and serves pages meanwhile", async () => {
    let done = false;
    const long = post(lines.join("\n")).then(async (answer) => {
      const text = await answer.text();
      done = true;
      return {
        status: answer.status,
        ids: text
          .trim()
          .split("\n")
          .map((line) => JSON.parse(line).id),
      };
    });
    let pages = 0;
    while (!done) {
      expect((await fetch(session.address)).status).toBe(200);
      if (!done) pages++;
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
    // Sixty readings one after another take seconds; a page takes milliseconds.
    expect(pages).toBeGreaterThan(10);
    const readings = lines.map((line) => JSON.parse(line).id);
    expect(readings.length).toBeGreaterThanOrEqual(60);
    expect(await long).toEqual({ status: 200, ids: readings });
  });
});
