import { BayView } from "@/views/bay/bay-view";

export default function Page() {
  return <BayView />;
}
