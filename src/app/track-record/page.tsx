import type { Metadata } from "next";
import { TrackRecord } from "@/views/views";
import { commonText } from "@/words/screens/common";

export const metadata: Metadata = { title: commonText.trackRecord };

export default function TrackRecordPage() {
  return <TrackRecord />;
}
