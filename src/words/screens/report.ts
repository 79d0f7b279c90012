/** Texts of the report views. */

export const reportSheetText = {
  codeOfThisJob: "Code of this job",
  fastIdle: "fast idle",
} as const;

export const reportViewText = {
  customer: "Customer",
  fullRecord: "Full record",
  letter: "Letter",
  openingTheJob: "Opening the job",
  itMayBeInAnother: "It may be in another browser or unreadable; the Bay lists unreadable records.",
  jobNotFound: "Job not found",
  pdfNotCreatedPrintThe: (reason: string) => `PDF not created: ${reason}. Print the page instead.`,
  report2: (vehicle: string) => `Report, ${vehicle}`,
  print: "Print",
  saveAsPdf: "Save as PDF",
  paper: "Paper",
  computingTheDiagnosis: "Computing the diagnosis",
} as const;
