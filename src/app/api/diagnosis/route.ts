import { diagnosisEndpoint, usualLimits } from "@/worker/diagnosis-endpoint";
import { type DiagnosisPool, diagnosisPool } from "@/worker/diagnosis-pool";

export const dynamic = "force-dynamic";

/** Started by the first request: a build that only looks at this module starts no thread. */
let pool: DiagnosisPool | null = null;

export const POST = diagnosisEndpoint(() => {
  pool ??= diagnosisPool(usualLimits.atOnce);
  return pool;
});
