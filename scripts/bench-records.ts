/** Times lists and search of a store of 10 000 vehicles and 50 000 jobs in the real browser: `npm run bench:records [vehicles] [jobs each] [book lines each]` after a build. */
import { Browser, bench } from "../tests/browser/browser";
import { fillStore } from "../tests/browser/large-store";
import { startServer } from "../tests/browser/server";

const vehicles = Number(process.argv[2] ?? 10_000);
const jobsEach = Number(process.argv[3] ?? 5);
const linesEach = Number(process.argv[4] ?? 3);

const server = await startServer({ EVRID_DEMO: "1" });
const browser = await Browser.start(bench);
try {
  await browser.load(server.address);
  await browser.says("Fennick Bakery");
  await browser.driver.manage().setTimeouts({ script: 600_000 });
  const tell = (name: string, all: number[]) => {
    all.sort((a, b) => a - b);
    console.log(
      `${name.padEnd(44)} median ${all[Math.floor(all.length / 2)]!.toFixed(0)} ms, worst ${all.at(-1)!.toFixed(0)} ms`,
    );
  };
  /** Runs a script that calls back with how long it took, ms. */
  const timed = async (name: string, path: string, script: string, runs = 5) => {
    const all: number[] = [];
    for (let i = 0; i < runs; i++) {
      // Excludes pending reads of the page before.
      await new Promise((resolve) => setTimeout(resolve, 6000));
      await browser.load(`${server.address}${path}`);
      all.push(await browser.driver.executeAsyncScript<number>(script));
    }
    tell(name, all);
  };
  const list = (name: string) =>
    timed(
      name,
      "/vehicles",
      `const done = arguments[0];
       const look = () => document.querySelectorAll("[role=row]").length > 5
         ? requestAnimationFrame(() => done(performance.now()))
         : setTimeout(look, 5);
       look();`,
    );
  const bay = (name: string) =>
    timed(
      name,
      "/",
      `const done = arguments[0];
       const look = () => document.querySelector("article")
         ? requestAnimationFrame(() => done(performance.now()))
         : setTimeout(look, 5);
       look();`,
    );
  const ledger = (name: string) =>
    timed(
      name,
      "/ledger",
      `const done = arguments[0];
       const look = () => document.querySelectorAll("[role=listitem]").length > 5
         ? requestAnimationFrame(() => done(performance.now()))
         : setTimeout(look, 5);
       look();`,
    );
  /** Within the program, as somebody goes there: from the press to the first rows. */
  const going = async (name: string, to: string, rows: string, runs = 5) => {
    const all: number[] = [];
    for (let i = 0; i < runs; i++) {
      await browser.load(`${server.address}/settings`);
      await browser.says("Erase everything");
      await new Promise((resolve) => setTimeout(resolve, 2000));
      all.push(
        await browser.driver.executeAsyncScript<number>(
          `const [to, rows, done] = arguments;
           const began = performance.now();
           document.querySelector("nav a[href='" + to + "']").click();
           const look = () => document.querySelectorAll(rows).length > 5
             ? requestAnimationFrame(() => done(performance.now() - began))
             : setTimeout(look, 5);
           look();`,
          to,
          rows,
        ),
      );
    }
    tell(name, all);
  };
  // Side by side with a small store: what remains is the program itself being fetched and begun.
  await list("list of 63 vehicles, from the address on");
  await bay("the Bay with 203 jobs");
  await ledger("first lines of the ledger");
  await going("from a press to 63 vehicles", "/vehicles", "[role=row]");
  await going("from a press to the ledger", "/ledger", "[role=listitem]");
  const began = performance.now();
  const jobs = await fillStore(browser, vehicles, jobsEach, linesEach);
  console.log(`${jobs} jobs written in ${((performance.now() - began) / 1000).toFixed(0)} s`);
  await list(`list of ${vehicles + 63}`);
  await bay(`the Bay with ${jobs}`);
  await ledger(`first of ${vehicles * jobsEach * linesEach} lines of the ledger`);
  await going(`from a press to ${vehicles + 63} vehicles`, "/vehicles", "[role=row]");
  await going("from a press to the full ledger", "/ledger", "[role=listitem]");
  const search = (text: string) => `
    const done = arguments[0];
    const ready = () => {
      const field = document.querySelector("main input");
      if (!field || document.querySelectorAll("[role=row]").length < 6 || performance.now() < 3000) return setTimeout(ready, 20);
      const status = () => document.querySelector("header [role=status]").textContent;
      const before = status();
      const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value").set;
      const began = performance.now();
      set.call(field, ${JSON.stringify(text)});
      field.dispatchEvent(new Event("input", { bubbles: true }));
      const look = () => status() !== before ? requestAnimationFrame(() => done(performance.now() - began)) : setTimeout(look, 2);
      look();
    };
    ready();`;
  await timed("search: a plate", "/vehicles", search("zz 104321"));
  await timed("search: a word that a thousand have", "/vehicles", search("amber"));
  await timed("search: one letter", "/vehicles", search("a"));
} finally {
  await browser.quit();
  await server.stop();
}
