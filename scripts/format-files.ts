/** The documentation of every file format, made from the schemas that read them; compared with what is committed by formats.test.ts. */

import { toJSONSchema, type ZodType } from "zod";
import { BENCH_ID, BENCH_VERSION } from "@/core/bench/bench-file";
import { benchStateSchema } from "@/core/bench/bench-state";
import { diagnosisSchema } from "@/core/diagnosis/diagnosis-file";
import { classSetSchema } from "@/core/drill/class-set";
import { DRILL_FILE_VERSION, drillFileSchema } from "@/core/drill/progress";
import { scheduleSchema } from "@/core/instruments/schedule";
import { simulateSchema } from "@/core/instruments/simulate-request";
import { LEARNED_VERSION, learnedSchema } from "@/core/learning/learned-file";
import { readingFileSchema } from "@/core/readings/file/reading-file";
import { choicesFileSchema } from "@/core/records/choices";
import { ARCHIVE_VERSION, MOST_PART_BYTES } from "@/core/records/files/archive";
import { JOB_FILE_LIMIT_BYTES, NEWEST_JOB_VERSION } from "@/core/records/files/job-file";
import { SHOP_FILE_LIMIT_BYTES } from "@/core/records/files/shop-file";
import { chartsSchema, SHOP_FILE_VERSION } from "@/core/records/files/shop-reader";
import { jobSchema, MOST_PHOTO_BYTES, MOST_PHOTOS } from "@/core/records/job";
import { CONTAINER_VERSION, containerSchema } from "@/core/records/stock/container";
import { STOCK_VERSION, stockEntrySchema } from "@/core/records/stock/entry";
import { VEHICLE_VERSION, vehicleSchema } from "@/core/records/vehicles/vehicle";
import { deviceCardSchema } from "@/core/sync/device-card";

interface Format {
  id: string;
  schema: ZodType;
  about: string;
}

