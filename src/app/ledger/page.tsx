import type { Metadata } from "next";
import { Ledger } from "@/views/views";
import { commonText } from "@/words/screens/common";

export const metadata: Metadata = { title: commonText.ledger };

export default function LedgerPage() {
  return <Ledger />;
}
