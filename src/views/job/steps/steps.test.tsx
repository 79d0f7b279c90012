// @vitest-environment happy-dom
import "fake-indexeddb/auto";
import { act, cleanup, fireEvent, screen, within } from "@testing-library/react";
import { afterEach, beforeAll, describe, expect, it, vi } from "vitest";
import { movedBy } from "@/core/charge/books/ledger";
import { noFacts } from "@/core/records/derived/job-outcome";
import { type Job, MOST_CONTAINERS, newJob, stepIds } from "@/core/records/job";
import { entry } from "@/core/units/entry";
import { database } from "@/data/database";
import { demoJobs } from "@/demo/demo-jobs";
import { useJob } from "@/session/session";
import { EvidenceRail } from "@/views/job/frame/evidence-rail";
import { fetchSteps, StepView } from "@/views/job/step-view";
import { OutcomeCard } from "@/views/job/steps/sign-off/outcome-card";
import { FAKE_START, type FakeWorld, settled, verdictOf } from "../../../../tests/support/fake-session";
import { renderJob } from "../../../../tests/support/render-job";

const pushed = vi.hoisted(() => [] as string[]);
vi.mock("next/navigation", () => ({
  useRouter: () => ({ push: (to: string) => pushed.push(to) }),
  useParams: () => ({}),
}));
vi.mock("@/pictures/charts/trace", () => ({ Trace: () => null }));

const [van, estate, pickup] = demoJobs(new Date(FAKE_START)) as [Job, Job, Job];
const blank = newJob("blank", "2026-06-01T08:00:00Z");
const US = {
  ...estate,
  baseline: {
    ...estate.baseline,
    settings: estate.baseline.settings.map((one) => ({
      ...one,
      low: { ...one.low, unit: "psi" as const },
      high: { ...one.high, unit: "psi" as const },
    })) as unknown as Job["baseline"]["settings"],
  },
};

afterEach(() => {
  cleanup();
  pushed.length = 0;
});

const type = async (label: string, text: string) => {
  await act(async () => {
    fireEvent.change(screen.getByLabelText(label), { target: { value: text } });
    await settled();
  });
};
const press = async (name: string | RegExp) => {
  await act(async () => {
    fireEvent.click(screen.getByRole("button", { name }));
    await settled();
  });
};

/** Something drawn. */
const touch = async (name: RegExp) => {
  await act(async () => {
    fireEvent.click(screen.getByRole("button", { name }));
    await settled();
  });
};

const choose = async (option: string) => {
  await act(async () => {
    fireEvent.click(screen.getByRole("radio", { name: option }));
    await settled();
  });
};

beforeAll(fetchSteps);

