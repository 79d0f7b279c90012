import type { Metadata } from "next";
import { Drill } from "@/views/views";
import { commonText } from "@/words/screens/common";

export const metadata: Metadata = { title: commonText.drill };

export default function DrillPage() {
  return <Drill />;
}
