import type { Metadata } from "next";
import { Settings } from "@/views/views";
import { commonText } from "@/words/screens/common";

export const metadata: Metadata = { title: commonText.settings };

export default function Page() {
  return <Settings />;
}
