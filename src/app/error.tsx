"use client";

import { lazy, Suspense } from "react";

// Fetched when it is needed: no page begins with it.
const FailedView = lazy(() => import("@/views/failed-view").then(({ FailedView }) => ({ default: FailedView })));

/** An error outside of every view's own boundary. */
export default function ErrorPage({ error, reset }: { error: Error; reset: () => void }) {
  return (
    <Suspense fallback={null}>
      <FailedView current="bay" title="Evrid" error={error} retry={reset} />
    </Suspense>
  );
}
