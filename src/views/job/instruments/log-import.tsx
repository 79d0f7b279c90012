"use client";

import { workableRefrigerant } from "@/core/records/derived/job-label";
import { fields } from "@/core/records/fields";
import { entryValue } from "@/core/units/entry";
import { useJobOf, useSimulator } from "@/session/session";
import { LogChooser } from "@/views/workshop/log-chooser";
import { logImportText } from "@/words/screens/job-instruments";

/** A log of real instruments, played as if it were live. */
export function LogImport() {
  const { connectLog } = useSimulator("connectLog");
  const refrigerant = useJobOf(workableRefrigerant);
  const altitudeM = useJobOf((job) => entryValue(fields.altitude, job.altitude));
  return (
    <LogChooser act={logImportText.playLogLive} refrigerant={refrigerant} altitudeM={altitudeM} onLog={connectLog} />
  );
}
