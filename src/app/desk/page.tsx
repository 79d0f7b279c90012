import type { Metadata } from "next";
import { Desk } from "@/views/views";

export const metadata: Metadata = { title: "P-T desk" };

export default function Page() {
  return <Desk />;
}
