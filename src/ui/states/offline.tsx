"use client";

import { useEffect } from "react";
import { useStore } from "zustand";
import { createStore } from "zustand/vanilla";

/** A newer build waits; it is taken at the next start, when no page of this one is open any more. */
const update = createStore<{ waits: boolean }>(() => ({ waits: false }));

export function useUpdateWaits(): boolean {
  return useStore(update, ({ waits }) => waits);
}

/** A page has begun by then, ms. */
const BEGIN_MS = 2000;

/** Keeps all that was built in this browser, so that every view works without a network after one visit. */
export function Offline() {
  useEffect(() => {
    if (process.env.NODE_ENV !== "production" || !("serviceWorker" in navigator)) return;
    const look = (registration: ServiceWorkerRegistration) => {
      // The first one that is installed is no update of anything.
      const waits = () => registration.waiting !== null && navigator.serviceWorker.controller !== null;
      update.setState({ waits: waits() });
      registration.addEventListener("updatefound", () => {
        registration.installing?.addEventListener("statechange", () => update.setState({ waits: waits() }));
      });
    };
    // Not while the page still begins: what is asked for first comes first. A browser that keeps nothing goes on with the network.
    const begin = setTimeout(() => navigator.serviceWorker.register("/sw.js").then(look, () => undefined), BEGIN_MS);
    return () => clearTimeout(begin);
  }, []);
  return null;
}
