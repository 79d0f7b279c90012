import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { newestInTurn, newestOnly, OVERTAKEN } from "./newest";

/** A question that is answered when it is told to be. */
function slow<Answer>() {
  let answer!: (value: Answer) => void;
  let fail!: (error: unknown) => void;
  const promise = new Promise<Answer>((resolve, reject) => {
    answer = resolve;
    fail = reject;
  });
  return { ask: () => promise, answer, fail };
}

describe("which answer counts", () => {
  it("is the newest question's, in whatever order they are answered", async () => {
    await fc.assert(
      fc.asyncProperty(fc.shuffledSubarray([0, 1, 2, 3, 4], { minLength: 5 }), async (order) => {
        const newest = newestOnly();
        const questions = order.map(() => slow<number>());
        const answers = questions.map((question) => newest.settle(question.ask));
        for (const i of order) questions[i]!.answer(i);
        expect(await Promise.all(answers)).toEqual([OVERTAKEN, OVERTAKEN, OVERTAKEN, OVERTAKEN, 4]);
      }),
    );
  });

  it("is none once all were dropped, and a failure counts only of the newest", async () => {
    const newest = newestOnly();
    const [first, second, third] = [slow<number>(), slow<number>(), slow<number>()];
    const old = newest.settle(first.ask);
    const dropped = newest.settle(second.ask);
    newest.drop();
    first.fail(new Error("an old worker"));
    second.answer(2);
    expect(await old).toBe(OVERTAKEN);
    expect(await dropped).toBe(OVERTAKEN);
    const failed = newest.settle(third.ask);
    third.fail(new Error("the worker stopped"));
    await expect(failed).rejects.toThrow("the worker stopped");
  });

  it("one at a time, questions that waited too long are never asked", async () => {
    const inTurn = newestInTurn();
    const asked: number[] = [];
    const first = slow<number>();
    const ask = (n: number, question: () => Promise<number>) =>
      inTurn.settle(() => {
        asked.push(n);
        return question();
      });
    const begun = ask(1, first.ask);
    await Promise.resolve();
    const answers = [begun, ask(2, async () => 2), ask(3, async () => 3)];
    first.answer(1);
    expect(await Promise.all(answers)).toEqual([1, OVERTAKEN, 3]);
    expect(asked).toEqual([1, 3]);
  });
});
