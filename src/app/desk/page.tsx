import type { Metadata } from "next";
import { Desk } from "@/views/views";
import { commonText } from "@/words/screens/common";

export const metadata: Metadata = { title: commonText.pTDesk };

export default function Page() {
  return <Desk />;
}
