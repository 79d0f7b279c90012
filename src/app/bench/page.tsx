import type { Metadata } from "next";
import { Bench } from "@/views/views";

export const metadata: Metadata = { title: "Bench" };

export default function BenchPage() {
  return <Bench />;
}
