/** Texts of the stores. */

export const simulatorStoreText = {
  theSimulatorHasNotResponded: "the simulator has not responded",
  itDoesNotRespond: "it does not respond",
  thisJobNamesAMissing: "this job names a missing simulated vehicle",
  fanOn: "fan on",
  fanOff: "fan off",
  clutchEngaged: "clutch engaged",
  clutchDisengaged: "clutch disengaged",
} as const;

export const archiveText = {
  theWorkerStopped: "the worker stopped",
} as const;

export const benchTimeText = {
  canOnTheScale: "can on the scale",
  canOff: "can off",
} as const;

export const drillText = {
  thisCaseCannotBeSimulated: "this case cannot be simulated",
} as const;
