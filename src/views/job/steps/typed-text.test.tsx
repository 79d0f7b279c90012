// @vitest-environment happy-dom
import "fake-indexeddb/auto";
import { cleanup } from "@testing-library/react";
import { afterEach, beforeAll, describe, expect, it, vi } from "vitest";
import { type Job, stepIds } from "@/core/records/job";
import { demoJobs } from "@/demo/demo-jobs";
import { LanguageOfShop } from "@/ui/text";
import { EvidenceRail } from "@/views/job/frame/evidence-rail";
import { OnHand } from "@/views/job/frame/on-hand";
import { fetchSteps, StepView } from "@/views/job/step-view";
import { FAKE_START } from "../../../../tests/support/fake-session";
import { renderJob } from "../../../../tests/support/render-job";

vi.mock("next/navigation", () => ({ useRouter: () => ({ push: () => undefined }), useParams: () => ({}) }));
vi.mock("@/pictures/charts/trace", () => ({ Trace: () => null }));

/** Fields that a person types words into. */
const FREE = new Set(["vehicle", "complaint", "technician", "remark", "note", "name", "skipped"]);
/** British words that the product would turn into US ones. */
const TYPED = "A. Grey, Centre of Colour";

/** Fills every field for words of a record with this text. */
function withTyped<Value>(value: Value, key = ""): Value {
  if (typeof value === "string" || (value === null && FREE.has(key)))
    return (FREE.has(key) && !["idle", "fast idle"].includes(String(value)) ? TYPED : value) as Value;
  if (Array.isArray(value)) return value.map((one) => withTyped(one)) as Value;
  if (typeof value !== "object" || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([name, part]) => [name, withTyped(part, name)])) as Value;
}

/** All that is shown or said of the page, also to those who cannot see it. */
function everythingSaid(): string {
  const attributes = [...document.querySelectorAll("*")].flatMap((one) =>
    ["aria-label", "title", "placeholder", "value"].map((name) => one.getAttribute(name) ?? ""),
  );
  return [document.body.textContent ?? "", ...attributes].join("\n");
}

beforeAll(fetchSteps);
afterEach(cleanup);

describe("text that a person typed", () => {
  const jobs = demoJobs(new Date(FAKE_START)) as [Job, Job, Job];

  it.each(stepIds)("is shown to the letter in US wording on %s", async (step) => {
    for (const job of jobs) {
      await renderJob(
        withTyped(job),
        step,
        <LanguageOfShop value="us">
          <StepView step={step} />
          <EvidenceRail step={step} />
          <OnHand />
        </LanguageOfShop>,
      );
      const said = everythingSaid();
      const translated = said.match(/.{0,40}(A\. Gray|Center of|of Color).{0,10}/g) ?? [];
      expect(translated, `${step} of ${job.id}`).toEqual([]);
      expect(said.match(/.{0,40}[\u2068\u2069]/g) ?? [], `marks on ${step}`).toEqual([]);
      cleanup();
    }
  });
});
