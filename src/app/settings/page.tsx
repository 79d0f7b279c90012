import type { Metadata } from "next";
import { Settings } from "@/views/views";

export const metadata: Metadata = { title: "Settings" };

export default function Page() {
  return <Settings />;
}
