import { spawn } from "node:child_process";
import { Browser, bench, tablet } from "../tests/browser/browser";
const port = 4477;
const server = spawn("npx", ["next", "start", "-H", "127.0.0.1", "-p", String(port)], { stdio: "ignore", detached: true, env: { ...process.env, EVRID_DEMO: "1" } });
const address = `http://127.0.0.1:${port}`;
const b = await Browser.start(bench);
try {
  await new Promise((r) => setTimeout(r, 3500));
  await b.open(address); await b.says("Fennick Bakery");
  const steps = (process.argv[2] ?? "").split(",").filter(Boolean);
  for (const s of steps) {
    const [path, ...acts] = s.split("|");
    if (path) await b.open(`${address}/${path}`);
    await new Promise((r) => setTimeout(r, 1200));
    for (const a of acts) {
      const [kind, x, y] = a.split("~");
      if (kind === "press") await b.press(x!);
      if (kind === "choose") await b.choose(x!, y!);
      if (kind === "type") await b.type(x!, y!);
      if (kind === "tablet") await b.resize(tablet);
      if (kind === "bench") await b.resize(bench);
      if (kind === "keys") await b.driver.actions().sendKeys(x!).perform();
      if (kind === "ctrlk") await b.driver.actions().keyDown("\uE009").sendKeys("k").keyUp("\uE009").perform();
      if (kind === "wait") await new Promise((r) => setTimeout(r, Number(x)));
      if (kind === "scroll") await b.driver.executeScript(`document.querySelectorAll("main,*").forEach(e=>{ if (e.scrollHeight>e.clientHeight+40 && getComputedStyle(e).overflowY!=="visible") e.scrollTop=${x}; })`);
      if (kind === "pic") { await new Promise((r) => setTimeout(r, 500)); await b.picture(`/tmp/look-${x}.png`); }
    }
  }
} finally { await b.quit(); process.kill(-server.pid!); }
