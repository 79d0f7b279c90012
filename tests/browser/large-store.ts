/** A store as a large chain would have after years: thousands of vehicles, written past the program, with their index. */

import type { Browser } from "./browser";
import { OPEN_STORE } from "./open-store";

/**
 * Fills the store of the open page with made-up vehicles and jobs, each job a light copy of one that is there, with the lines of the index and an
 * outcome beside it, and `linesEach` lines in the books. Gives how many jobs the store then has.
 */
export function fillStore(browser: Browser, vehicles: number, jobsEach: number, linesEach = 0): Promise<number> {
  return browser.driver.executeAsyncScript(
    `const [vehicles, jobsEach, linesEach, done] = arguments;
     const ask = (request) => new Promise((resolve, reject) => {
       request.onsuccess = () => resolve(request.result);
       request.onerror = () => reject(request.error);
     });
     (async () => {
       const store = await ask(${OPEN_STORE});
       const read = store.transaction(["jobs", "visits", "vehicleRows"]);
       const job = await ask(read.objectStore("jobs").get("demo-garden-pickup"));
       const visit = await ask(read.objectStore("visits").get("demo-garden-pickup"));
       const [row] = await ask(read.objectStore("vehicleRows").getAll("name:town gardens, pickup 11"));
       const lines = (await ask(store.transaction("bookLines").objectStore("bookLines").getAll())).filter(({ jobId }) => jobId === "demo-garden-pickup");
       const [outcome] = await ask(store.transaction("outcomes").objectStore("outcomes").getAll(null, 1));
       const light = { ...job, evacuate: { ...job.evacuate, trace: [] } };
       const makes = ["Amber", "Birch", "Cobalt", "Dune", "Ember", "Fern", "Granite", "Hazel", "Indigo", "Juniper"];
       for (let from = 0; from < vehicles; from += 250) {
         const write = store.transaction(["jobs", "visits", "vehicleRows", "bookLines", "outcomes"], "readwrite", { durability: "relaxed" });
         for (let v = from; v < Math.min(from + 250, vehicles); v++) {
           const name = makes[v % 10] + " fleet, car " + v;
           const key = name.toLowerCase();
           const plate = "ZZ " + String(100000 + v);
           let lastAt = "";
           for (let j = 0; j < jobsEach; j++) {
             const at = new Date(Date.UTC(2020, 0, 1) + ((v * 37 + j * 401) % 2400) * 864e5).toISOString();
             if (at > lastAt) lastAt = at;
             const id = "large-" + v + "-" + j;
             const dated = { createdAt: at, updatedAt: at, archivedAt: at };
             write.objectStore("jobs").put({ ...light, ...dated, id, intake: { ...light.intake, vehicle: name } });
             if (outcome) write.objectStore("outcomes").put({ ...outcome, jobId: id, at, createdAt: at, vehicleKey: key });
             for (let e = 0; e < linesEach; e++) write.objectStore("bookLines").put({ ...lines[e % lines.length], id: id + "/" + e, jobId: id, at });
             write.objectStore("visits").put({ ...visit, jobId: id, vehicleKey: key, name, at, updatedAt: at, standing: "archived" });
           }
           const words = [...new Set((name + " " + plate).toLowerCase().split(/[^a-z0-9]+/)), "r134a"];
           write.objectStore("vehicleRows").put({ ...row, id: "name:" + key, name, plate, lastAt, visits: jobsEach, words });
         }
         await new Promise((resolve, reject) => { write.oncomplete = resolve; write.onerror = () => reject(write.error); });
       }
       const count = await ask(store.transaction("jobs").objectStore("jobs").count());
       store.close();
       done(count);
     })().catch((error) => done(String(error)));`,
    vehicles,
    jobsEach,
    linesEach,
  );
}
