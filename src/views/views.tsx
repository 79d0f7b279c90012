"use client";

/** The views as pages show them: the frame at once, each view's own program as soon as it is there. */
import { lazy, type ReactNode, Suspense } from "react";
import { ViewBoundary } from "@/ui/states/view-boundary";
import type { View } from "@/views/frame/app-frame";
import { Opening } from "@/views/frame/opening";
import { commonText } from "@/words/screens/common";

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

const TrackRecordView = lazy(() =>
  import("./track-record/track-record-view").then(({ TrackRecordView }) => ({ default: TrackRecordView })),
);

const FailedView = lazy(() => import("./failed-view").then(({ FailedView }) => ({ default: FailedView })));

interface ViewProps {
  current: View;
  title: string;
  children: ReactNode;
}

/** One view: its frame while its program loads, and a way out where it fails. */
function Whole({ current, title, children }: ViewProps) {
  const opening = <Opening current={current} title={title} />;
  return (
    <ViewBoundary
      fallback={(failed) => (
        <Suspense fallback={opening}>
          <FailedView current={current} title={title} {...failed} />
        </Suspense>
      )}
    >
      <Suspense fallback={opening}>{children}</Suspense>
    </ViewBoundary>
  );
}

export function Bay() {
  return (
    <Whole current="bay" title={commonText.bay}>
      <BayView />
    </Whole>
  );
}

export function Vehicles() {
  return (
    <Whole current="vehicles" title={commonText.vehicles}>
      <VehiclesView />
    </Whole>
  );
}

export function Vehicle() {
  return (
    <Whole current="vehicles" title={commonText.vehicle}>
      <VehicleView />
    </Whole>
  );
}

export function Ledger() {
  return (
    <Whole current="ledger" title={commonText.ledger}>
      <LedgerView />
    </Whole>
  );
}

export function Report() {
  return (
    <Whole current="job" title={commonText.report}>
      <ReportView />
    </Whole>
  );
}

export function Desk() {
  return (
    <Whole current="desk" title={commonText.pTDesk}>
      <DeskView />
    </Whole>
  );
}

export function Bench() {
  return (
    <Whole current="bench" title={commonText.bench}>
      <BenchView />
    </Whole>
  );
}

export function Drill() {
  return (
    <Whole current="drill" title={commonText.drill}>
      <DrillView />
    </Whole>
  );
}

export function TrackRecord() {
  return (
    <Whole current="track-record" title={commonText.trackRecord}>
      <TrackRecordView />
    </Whole>
  );
}

export function Settings() {
  return (
    <Whole current="settings" title={commonText.settings}>
      <SettingsView />
    </Whole>
  );
}

export function JobDesk({ children }: { children: ReactNode }) {
  return (
    <Whole current="job" title={commonText.job}>
      <JobFrame>{children}</JobFrame>
    </Whole>
  );
}
