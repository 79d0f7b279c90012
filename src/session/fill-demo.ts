"use client";
/** Fills the demo workshop's own store with its invented year, once, when it is empty. */

import { useStore } from "zustand";
import { createStore } from "zustand/vanilla";
import { readAsTheShop } from "@/data/choices";
import { addDemoYear } from "@/data/import";
import { addDemoJobs } from "@/data/jobs";
import { countStored } from "@/data/shop";
import { isDemoWorkshop } from "@/data/workshop";

/** While it is being filled. */
const filling = createStore<{ busy: boolean }>(() => ({ busy: false }));
export const useDemoFilling = (): boolean => useStore(filling, ({ busy }) => busy);

/** Does nothing in the shop's own workshop, or where anything is kept already. Rejects when the browser does not store it. */
export async function fillDemoWorkshop(): Promise<void> {
  if (!isDemoWorkshop || filling.getState().busy) return;
  filling.setState({ busy: true });
  try {
    const { jobs, removed } = await countStored();
    if (jobs + removed > 0) return;
    await readAsTheShop();
    const [{ demoJobs }, { demoDay, yearMoved }, shipped] = await Promise.all([
      import("@/demo/demo-jobs"),
      import("@/demo/year-moved"),
      // Without its year the workshop is still one.
      fetch("/demo-year.json").then(
        (answer) => (answer.ok ? answer.text() : null),
        () => null,
      ),
    ]);
    const day = demoDay(new Date());
    // The Bay's jobs come last: once they are seen, everything is there.
    if (shipped !== null) await addDemoYear(yearMoved(shipped, day));
    await addDemoJobs(demoJobs(day));
  } finally {
    filling.setState({ busy: false });
  }
}
