import type { ReactNode } from "react";
import { JobFrame } from "@/views/job/frame/job-frame";

export default function Layout({ children }: { children: ReactNode }) {
  return <JobFrame>{children}</JobFrame>;
}
