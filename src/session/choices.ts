"use client";

import { useLiveQuery } from "dexie-react-hooks";
import { type Choices, usualChoices } from "@/core/records/choices";
import { loadChoices } from "@/data/choices";

/** The workshop's choices, followed live. */
export function useChoices(): Choices {
  return useLiveQuery(loadChoices, []) ?? usualChoices;
}
