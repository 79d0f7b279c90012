import type { ReactNode } from "react";
import { JobDesk } from "@/views/views";

export default function Layout({ children }: { children: ReactNode }) {
  return <JobDesk>{children}</JobDesk>;
}
