import type { Metadata } from "next";
import { Report } from "@/views/views";
import { commonText } from "@/words/screens/common";

export const metadata: Metadata = { title: commonText.report };

export default function ReportPage() {
  return <Report />;
}
