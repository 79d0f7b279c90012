import type { Metadata } from "next";
import { Drill } from "@/views/views";

export const metadata: Metadata = { title: "Drill" };

export default function DrillPage() {
  return <Drill />;
}
