import { type OldRecord, partOf } from "./old-record";

/** Version 9 names the vehicle by model, plate, VIN and mileage, keeps the papers behind a signature, and amends instead of changing. */
export function fromVersion8(job: OldRecord): OldRecord {
  const intake = partOf(job, "intake");
  const { vehicle, ...rest } = intake;
  return {
    ...job,
    version: 9,
    intake: { vehicle, model: "", plate: "", vin: "", mileage: { text: "", unit: "km" }, ...rest },
    signOff: { ...partOf(job, "signOff"), credentials: null },
    amendments: [],
  };
}
