/** Service of the diagnosis worker, without the thread: simulate, weigh, and stop on request. */
import { asOne } from "@/core/diagnosis/decide/both";
import type { Diagnosis } from "@/core/diagnosis/decide/diagnosis";
import { judge, judgePrepared, preparationKey, prepareSteps } from "@/core/diagnosis/diagnose";
import type { Hypotheses } from "@/core/diagnosis/explain/hypotheses";
import { outcomeFacts } from "@/core/learning/statement";
import type { DiagnosisWorkerApi } from "./diagnosis-protocol";

/** Vehicles and days simulated last: while only readings change nothing is simulated again. */
const KEPT = 12;

/** Lets a message in that came while it was counting. */
const breathe = () => new Promise<void>((resolve) => setTimeout(resolve, 0));

/** @param ready resolves once the learned ensemble is there; asked with every question, so that a failed fetch is tried again. */
export function diagnosisService(ready: () => Promise<void> = async () => undefined): DiagnosisWorkerApi {
  const kept = new Map<string, Hypotheses>();
  const cancelled = new Set<number>();
  return {
    async judge(ticket, readings, own, onProgress) {
      await ready();
      const verdicts: Diagnosis[] = [];
      for (const [i, reading] of readings.entries()) {
        const key = preparationKey(reading, own);
        let hypotheses = kept.get(key);
        if (hypotheses === undefined) {
          const steps = prepareSteps(reading, own);
          let step = steps.next();
          while (!step.done) {
            onProgress?.((i + step.value) / readings.length);
            await breathe();
            if (cancelled.delete(ticket)) return null;
            step = steps.next();
          }
          if (!step.value.ok) {
            verdicts.push(judge(reading));
            continue;
          }
          hypotheses = step.value.value.hypotheses;
          kept.set(key, hypotheses);
          if (kept.size > KEPT) kept.delete(kept.keys().next().value!);
        }
        verdicts.push(judgePrepared(reading, hypotheses));
      }
      cancelled.delete(ticket);
      return asOne(verdicts);
    },
    cancel(ticket) {
      cancelled.add(ticket);
    },
    async outcomeFacts(before, after) {
      await ready();
      return outcomeFacts(before, after);
    },
  };
}
