/**
 * A job in one line, kept beside it in the store: what lists, forecasts and yearly sums need of it without reading the whole record. It follows
 * from the job and is made anew with every change. Masses g, instants ISO.
 */
import { chargedBy, movedBy } from "../../charge/books/ledger";
import { foundSdG } from "../../charge/recovery";
import { labelOf } from "../derived/job-label";
import { balanceOf, chargedOf, foundOf, residualOf } from "../derived/job-readings";
import { hoseLossOf } from "../derived/job-rest";
import type { Job, LabelRefrigerant, Purpose } from "../job";
import { vehicleKey } from "./vehicle-name";
import { plainVin } from "./vin";

/** Where a job belongs: on the bay, among the signed, put away; or a record that cannot be read. */
export const standings = ["open", "signed", "archived", "unreadable"] as const;
export type Standing = (typeof standings)[number];

export interface Visit {
  jobId: string;
  /** Empty where the vehicle has no name yet. */
  vehicleKey: string;
  name: string;
  /** As written down at this visit. */
  model: string;
  plate: string;
  vin: string;
  at: string;
  updatedAt: string;
  standing: Standing;
  /** Practice is listed, and counts nowhere. */
  purpose: Purpose;
  signedAt: string | null;
  technician: string;
  /** Technician who signed. */
  certificate: string;
  complaint: string;
  refrigerant: LabelRefrigerant | null;
  labelG: number | null;
  metering: Job["intake"]["metering"];
  compressor: Job["intake"]["compressor"];
  /** Filled by weight to so much; null when it was not. */
  leftWithG: number | null;
  /** Weighed in it when it came, with the standard deviation of that; null when it was not. */
  foundG: number | null;
  foundSdG: number;
  /** Parts were opened or renewed: what it lost before says nothing of what it loses now. */
  opened: boolean;
  /** Refrigerant by the job's own balance: out of containers; of that in hoses and let out; weighed out again; weighed out of it on arrival. */
  drawnG: number;
  /** Into the vehicle by the balance, hoses and purge counted; null where no balance can be struck. */
  intoG: number | null;
  hosesG: number;
  purgedG: number;
  takenG: number;
  recoveredG: number;
}

const MOST_WORDS = 160;

export function visitOf(job: Job): Visit {
  const { intake } = job;
  // A stretch of charging that is still going on is booked when it ends.
  const balance = balanceOf(job.charge.open === null ? job : { ...job, charge: { ...job.charge, open: null } });
  const hoseLoss = hoseLossOf(job);
  const foundG = foundOf(job, hoseLoss);
  return {
    ...named(job),
    standing: job.archivedAt !== null ? "archived" : job.signOff.signedAt !== null ? "signed" : "open",
    purpose: job.purpose,
    signedAt: job.signOff.signedAt,
    technician: job.signOff.technician.trim().slice(0, MOST_WORDS),
    certificate: job.signOff.credentials?.certificate ?? "",
    complaint: intake.complaint.trim().slice(0, MOST_WORDS),
    refrigerant: intake.refrigerant,
    labelG: labelOf(job).chargeG,
    metering: intake.metering,
    compressor: intake.compressor,
    leftWithG: chargedOf(job),
    foundG,
    foundSdG: foundG === null ? 0 : foundSdG(hoseLoss?.lostG ?? 0),
    opened: job.repair.parts.length > 0,
    drawnG: chargedBy(job.ledger),
    intoG: balance?.ok ? balance.value.inVehicleG + balance.value.takenG - residualOf(job) : null,
    hosesG: balance?.ok ? balance.value.hosesG : 0,
    purgedG: balance?.ok ? balance.value.purgedG : movedBy(job.ledger, "purge"),
    takenG: movedBy(job.ledger, "take"),
    recoveredG: movedBy(job.ledger, "recover") + movedBy(job.ledger, "recover-hoses"),
  };
}

function named(
  job: Job,
): Pick<Visit, "jobId" | "vehicleKey" | "name" | "model" | "plate" | "vin" | "at" | "updatedAt"> {
  const { intake } = job;
  const name = intake.vehicle.trim().slice(0, MOST_WORDS);
  return {
    jobId: job.id,
    vehicleKey: vehicleKey(job.intake.vehicle).slice(0, MOST_WORDS),
    name,
    model: intake.model.trim().slice(0, MOST_WORDS),
    plate: intake.plate.trim(),
    vin: plainVin(intake.vin),
    at: job.createdAt,
    updatedAt: job.updatedAt,
  };
}

/** A line for what cannot be read: by its id, so that it is found and named, and counted nowhere. */
export function unreadableVisit(id: string): Visit {
  const never = new Date(0).toISOString();
  return {
    jobId: id,
    vehicleKey: "",
    name: "",
    model: "",
    plate: "",
    vin: "",
    at: never,
    updatedAt: never,
    standing: "unreadable",
    purpose: "work",
    signedAt: null,
    technician: "",
    certificate: "",
    complaint: "",
    refrigerant: null,
    labelG: null,
    metering: null,
    compressor: null,
    leftWithG: null,
    foundG: null,
    foundSdG: 0,
    opened: false,
    drawnG: 0,
    intoG: null,
    hosesG: 0,
    purgedG: 0,
    takenG: 0,
    recoveredG: 0,
  };
}
