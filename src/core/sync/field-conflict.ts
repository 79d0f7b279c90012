/** Values between which somebody has to choose. */

/** A value of a field, and the device that set it. */
export interface FieldValue {
  device: string;
  /** As JSON; null where the field was taken away. */
  json: string | null;
}

/** Values that were set to one field by devices that did not know of each other. */
export interface FieldConflict {
  /** Names that lead to the field; none for two signatures of one record. */
  names: readonly string[];
  values: readonly FieldValue[];
  /** Entries of a log that a signed record does not hold: written by somebody who did not know of the signature, they count once it is amended. */
  apart?: true;
}