describe("every step", () => {
  it.each(stepIds)(
    "%s says something whole for a job that has nothing, one half way, and one at its end",
    async (step) => {
      for (const job of [blank, van, estate, pickup, US]) {
        await renderJob(job, step);
        const text = document.body.textContent ?? "";
        expect(text.length, job.id).toBeGreaterThan(80);
        expect(text, `${step} of ${job.id}`).not.toMatch(/undefined|NaN|null|\[object|Infinity/);
        // Whatever can be pressed or filled in has a name.
        for (const control of document.querySelectorAll("button, input, select, textarea")) {
          const named =
            control.getAttribute("aria-label") ??
            (control.textContent || document.querySelector(`label[for="${control.id}"]`)?.textContent) ??
            control.closest("label")?.textContent;
          expect(named, `${step}: ${control.outerHTML.slice(0, 160)}`).toBeTruthy();
        }
        cleanup();
      }
    },
  );
});

describe("the running test by hand", () => {
  it("stores what is typed as it was typed, with its unit, for one setting only", async () => {
    const { jobs } = await renderJob(van, "running");
    await type("Low side, idle", "2,1");
    expect(jobs.job!.baseline.settings[0].low).toEqual({ text: "2,1", unit: "kPa" });
    expect(jobs.job!.baseline.settings[1].low.text).toBe("");
    await act(async () => {
      fireEvent.change(screen.getByLabelText("Unit of low side"), { target: { value: "bar" } });
      await settled();
    });
    expect(jobs.job!.baseline.settings.map(({ low }) => low.unit)).toEqual(["bar", "bar"]);
    expect(jobs.job!.baseline.settings[0].low.text).toBe("2,1");
  });

  it("has a field for every reading that a test on offer asks for, and the diagnosis hears of it", async () => {
    const world = await renderJob(estate, "running");
    expect(screen.queryByLabelText("Condenser inlet air, idle")).toBeNull();
    await press(/More readings/);
    await type("Discharge line, fast idle", "78");
    await type("Condenser inlet air, idle", "34");
    await type("Condenser outlet air, idle", "44");
    await type("Metering device inlet, idle", "41");
    await type("Control-valve duty, idle", "85");
    await vi.waitFor(
      () =>
        expect(world.diagnosis.last.reading.running).toMatchObject([
          { condenserInletAirC: 34, condenserOutletAirC: 44, meteringInletC: 41, compressorDutyPct: 85 },
          { dischargeLineC: 78 },
        ]),
      { timeout: 10_000 },
    );
    // Typed once, they stay in sight.
    cleanup();
    await renderJob(world.jobs.job!, "running");
    expect((screen.getByLabelText("Discharge line, fast idle") as HTMLInputElement).value).toBe("78");
  });

  it("asks for a command only where there is one", async () => {
    await renderJob({ ...estate, intake: { ...estate.intake, compressor: "fixed" } }, "running");
    await press(/More readings/);
    expect(screen.queryByLabelText("Control-valve duty, idle")).toBeNull();
    expect(screen.getByLabelText("Discharge line, idle")).toBeTruthy();
  });

  it("names field, limit and unit of what cannot be, and keeps it", async () => {
    const { jobs } = await renderJob(van, "running");
    await type("Centre vent, idle", "900");
    expect(jobs.job!.baseline.settings[0].vent.text).toBe("900");
    expect(document.body.textContent).toContain("Centre vent, idle: −15.0 to 70.0 °C. Your entry is kept.");
  });
});

describe("the evidence rail", () => {
  const answered = async (world: FakeWorld, change: Partial<ReturnType<typeof verdictOf>> = {}) => {
    await act(async () => {
      world.diagnosis.last.answer({ ...verdictOf("undercharge", 0.58), ...change });
      await settled();
    });
  };

  it("shows the leading causes, says what is not told apart, and goes to the next test by one key", async () => {
    const world = await renderJob(estate, "running", <EvidenceRail step="running" />);
    expect(document.body.textContent).toContain("No diagnosis yet");
    await answered(world, {
      nextTests: [
        {
          test: "condenser-air",
          reads: [],
          gainBits: 0.4,
          settles: 0.7,
          minutes: 3,
          savesMinutes: 9,
          changesAct: true,
          outcomes: [],
          confirms: false,
        },
      ],
    });
    const text = document.body.textContent!;
    expect(text).toContain("Undercharge");
    expect(text).toContain("58");
    expect(text).toMatch(/Not separated yet.*undercharge or no fault found/i);
    expect(text).toMatch(/settles it in 7 of 10 vehicles/);
    await act(async () => {
      fireEvent.keyDown(document.body, { key: "g" });
    });
    expect(pushed).toEqual([`/job/${estate.id}/running`]);
  });

  it("says the amount that fits, and that it was weighed once it was", async () => {
    const world = await renderJob(estate, "running", <EvidenceRail step="running" />);
    await answered(world, { charge: { lowG: 310, medianG: 400, highG: 480, identified: false, weighed: false } });
    expect(document.body.textContent).toContain("Charge between 310 and 480 g. Recover and weigh.");
    await answered(world, { charge: { lowG: 310, medianG: 400, highG: 480, identified: false, weighed: true } });
  });
});

describe("charging from an own scale", () => {
  const emptied: Job = { ...van, rackVehicle: null, recover: { ...van.recover, recovered: entry("170", "g") } };

  it("books what the can has given, and what stands in it is the scale's", async () => {
    const charge = { ...emptied.charge, hoses: entry("9", "g") };
    const { jobs } = await renderJob({ ...emptied, charge }, "charge");
    await type("Can 1, net now", "140");
    await press("Record Can 1");
    expect(movedBy(jobs.job!.ledger, "charge")).toBeCloseTo(200, 6);
    expect(screen.getByTestId("in-vehicle").textContent).toBe("187");
  });

  it("refuses a can that would have gained, and books nothing", async () => {
    const { jobs } = await renderJob(emptied, "charge");
    await type("Can 1, net now", "390");
    await press("Record Can 1");
    expect(jobs.job!.ledger).toEqual(emptied.ledger);
    expect(screen.getByRole("alert").textContent!.length).toBeGreaterThan(10);
  });

  it("takes what a machine says went in, in any unit; an overfill is asked about once, and booked when it is so", async () => {
    const cylinder = { id: "machine", name: "Machine", net: entry("8000", "g"), temperature: entry("", "degC") };
    const { jobs } = await renderJob({ ...emptied, charge: { ...emptied.charge, containers: [cylinder] } }, "charge");
    await choose("Weight dosed by machine");
    await type("Dosed from Machine", "1 lb 6 oz");
    await press("Record Machine");
    expect(screen.getByRole("alert").textContent).toMatch(/39 g over the label.*again to confirm/);
    expect(jobs.job!.ledger).toEqual([]);
    await press("Record Machine");
    expect(movedBy(jobs.job!.ledger, "charge")).toBeCloseTo(22 * 28.349523125, 3);
    expect(document.body.textContent).not.toContain("The label weight is charged");
  });

  it("takes a zeroed scale as it counts down, sums included", async () => {
    const { jobs } = await renderJob(emptied, "charge");
    await choose("Zeroed scale, counting down");
    await type("Can 1, scale reading", "-120");
    await press("Record Can 1");
    await type("Can 1, scale reading", "-200");
    await press("Record Can 1");
    expect(movedBy(jobs.job!.ledger, "charge")).toBeCloseTo(200, 6);
    await type("Can 1, scale reading", "-150");
    await press("Record Can 1");
    expect(screen.getByRole("alert").textContent).toMatch(/gained weight while charging, from/);
    expect(movedBy(jobs.job!.ledger, "charge")).toBeCloseTo(200, 6);
  });

  it("counts the liquid in the hose until it is drawn in, no purge where nobody has said, and names the closing weight", async () => {
    const bare: Job = {
      ...emptied,
      charge: { ...emptied.charge, hoses: entry("", "g"), purged: entry("", "g") },
    };
    const { jobs } = await renderJob(bare, "charge");
    expect(document.body.textContent).toContain("Log: 340 g. All of it is needed.");
    await type("Can 1, net now", "0");
    await press("Record Can 1");
    expect(document.body.textContent).toMatch(/Log: 340 g\. Close the valve at (99|100) g\./);
    await type("Can 2, net now", "99.6");
    await press("Record Can 2");
    expect(movedBy(jobs.job!.ledger, "charge")).toBeCloseTo(580.4, 6);
    const inIt = () => Number(screen.getByTestId("in-vehicle").textContent);
    expect(inIt()).toBeLessThan(560);
    expect(document.body.textContent).toMatch(/\d\d g in the hose/);
    await press("Hose drawn in");
    expect(inIt()).toBe(580);
    expect(document.body.textContent).not.toMatch(/g in the hose/);
  });
});

describe("the outcome at sign-off", () => {
  const weighed: Job = {
    ...van,
    rackVehicle: null,
    hookUp: { ...van.hookUp, hosesOff: "let-back" },
    recover: { ...van.recover, recovered: entry("300", "g") },
    signOff: { ...van.signOff, technician: "Nell" },
  };

  it("is filled in from the weighing, corrected by hand, and signed as it is shown", async () => {
    const { jobs } = await renderJob(weighed, "sign-off", <OutcomeCard facts={noFacts} />);
    expect(screen.getByTestId("outcome").textContent).toBe("Undercharge confirmed. No fault and overcharge refuted.");
    await press("Edit outcome");
    const group = screen.getByRole("radiogroup", { name: "Undercharge" });
    await act(async () => {
      fireEvent.click(within(group).getByRole("radio", { name: "Unresolved" }));
      await settled();
    });
    await type("Add cause", "air");
    expect(jobs.job!.outcome.answers).toEqual([
      { cause: "undercharge", result: "unresolved" },
      { cause: "air", result: "confirmed" },
    ]);
    expect(screen.getByTestId("outcome").textContent).toMatch(
      /^Air \(non-condensables\) confirmed\. Undercharge unresolved\./,
    );
  });
});

describe("a clutch that cycles, read by hand", () => {
  it("is counted by taps, written down with its swing, and taken back", async () => {
    const signOff = { ...pickup.signOff, signedAt: null };
    const typed: Job = { ...pickup, signOff, rackVehicle: null, recover: blank.recover, ledger: [], correction: null };
    const { jobs } = await renderJob(typed, "running");
    await type("Low side, lowest", "150");
    await type("Low side, highest", "290");
    const clock = vi.spyOn(Date, "now");
    for (const at of [0, 21, 39, 60]) {
      clock.mockReturnValue(Date.parse("2026-06-02T10:00:00Z") + at * 1000);
      await press("Tap at each cut-in");
    }
    clock.mockRestore();
    expect(document.body.textContent).toContain("4 cut-ins, 20 s apart");
    await press("Record cycle");
    expect(jobs.job!.baseline.settings[0].cycle).toMatchObject({
      periodS: 20,
      lowMinKpa: 150,
      lowMaxKpa: 290,
      lowMeanKpa: 220,
    });
    await press("Clear cycle");
    expect(jobs.job!.baseline.settings[0].cycle).toBeNull();
  });
});

describe("what cannot be, or would overwrite", () => {
  const emptied: Job = { ...van, rackVehicle: null, recover: { ...van.recover, recovered: entry("170", "g") } };

  it("ten kilograms into a van are a message, and a can that shows what it held books nothing; what was typed stays", async () => {
    const cylinder = { id: "big", name: "Cylinder", net: entry("13600", "g"), temperature: entry("", "degC") };
    const { jobs } = await renderJob({ ...emptied, charge: { ...emptied.charge, containers: [cylinder] } }, "charge");
    await type("Cylinder, net now", "3600");
    await press("Record Cylinder");
    expect(screen.getByRole("alert").textContent).toMatch(/cannot hold 9 9\d\d g: above 1 276 g/);
    expect(jobs.job!.ledger).toEqual([]);
    expect(jobs.job!.drafts["net-big"]).toBe("3600");
    await type("Cylinder, net now", "13604");
    await press("Record Cylinder");
    expect(screen.getByRole("alert").textContent).toContain("gained weight while charging, from 13 600 g to 13 604 g");
    await type("Cylinder, net now", "13600");
    await press("Record Cylinder");
    expect(screen.getByRole("alert").textContent).toContain("nothing was charged");
    expect(jobs.job!.ledger).toEqual([]);
  });

  it("the readings from before the work are not taken again without being asked for", async () => {
    const worked: Job = { ...estate, recover: { ...estate.recover, recovered: entry("300", "g") } };
    const { jobs } = await renderJob(worked, "running");
    expect(document.body.textContent).toContain("Readings from before the work");
    expect(screen.getByRole("link", { name: "Go to Verification" }).getAttribute("href")).toBe(
      `/job/${estate.id}/prove`,
    );
    expect(screen.getByLabelText("Low side, idle").closest("fieldset")!.disabled).toBe(true);
    await press("Change anyway");
    await type("Low side, idle", "211");
    expect(jobs.job!.baseline.settings[0].low.text).toBe("211");
  });

  it("a typed vacuum reading can be taken back, and the unit it was typed in is kept over a reload", async () => {
    const pumping: Job = {
      ...emptied,
      evacuate: {
        ...emptied.evacuate,
        startedAt: "2026-06-01T10:00:00Z",
        seenAt: "2026-06-01T10:00:00Z",
        marks: [{ t: 0, kind: "pump" }],
      },
    };
    const { jobs } = await renderJob(pumping, "evacuate", <EvacuateAndSheet />);
    await act(async () => {
      fireEvent.change(screen.getByRole("textbox", { name: "Gauge reading" }), { target: { value: "2.4" } });
      await settled();
    });
    expect(jobs.job!.drafts).toEqual({ vacuum: "2.4", "vacuum-unit": "mbarAbs" });
    await press("Record typed values");
    expect(jobs.job!.evacuate.trace).toHaveLength(1);
    expect(jobs.job!.drafts.vacuum).toBeUndefined();
    await press(/^Undo/);
    expect(jobs.job!.evacuate.trace).toEqual([]);
  });

  it("a list that is full says so at its button", async () => {
    const can = (i: number) => ({
      id: `c${i}`,
      name: `Can ${i}`,
      net: entry("1", "g"),
      temperature: entry("", "degC"),
    });
    const containers = Array.from({ length: MOST_CONTAINERS }, (_, i) => can(i));
    await renderJob({ ...emptied, charge: { ...emptied.charge, containers } }, "charge");
    const button = screen.getByRole("button", { name: /A job holds at most 50 cylinders/ });
    expect((button as HTMLButtonElement).disabled).toBe(true);
  });
});

/** As the header has it. */
function TakeBack() {
  const { undo } = useJob();
  return undo ? (
    <button type="button" onClick={undo}>
      Undo
    </button>
  ) : null;
}

function EvacuateAndSheet() {
  return (
    <>
      <TakeBack />
      <StepView step="evacuate" />
    </>
  );
}

describe("the running test without instruments", () => {
  it("is typed on the board as in the table: one number, both places, and a part is noted where it is touched", async () => {
    const { jobs } = await renderJob(
      { ...estate, baseline: blank.baseline, steps: { ...estate.steps, running: blank.steps.running } },
      "running",
    );
    await touch(/^Suction line: no reading/);
    await type("Suction line, idle, on the board", "11.5");
    expect(jobs.job!.baseline.settings[0].suction.text).toBe("11.5");
    expect((screen.getByLabelText("Suction line, idle") as HTMLInputElement).value).toBe("11.5");
    await touch(/^Condenser outlet: no reading/);
    await type("Condenser outlet, on the board", "44");
    expect(jobs.job!.lines.spots).toEqual([{ place: "condenser-5", temperature: { text: "44", unit: "degC" } }]);
    expect(screen.getByRole("button", { name: "Condenser outlet: 44.0 °C" })).toBeTruthy();
    await touch(/^Condenser fan/);
    await press("Add finding");
    await press("Not turning");
    expect(jobs.job!.look.notes.at(-1)).toMatchObject({ part: "fan", sign: "not-turning" });
  });

  it("says what is missing, and a touch goes to where it is typed", async () => {
    await renderJob({ ...estate, baseline: blank.baseline }, "running");
    const missing = screen.getByRole("button", { name: /^Missing: ambient/ });
    await act(async () => {
      fireEvent.click(missing);
    });
    await vi.waitFor(() => expect(document.activeElement).toBe(screen.getByLabelText("Ambient")), { timeout: 10_000 });
  });
});

describe("how a vehicle is built", () => {
  it("may be not known: it is an answer, and the drawings that help stand beside the question", async () => {
    const { jobs } = await renderJob(estate, "intake");
    await press("Identify the metering device");
    expect(screen.getByRole("img", { name: /crimped around the thin pipe/ })).toBeTruthy();
    const unsure = within(screen.getByRole("radiogroup", { name: "Metering device" })).getByRole("radio", {
      name: "Unknown",
    });
    await act(async () => {
      fireEvent.click(unsure);
      await settled();
    });
    expect(jobs.job!.intake).toMatchObject({ metering: null, unsure: ["metering"] });
    expect(document.body.textContent).toContain("all possible builds count equally");
    await choose("Orifice tube");
    expect(jobs.job!.intake).toMatchObject({ metering: "orifice-tube", unsure: [] });
  });
});

describe("what is done and undone", () => {
  it("a mark on the circuit is stored at its part and can be taken off", async () => {
    const { jobs } = await renderJob(van, "look");
    await act(async () => {
      fireEvent.click(screen.getByRole("button", { name: /^Condenser fan/ }));
      await settled();
    });
    await press("Not turning");
    expect(jobs.job!.look.notes.map(({ part, sign }) => [part, sign])).toEqual([["fan", "not-turning"]]);
  });
});

describe("a cylinder that is in use on another device", () => {
  it("is named with the device, and nothing is drawn from it", async () => {
    const since = "2026-06-01T08:00:00.000Z";
    const charging = {
      ...pickup.steps,
      charge: { ...pickup.steps.charge, startedAt: since, doneAt: null, skipped: null },
    };
    await database.sharing.put({ name: "device", value: { device: "aaaaaaaa", name: "Tablet 1", joinedAt: since } });
    await database.jobs.put({ ...pickup, id: "elsewhere", charge: pickup.charge, steps: charging });
    await database.holders.put({
      jobId: "elsewhere",
      device: "bbbbbbbb",
      deviceName: "Tablet 2",
      technician: "Kovac",
      since,
    });
    await renderJob(pickup, "charge");
    const [first] = pickup.charge.containers;
    await vi.waitFor(() => expect(document.body.textContent).toContain(`${first!.name}: in use, Tablet 2`));
    expect(screen.getByRole("button", { name: `Record ${first!.name}` })).toHaveProperty("disabled", true);
    await database.sharing.clear();
  });
});
