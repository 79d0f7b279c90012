"use client";

/** Stores of a running job live outside of React; a component reads just what it shows of them, and is drawn again only when that has changed. */
import { useStore } from "zustand";
import { useShallow } from "zustand/react/shallow";
import type { StoreApi } from "zustand/vanilla";

export type ReadableStore<State> = Pick<StoreApi<State>, "getState" | "getInitialState" | "subscribe">;

/** The named parts of a store's state. */
export function useParts<State, Key extends keyof State>(
  store: ReadableStore<State>,
  keys: readonly Key[],
): Pick<State, Key> {
  return useStore(
    store,
    useShallow((state: State) => Object.fromEntries(keys.map((key) => [key, state[key]])) as Pick<State, Key>),
  );
}

/** Selects from a store's state; lists and objects are equal when their parts are. */
export function useOf<State, Value>(store: ReadableStore<State>, select: (state: State) => Value): Value {
  return useStore(store, useShallow(select));
}