const formats: readonly Format[] = [
  {
    id: "evrid.readings",
    schema: readingFileSchema,
    about:
      "What was measured at one vehicle, version 1. Pressures kPa gauge, temperatures degC, masses g, times s. Absent is never zero; null is read as absent; unknown fields are passed over. As JSON, JSON Lines, or CSV with one column a field.",
  },
  {
    id: "evrid.diagnosis",
    schema: diagnosisSchema,
    about:
      "What the readings say, version 2: the act, reasons and predictions as data, and the sentences made from them. Written by the command line and the route; `evrid diagnose --as 1` writes version 1, without that data. A name in `field` is a field of the reading file, or a value derived from its fields: `running[0].superheatK`, `subcoolingK`, `condenserSplitK`, `evaporatorAirDropK`, `pressureRatio`, `condenserAirRiseK`, `liquidLineDropK`, `rest.saturationK` (static pressure above saturation, K) and `recoveredPct` (of the label).",
  },
  {
    id: "evrid.job",
    schema: jobSchema,
    about: `One vehicle on one visit, version ${NEWEST_JOB_VERSION}; versions 1 to ${NEWEST_JOB_VERSION - 1} are read too. Entries keep the text as it was typed with its unit. \`signOff.credentials\` holds the papers behind a signature; each of \`amendments\` holds the version that it amends as JSON, with who amended it, when and why. \`outcome\` holds what the car turned out to have: answers of a person, and under the signature the results with what the readings had said before the work. A file may carry \`pictures\` beside the record: JPEG as base64 by the id of a photo, at most ${MOST_PHOTOS} of ${MOST_PHOTO_BYTES / 1000} kB. At most ${JOB_FILE_LIMIT_BYTES / 1e6} MB. A newer version, a broken field or books that do not balance are refused by name, and nothing is changed then.`,
  },
  {
    id: "evrid.vehicle",
    schema: vehicleSchema,
    about: `A car beside its jobs, version ${VEHICLE_VERSION}: plate, owner, note, the names it goes by (jobs hang on it by them), and the records that turned out to be the same car, as they were.`,
  },
  {
    id: "evrid.container",
    schema: containerSchema,
    about: `What stands on the shelf, version ${CONTAINER_VERSION}: cylinder, can, recovery machine, bottle of oil or dye. What is in it follows from the books.`,
  },
  {
    id: "evrid.stock",
    schema: stockEntrySchema,
    about: `An entry of what a shop books outside of jobs, version ${STOCK_VERSION}: received, counted, moved, sent off, used. Only ever added to; one that was wrong is answered by its opposite. As CSV too: one row an entry, those of jobs beside them, a cell that a spreadsheet would take for a formula with an apostrophe in front.`,
  },
  {
    id: "evrid.choices",
    schema: choicesFileSchema,
    about: `The settings of a workshop, version 2, as the file of a whole shop holds them (version 1 named neither format nor version). Each is read by itself: one that cannot be read is answered by the standard one, and keys that a release does not know are kept where they stand. \`evrid.shop\` version ${SHOP_FILE_VERSION} is an object of \`format\`, \`version\`, \`workshop\` (shop or demo: each reads its own files only), \`writtenAt\`, \`jobs\` (each an \`evrid.job\`), \`vehicles\`, \`containers\`, \`stock\`, \`pictures\` (base64 by job and photo), \`choices\` and \`charts\`: all of a shop, or what belongs to one vehicle. Version 4 did not say which workshop, version 2 had jobs, choices and charts, version 1 jobs alone; all are read. At most ${SHOP_FILE_LIMIT_BYTES / 1e6} MB as JSON, which is read but no longer written. Version ${ARCHIVE_VERSION} is how a whole shop, or what belongs to one vehicle, is saved: a ZIP of \`head.json\` (format, version, workshop, writtenAt), \`<list>/00001.jsonl\` and on (one record a line, at most 250 a part; lists as above, and learners, drills), \`photos/<owner>/<id>.jpg\`, and \`counts.json\` last; without a limit of its own but ${MOST_PART_BYTES / 1e6} MB a part. A record in it that cannot be read is named by its place and left out; the others come in. It is read part by part into a place beside the records, and stored from there in one transaction that can be taken back.`,
  },
  {
    id: "evrid.charts",
    schema: chartsSchema,
    about: "A workshop's own pressure charts in `evrid.shop`, each as the CSV it was read from.",
  },
  {
    id: "evrid.simulate",
    schema: simulateSchema,
    about: "A made-up vehicle with its faults, for `bin/evrid simulate` and tests.",
  },
  {
    id: "evrid.bench",
    schema: benchStateSchema,
    about: `What stands on the bench, version ${BENCH_VERSION}: a label, a day, what is in it and what is wrong. Never a measurement. The same state is an address, \`/bench?v=1&...\`, whose names stay what they are in later releases; a reading file made from it has the id \`${BENCH_ID}\`.`,
  },
  {
    id: "evrid.drills",
    schema: drillFileSchema,
    about: `Learners and their drills, version ${DRILL_FILE_VERSION}: each run as its acts, from which it is played again, and its result. A case is its code, or the address of a state of the bench. Read in, it is put beside what is there; no run is replaced.`,
  },
  {
    id: "evrid.class",
    schema: classSetSchema,
    about:
      "A sealed set of cases for a class, version 1: masked codes and the sum of the trainer's phrase. Until it is unsealed on a device, its codes, answers and debriefs are not shown there. Masked, not secret: whoever takes the program apart can read the codes. Answers go back as `evrid.drills`, whose runs name the set and the case.",
  },
  {
    id: "evrid.device",
    schema: deviceCardSchema,
    about:
      "What a device says of itself in a shared folder, version 1, as `<device>.evrid-device`: its name, who works with it, when it was there last by its own clock, and how far it has read each file. Beside it stand `<device>_<month>_<mark>.evrid-updates`, which only that device writes, and `pictures/<SHA-256>_<device>.jpg`. An update file is frames, one after the other and only ever added to, until all devices have read it and one file takes the place of several: the byte E7; the length of the body and its sum (FNV-1a, 32 bit), four bytes each, the higher first; the body: length of the key (two bytes), the key (`job/<id>`, `vehicle/`, `cylinder/`, `stock/`, `learner/`, `drill/`, `holder/<job>`, `picture/<owner>/<photo>`), and an update of Yjs (version 1), deflated (RFC 1951). A file that ends within a frame is still on its way. The document of a record has the maps `bases` (the record as JSON, as it came in), `fields` (path and mark: device, JSON of the value, the bases that it stands over), `gone` (entries taken out of their log) and `removals`, the array `signatures` (device, number of amendments, the whole record as JSON), and an array for each log (device, key, JSON of the entry, key of the entry that it takes back). Names of a path are parted by U+0002, a path from its mark by U+0001; the order of a keyed list stands under U+0003. Logs, keyed lists and what a device keeps for itself: `core/sync/shapes.ts`. A file that is exchanged by hand is an update file of any name, with pictures as frames `jpeg/<owner>/<photo>` (plain JPEG). `bin/evrid merge FOLDER` makes one shop file of such a folder.",
  },
  {
    id: "evrid.learned",
    schema: learnedSchema,
    about: `What a workshop learned from its own outcomes, version ${LEARNED_VERSION}, as Track record exports it: how often each cause was found, its share here and everywhere, calibration, and the offsets of thermometers. Written only; outcomes come in with the jobs (\`outcome.signed\` of \`evrid.job\`).`,
  },
  { id: "evrid.schedule", schema: scheduleSchema, about: "What happens to such a vehicle in time." },
];

/** Every file of the documentation with its text, by its path in docs/. */
export function formatFiles(): [string, string][] {
  const schemas = formats.map(({ id, schema }): [string, string] => [
    `formats/${id}.schema.json`,
    `${JSON.stringify(toJSONSchema(schema, { unrepresentable: "any", io: "input", reused: "ref" }), null, 2)}\n`,
  ]);
  const page = [
    "# File formats",
    "",
    "Made by `npm run formats` from the schemas that read the files; a test holds it to them. JSON throughout, UTF-8, with or without a byte-order mark.",
    "",
    ...formats.flatMap(({ id, about }) => [`## ${id}`, "", about, "", `[JSON schema](formats/${id}.schema.json)`, ""]),
  ].join("\n");
  return [...schemas, ["formats.md", page]];
}
