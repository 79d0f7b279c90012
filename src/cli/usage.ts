/** A mistake in the call: one line for the person, exit status 2. */
export class UsageError extends Error {}

export interface CommandResult {
  out: string;
  /** One line each, for standard error; any line makes the exit status 2. */
  errors: string[];
}

/** Text of a file, or of standard input for "-". Throws UsageError when it cannot be read. */
export type ReadInput = (file: string) => string;
