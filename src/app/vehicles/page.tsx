import type { Metadata } from "next";
import { Vehicles } from "@/views/views";
import { commonText } from "@/words/screens/common";

export const metadata: Metadata = { title: commonText.vehicles };

export default function VehiclesPage() {
  return <Vehicles />;
}
