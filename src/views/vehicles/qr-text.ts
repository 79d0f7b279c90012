/** Text of the code on a report and at a vehicle: the job or vehicle id, nothing else; only a store that has it opens it. */
const JOB = "evrid:job/";
const VEHICLE = "evrid:vehicle/";

export const jobQr = (id: string) => `${JOB}${id}`;
export const vehicleQr = (id: string) => `${VEHICLE}${id}`;

/** The page that a code leads to; null for the code of anything else. */
export function qrPath(text: string): string | null {
  const id = (prefix: string) => (text.startsWith(prefix) ? encodeURIComponent(text.slice(prefix.length)) : "");
  if (id(JOB) !== "") return `/job/${id(JOB)}/sign-off`;
  return id(VEHICLE) === "" ? null : `/vehicle?id=${id(VEHICLE)}`;
}
