"use client";

/** The views as pages show them: the frame at once, each view's own program as soon as it is there. */
import { lazy, type ReactNode, Suspense } from "react";
import { Opening } from "@/ui/opening";

const BayView = lazy(() => import("./bay/bay-view").then(({ BayView }) => ({ default: BayView })));
const VehiclesView = lazy(() =>
  import("./vehicles/vehicles-view").then(({ VehiclesView }) => ({ default: VehiclesView })),
);
const VehicleView = lazy(() => import("./vehicles/vehicle-view").then(({ VehicleView }) => ({ default: VehicleView })));
const LedgerView = lazy(() => import("./ledger/ledger-view").then(({ LedgerView }) => ({ default: LedgerView })));
const ReportView = lazy(() => import("./report/report-view").then(({ ReportView }) => ({ default: ReportView })));
const DeskView = lazy(() => import("./desk/desk-view").then(({ DeskView }) => ({ default: DeskView })));
const BenchView = lazy(() => import("./bench/bench-view").then(({ BenchView }) => ({ default: BenchView })));
const DrillView = lazy(() => import("./drill/drill-view").then(({ DrillView }) => ({ default: DrillView })));
const SettingsView = lazy(() =>
  import("./settings/settings-view").then(({ SettingsView }) => ({ default: SettingsView })),
);
const JobFrame = lazy(() => import("./job/frame/job-frame").then(({ JobFrame }) => ({ default: JobFrame })));

export function Bay() {
  return (
    <Suspense fallback={<Opening current="bay" title="Bay" />}>
      <BayView />
    </Suspense>
  );
}

export function Vehicles() {
  return (
    <Suspense fallback={<Opening current="vehicles" title="Vehicles" />}>
      <VehiclesView />
    </Suspense>
  );
}

export function Vehicle() {
  return (
    <Suspense fallback={<Opening current="vehicles" title="Vehicle" />}>
      <VehicleView />
    </Suspense>
  );
}

export function Ledger() {
  return (
    <Suspense fallback={<Opening current="ledger" title="Ledger" />}>
      <LedgerView />
    </Suspense>
  );
}

export function Report() {
  return (
    <Suspense fallback={<Opening current="job" title="Report" />}>
      <ReportView />
    </Suspense>
  );
}

export function Desk() {
  return (
    <Suspense fallback={<Opening current="desk" title="P-T desk" />}>
      <DeskView />
    </Suspense>
  );
}

export function Bench() {
  return (
    <Suspense fallback={<Opening current="bench" title="Bench" />}>
      <BenchView />
    </Suspense>
  );
}

export function Drill() {
  return (
    <Suspense fallback={<Opening current="drill" title="Drill" />}>
      <DrillView />
    </Suspense>
  );
}

export function Settings() {
  return (
    <Suspense fallback={<Opening current="settings" title="Settings" />}>
      <SettingsView />
    </Suspense>
  );
}

export function JobDesk({ children }: { children: ReactNode }) {
  return (
    <Suspense fallback={<Opening current="job" title="Job" />}>
      <JobFrame>{children}</JobFrame>
    </Suspense>
  );
}
