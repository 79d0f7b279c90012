import type { Metadata } from "next";
import { Report } from "@/views/views";

export const metadata: Metadata = { title: "Report" };

export default function ReportPage() {
  return <Report />;
}
