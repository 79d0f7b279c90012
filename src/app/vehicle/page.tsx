import type { Metadata } from "next";
import { Vehicle } from "@/views/views";
import { commonText } from "@/words/screens/common";

export const metadata: Metadata = { title: commonText.vehicle };

export default function VehiclePage() {
  return <Vehicle />;
}
