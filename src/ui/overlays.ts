"use client";

/** Overlays of every view: help beside its subject, and search. One at a time. */
import { useEffect } from "react";
import { useStore } from "zustand";
import { createStore } from "zustand/vanilla";
import type { Shortcut } from "./shortcuts";

interface Overlays {
  open: "palette" | "help" | null;
  /** Entry of the glossary that help opens at; null: what the view is about. */
  about: string | null;
  /** Subject of the current view. */
  place: string | null;
  commands: readonly Shortcut[];
}

const overlays = createStore<Overlays>(() => ({ open: null, about: null, place: null, commands: [] }));

export const openPalette = () => overlays.setState({ open: "palette" });
export const openHelp = (about: string | null = null) => overlays.setState({ open: "help", about });
export const closeOverlay = () => overlays.setState({ open: null });
export const useOverlays = () => useStore(overlays);
/** Only which of them is open: a view that is drawn anew tells its commands anew, and that is nothing to whoever lays them over it. */
export const useOpenOverlay = () => useStore(overlays, ({ open }) => open);

/** Tells what the view can do and what it is about, as long as it is shown. */
export function useOffers(commands: readonly Shortcut[], place: string | null): void {
  useEffect(() => overlays.setState({ commands, place }));
}
