import { Bay } from "@/views/views";

export default function Page() {
  return <Bay />;
}
