import type { Metadata } from "next";
import { Bench } from "@/views/views";
import { commonText } from "@/words/screens/common";

export const metadata: Metadata = { title: commonText.bench };

export default function BenchPage() {
  return <Bench />;
}
