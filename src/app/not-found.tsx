import { NotFoundView } from "@/views/bay/not-found-view";

export default function NotFound() {
  return <NotFoundView />;
}
