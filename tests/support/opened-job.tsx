/** What stands on a page of an open job, shown once the job is there. */
import type { ReactNode } from "react";
import { type SessionPorts, SessionProvider, useJobState } from "@/session/session";

export function OpenedJob({ id, ports, children }: { id: string; ports: SessionPorts; children: ReactNode }) {
  return (
    <SessionProvider id={id} ports={ports}>
      <Loaded>{children}</Loaded>
    </SessionProvider>
  );
}

function Loaded({ children }: { children: ReactNode }) {
  const { loaded } = useJobState("loaded");
  return loaded === "ready" ? children : null;
}
