import { useStore } from "zustand";
import { createStore } from "zustand/vanilla";

export interface KeptInTab<Item> {
  all: () => readonly Item[];
  /** Keeps an item, in place of an earlier one with the same id. */
  keep: (item: Item) => void;
  forget: (id: string) => void;
  /** Takes up what the tab kept before a reload; damaged items are left out. Called once per page. */
  recall: () => void;
  /** All items, drawn again when they change. */
  use: () => readonly Item[];
}

/** Items that live as long as the tab: in memory, and over a reload in the tab's own storage, as far as that has room. */
export function keptInTab<Item>(
  key: string,
  idOf: (item: Item) => string,
  read: (stored: unknown) => Item | null,
): KeptInTab<Item> {
  const store = createStore<{ items: readonly Item[] }>(() => ({ items: [] }));
  const all = () => store.getState().items;
  const without = (id: string) => all().filter((item) => idOf(item) !== id);
  const set = (items: readonly Item[]) => {
    store.setState({ items });
    try {
      if (items.length === 0) sessionStorage.removeItem(key);
      else sessionStorage.setItem(key, JSON.stringify(items));
    } catch {
      // More than the tab may keep: it lives as long as this page.
    }
  };
  return {
    all,
    keep: (item) => set([...without(idOf(item)), item]),
    forget: (id) => {
      if (all().some((item) => idOf(item) === id)) set(without(id));
    },
    recall: () => {
      let kept: unknown;
      try {
        kept = JSON.parse(sessionStorage.getItem(key) ?? "[]");
      } catch {
        return;
      }
      if (!Array.isArray(kept)) return;
      const here = new Set(all().map(idOf));
      const items = kept.map(read).filter((item) => item !== null);
      set([...all(), ...items.filter((item) => !here.has(idOf(item)))]);
    },
    use: () => useStore(store, ({ items }) => items),
  };
}
