import type { Metadata } from "next";
import { SettingsView } from "@/views/settings/settings-view";

export const metadata: Metadata = { title: "Settings" };

export default function Page() {
  return <SettingsView />;
}
