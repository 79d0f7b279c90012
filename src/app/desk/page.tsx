import type { Metadata } from "next";
import { DeskView } from "@/views/desk/desk-view";

export const metadata: Metadata = { title: "P-T desk" };

export default function Page() {
  return <DeskView />;
}
