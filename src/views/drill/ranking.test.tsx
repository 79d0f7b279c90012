// @vitest-environment happy-dom
import { ChakraProvider } from "@chakra-ui/react";
import { act, cleanup, fireEvent, render, screen } from "@testing-library/react";
import { useState } from "react";
import { afterEach, describe, expect, it } from "vitest";
import { benchOf } from "@/core/bench/bench-state";
import { caseOfBench } from "@/core/drill/drill-case";
import { entry } from "@/core/units/entry";
import { system } from "@/ui/theme";
import { RankingCard } from "./answer-cards";
import type { Car } from "./car-cards";

afterEach(cleanup);

/** Rows stand 50 px apart: without a layout of its own the page has no geometry to sort by. */
Object.defineProperty(HTMLElement.prototype, "getBoundingClientRect", {
  value(this: HTMLElement) {
    const row = this.closest("li");
    const top = row === null ? 0 : [...row.parentElement!.children].indexOf(row) * 50;
    return { x: 0, y: top, top, left: 0, right: 300, bottom: top + 48, width: 300, height: 48, toJSON: () => ({}) };
  },
});

const given = caseOfBench(benchOf());

function Ranking() {
  const [draft, setDraft] = useState<Car["draft"]>({
    ranking: ["undercharge", "air", "blend-door"],
    answer: [],
    charge: null,
    grams: entry("", "g"),
  });
  return (
    <ChakraProvider value={system}>
      <RankingCard given={given} car={{ draft, setDraft, standing: null } as unknown as Car} busy={false} />
    </ChakraProvider>
  );
}

const order = () => screen.getAllByRole("button", { name: /^Move / }).map((one) => one.getAttribute("aria-label"));
const key = (on: Element, code: string) =>
  act(async () => {
    fireEvent.keyDown(on, { code, key: code });
    await new Promise((resolve) => setTimeout(resolve, 60));
  });

describe("the ranking of a learner", () => {
  it("is reordered by keyboard alone, and left as it was by Escape", async () => {
    render(<Ranking />);
    const before = order();
    const last = screen.getAllByRole("button", { name: /^Move / })[2]!;
    last.focus();
    await key(last, "Space");
    await key(last, "ArrowUp");
    await key(last, "Space");
    expect(order()).toEqual([before[0], before[2], before[1]]);
    const first = screen.getAllByRole("button", { name: /^Move / })[0]!;
    first.focus();
    await key(first, "Space");
    await key(first, "ArrowDown");
    await key(first, "Escape");
    expect(order()).toEqual([before[0], before[2], before[1]]);
  });
});
