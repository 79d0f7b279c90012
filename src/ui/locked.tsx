import type { ReactNode } from "react";

/** Parts in which nothing can be pressed or typed while they are locked; they are still read. */
export function Locked({ locked, children }: { locked: boolean; children: ReactNode }) {
  return (
    <fieldset disabled={locked} style={{ border: 0, margin: 0, padding: 0, minWidth: 0 }}>
      {children}
    </fieldset>
  );
}
