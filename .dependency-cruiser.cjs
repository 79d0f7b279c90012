/** The arrows of docs/architecture.md, held by a rule: app -> views -> (session -> worker -> data), pictures -> ui -> words -> core, and inside the core downwards. */
const upOf = (layer, allowed) => ({
  name: `arrows-${layer.replaceAll("/", "-")}`,
  severity: "error",
  comment: `${layer} may import only ${allowed.join(", ") || "itself"}`,
  from: { path: `^src/${layer}/`, pathNot: "\\.test\\.tsx?$" },
  to: { path: "^src/", pathNot: [`^src/${layer}/`, ...allowed.map((a) => `^src/${a}`)] },
});

/** Everything in the core may use these small files. */
const ground = [
  "core/maths/",
  "core/result\\.ts$",
  "core/dates\\.ts$",
  "core/ids\\.ts$",
  "core/read-record\\.ts$",
  "core/text-sum\\.ts$",
  "core/zod\\.ts$",
  "core/line-places\\.ts$",
];

/** What stands below every part of the core that judges, charges, plays or keeps. */
const quantities = ["core/fluids/", "core/air/", "core/units/", ...ground];

module.exports = {
  forbidden: [
    upOf("core/units", ground),
    upOf("core/fluids", ["core/units/", ...ground]),
    upOf("core/air", ["core/units/", ...ground]),
    upOf("core/causes", ["core/units/", ...ground]),
    upOf("core/circuit", ["core/causes/", ...quantities]),
    upOf("core/readings", ["core/causes/", ...quantities]),
    upOf("core/diagnosis", ["core/causes/", "core/readings/", "core/circuit/", ...quantities]),
    upOf("core/leak", ["core/causes/", "core/readings/", ...quantities]),
    upOf("core/charge", ["core/causes/", "core/readings/", "core/circuit/", ...quantities]),
    upOf("core/instruments", ["core/causes/", "core/readings/", "core/circuit/", ...quantities]),
    upOf("core/learning", ["core/causes/", "core/diagnosis/", "core/readings/", ...quantities]),
    upOf("core/records", [
      "core/learning/",
      "core/drill/(progress|drill-steps|drill-shapes)\\.ts$",
      "core/causes/",
      "core/circuit/",
      "core/charge/",
      "core/leak/",
      "core/diagnosis/",
      "core/readings/",
      ...quantities,
    ]),
    upOf("core/bench", [
      "core/causes/",
      "core/circuit/",
      "core/charge/",
      "core/diagnosis/",
      "core/readings/",
      ...quantities,
    ]),
    upOf("core/drill", [
      "core/bench/",
      "core/instruments/",
      "core/causes/",
      "core/circuit/",
      "core/charge/",
      "core/diagnosis/",
      "core/readings/",
      ...quantities,
    ]),
    upOf("core/sync", ["core/records/", "core/charge/", "core/drill/progress\\.ts$", ...quantities]),
    upOf("core/exercises", ["core/records/", "core/instruments/", "core/causes/", "core/circuit/", ...quantities]),
    upOf("core", []),
    upOf("answers", ["words/", "core/"]),
    upOf("worker", ["answers/", "words/", "data/", "core/"]),
    upOf("data", ["core/"]),
    upOf("words", ["core/"]),
    upOf("offline", []),
    upOf("services", ["core/"]),
    upOf("ui", ["services/", "words/", "core/"]),
    upOf("demo", ["core/"]),
    upOf("cli", ["answers/", "words/", "core/"]),
    upOf("pictures", ["ui/", "services/", "words/", "core/"]),
    upOf("session", ["worker/", "data/", "demo/", "services/", "words/", "core/"]),
    upOf("views", ["session/", "pictures/", "ui/", "services/", "words/", "core/"]),
    upOf("app", ["views/", "ui/", "words/", "worker/", "core/"]),
    {
      name: "core-knows-no-interface",
      severity: "error",
      comment:
        "the core is pure TypeScript: no React, Next, Dexie, charts or threads; immer makes the patches of undo, ts-fsrs the dates of practice, zip.js archives, yjs merges",
      from: { path: "^src/core/", pathNot: "\\.test\\.tsx?$" },
      to: {
        path: "node_modules",
        pathNot: "node_modules/(zod|papaparse|immer|ts-fsrs|@zip.js/zip.js|yjs|@types/papaparse)/",
      },
    },
    {
      name: "zod-through-one-door",
      severity: "error",
      comment: "zod must be configured before any schema is built",
      from: { path: "^src/", pathNot: "^src/core/zod\\.ts$" },
      to: { path: "node_modules/zod/" },
    },
    {
      name: "dexie-only-in-data",
      severity: "error",
      comment: "views may follow a query live, but only src/data knows the database",
      from: { path: "^src/", pathNot: "^src/data/" },
      to: { path: "node_modules/dexie/" },
    },
    { name: "no-circles", severity: "error", from: { path: "^src/" }, to: { circular: true } },
  ],
  options: {
    doNotFollow: { path: "node_modules" },
    tsConfig: { fileName: "tsconfig.json" },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: { exportsFields: ["exports"], conditionNames: ["import", "require", "node", "default"] },
  },
};
