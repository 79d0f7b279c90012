"use client";

import { useStore } from "zustand";
import { createStore } from "zustand/vanilla";
import { type Choices, usualChoices } from "@/core/records/choices";
import { reasonOf } from "@/core/result";
import { changeChoices, loadChoices, type SettingsHealth, settingsHealth, UnreadableSettings } from "@/data/choices";
import { settingsIssueSentence } from "@/words/settings";
import { useStored } from "./stored";

/** The workshop's choices, followed live; the usual ones where the store gives none. */
export function useChoices(): Choices {
  return useKnownChoices() ?? usualChoices;
}

/** Choices; null while the store has not answered. */
export function useKnownChoices(): Choices | null {
  const stored = useStored(loadChoices);
  return stored.state === "ready" ? stored.value : null;
}

/** Whether all stored settings could be read; null while the store has not answered. */
export function useSettingsHealth(): SettingsHealth | null {
  const stored = useStored(settingsHealth);
  return stored.state === "ready" ? stored.value : null;
}

/** Why the last change was not stored, until one has been. */
const failure = createStore<{ reason: string | null }>(() => ({ reason: null }));

/** Stores choices, as values or as what they are made from; a refusal is said on the page. */
export function keepChoices(change: Parameters<typeof changeChoices>[0]): void {
  changeChoices(change).then(
    () => failure.setState({ reason: null }),
    (error: unknown) =>
      failure.setState({
        reason: error instanceof UnreadableSettings ? settingsIssueSentence(error.issue) : reasonOf(error),
      }),
  );
}

export function useChoiceFailure(): string | null {
  return useStore(failure, ({ reason }) => reason);
}
