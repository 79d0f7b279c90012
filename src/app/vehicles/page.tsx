import type { Metadata } from "next";
import { Vehicles } from "@/views/views";

export const metadata: Metadata = { title: "Vehicles" };

export default function VehiclesPage() {
  return <Vehicles />;
}
