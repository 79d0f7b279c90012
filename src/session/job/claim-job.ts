/** Who may change a job: of several devices the one that works on it, and of its tabs the one that holds the desk. */
import type { Holder } from "@/core/sync/holder";
import { claimDesk, type DeskClaim, type DeskListener } from "@/data/desk-lock";
import { followHolder } from "@/data/sharing/holders";

export interface JobDeskListener extends DeskListener {
  /** Another device works on the job; null when none does any more. */
  atOther: (holder: Holder | null) => void;
}

/** Claims a job for this tab as long as no other device works on it. */
export function claimJob(id: string, listener: JobDeskListener): DeskClaim {
  let claim: DeskClaim | null = null;
  const stop = followHolder(id, (holder) => {
    listener.atOther(holder);
    if (holder === null) claim ??= claimDesk(id, listener);
    else if (claim !== null) {
      const held = claim;
      claim = null;
      // What is open here is put away first, and what it says is kept.
      void listener.handOver().finally(held.release);
    }
  });
  return {
    takeOver: () => claim?.takeOver(),
    release: () => {
      stop();
      claim?.release();
    },
  };
}
