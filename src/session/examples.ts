"use client";

import { useEffect, useState } from "react";
import type { FaultCause } from "@/core/causes/catalogue";
import type { CauseExample, ChargeExample } from "@/core/charge/examples";
import { connectCharge } from "@/worker/charge-client";

export type Example =
  | { kind: "charge"; examples: ChargeExample[] }
  | { kind: "cause"; effect: CauseExample }
  | { kind: "failed" };

/** Simulated figure of a term, in a worker of its own; null while it is computed. */
export function useExample(of: "charge" | FaultCause): Example | null {
  const [example, setExample] = useState<Example | null>(null);
  useEffect(() => {
    const connection = connectCharge();
    let gone = false;
    const asked: Promise<Example> =
      of === "charge"
        ? connection.api.chargeExamples().then((examples) => ({ kind: "charge", examples }))
        : connection.api.causeExample(of).then((effect) => ({ kind: "cause", effect }));
    asked.catch((): Example => ({ kind: "failed" })).then((next) => !gone && setExample(next));
    return () => {
      gone = true;
      connection.close();
    };
  }, [of]);
  return example;
}
