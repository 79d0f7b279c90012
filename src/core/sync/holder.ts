/** At which device an open job is worked on. */
export interface Holder {
  jobId: string;
  device: string;
  deviceName: string;
  technician: string;
  /** ISO. */
  since: string;
}
