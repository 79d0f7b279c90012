import type { Metadata } from "next";
import { Vehicle } from "@/views/views";

export const metadata: Metadata = { title: "Vehicle" };

export default function VehiclePage() {
  return <Vehicle />;
}
