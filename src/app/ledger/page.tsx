import type { Metadata } from "next";
import { Ledger } from "@/views/views";

export const metadata: Metadata = { title: "Ledger" };

export default function LedgerPage() {
  return <Ledger />;
}
