/**
 * A folder that a program copies from device to device, as shops have them: each browser has its own copy of it (the browser's own store of files), and
 * what a device wrote reaches the others when it is told to, whole or in part.
 */
import type { Browser } from "./browser";

const FOLDER = "shop";

/** The browser's dialog belongs to the system: this folder is what it hands out. */
export const CHOOSES_FOLDER = `window.showDirectoryPicker = async () =>
  (await navigator.storage.getDirectory()).getDirectoryHandle("${FOLDER}", { create: true });`;

type Files = Record<string, string>;

/** Files of the folder by their paths, as base64. */
function filesOf(browser: Browser): Promise<Files> {
  return browser.driver.executeAsyncScript(
    `const [name, done] = arguments;
     const found = {};
     const look = async (folder, before) => {
       for await (const [its, handle] of folder.entries()) {
         if (handle.kind === "directory") await look(handle, before + its + "/");
         else if (!its.endsWith(".crswap")) {
           const bytes = new Uint8Array(await (await handle.getFile()).arrayBuffer());
           let text = "";
           for (let i = 0; i < bytes.length; i += 8192) text += String.fromCharCode(...bytes.subarray(i, i + 8192));
           found[before + its] = btoa(text);
         }
       }
     };
     navigator.storage.getDirectory()
       .then((root) => root.getDirectoryHandle(name, { create: true }))
       .then((folder) => look(folder, ""))
       .then(() => done(found), (error) => done({ error: String(error) }));`,
    FOLDER,
  ) as Promise<Files>;
}

export async function putFiles(browser: Browser, files: Files): Promise<void> {
  const failed = (await browser.driver.executeAsyncScript(
    `const [name, files, done] = arguments;
     (async () => {
       const root = await (await navigator.storage.getDirectory()).getDirectoryHandle(name, { create: true });
       for (const [path, text] of Object.entries(files)) {
         const parts = path.split("/");
         let folder = root;
         for (const part of parts.slice(0, -1)) folder = await folder.getDirectoryHandle(part, { create: true });
         const writable = await (await folder.getFileHandle(parts.at(-1), { create: true })).createWritable();
         await writable.write(Uint8Array.from(atob(text), (letter) => letter.charCodeAt(0)));
         await writable.close();
       }
     })().then(() => done(null), (error) => done(String(error)));`,
    FOLDER,
    files,
  )) as string | null;
  if (failed !== null) throw new Error(failed);
}

/** Copies what each device wrote to all others; of each file only a share of its bytes, where that is asked for. */
export async function copyAround(browsers: readonly Browser[], share = 1): Promise<void> {
  const all = await Promise.all(browsers.map(filesOf));
  for (const [i, browser] of browsers.entries()) {
    const missing: Files = {};
    for (const [k, files] of all.entries())
      for (const [path, text] of Object.entries(files)) {
        // Files have one writer: the longer copy is the later one.
        if (k === i || text.length <= (missing[path] ?? all[i]![path] ?? "").length) continue;
        const bytes = Buffer.from(text, "base64");
        const part = bytes.subarray(0, Math.floor(bytes.length * share));
        if (part.length > Buffer.from(all[i]![path] ?? "", "base64").length) missing[path] = part.toString("base64");
      }
    await putFiles(browser, missing);
  }
}
