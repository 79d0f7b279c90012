import type { JobFileIssue } from "@/core/records/files/job-file";

/** The error of a record that could not be read again and is not stored: the field, and what was expected of it. */
export function refused(issue: JobFileIssue): Error {
  return new Error(issue.code === "broken" ? `${issue.field}: ${issue.expected}` : issue.code);
}
