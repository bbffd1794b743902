import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { figure, lotPage, statement, summary } from "@/test/data";
import { ruleDemands, ruleMarks, ruleSpan } from "./rule";
import { SettingsProvider, useSettings } from "./settings";

beforeEach(() => localStorage.clear());

describe("settings", () => {
  function Unit() {
    const { unitOf, setUnit } = useSettings();
    return (
      <button type="button" onClick={() => setUnit("force", "daN")}>
        {unitOf("force") ?? "each its own"}, {unitOf("torque") ?? "each its own"}
      </button>
    );
  }
  const show = () =>
    render(
      <SettingsProvider>
        <Unit />
      </SettingsProvider>,
    );
  it("keep a unit for each measurand and outlive a reload", async () => {
    vi.stubGlobal("matchMedia", () => ({ matches: true }));
    const { unmount } = show();
    expect(document.documentElement.dataset.theme).toBe("dark");
    expect(screen.getByRole("button")).toHaveTextContent("each its own, each its own");
    await userEvent.click(screen.getByRole("button"));
    unmount();
    show();
    expect(screen.getByRole("button")).toHaveTextContent("daN, each its own");
  });
});

describe("what the force rule of a lot shows", () => {
  const words = { load: "Working load" };
  it("names every observation by its pull, with its figure as the core states it", () => {
    const [first, second] = lotPage().summary.marks;
    const marks = [first, second].flatMap((m) => (m ? [m] : []));
    expect(ruleMarks(marks, "kN").map((m) => [m.label, m.kind])).toEqual([
      ["Pull 1: break 8.10 kN", "break"],
      ["Pull 2: at least 8.40 kN", "at_least"],
    ]);
    const preloaded = marks.map((m) => ({ ...m, preloaded: true, state: "superseded" as const }));
    expect(ruleMarks(preloaded, "N")[0]).toMatchObject({
      kind: "superseded",
      label: "Pull 1: superseded 8100 N, preloaded",
    });
  });
  it("hangs what is tried out before the lot's own", () => {
    const demands = ruleDemands(summary(), statement(), "kN", words);
    expect(demands.map((d) => [d.id, d.text])).toEqual([
      ["working", "4.2"],
      ["minimum", "21.0"],
      ["claim-0", "7.00"],
    ]);
    expect(demands[1]).toMatchObject({ low: 21000, high: 23006 });
    expect(ruleSpan(demands, "5.00")).toMatchObject({ from: 4200, to: 21000, text: "× 5.00" });
  });
  it("shows a claimed load beside the strength it means, and all that is wanted", () => {
    const page = summary({
      claims: [{ figure: figure(1400), measure: "working_load", strength: figure(7000) }],
      requirements: [
        { figure: figure(900), measure: "working_load" },
        { figure: figure(1100), measure: "service" },
      ],
    });
    const demands = ruleDemands(page, undefined, "kN", words);
    expect(demands.map((d) => d.id)).toEqual(["claim-0", "claimed-load-0", "required-0", "required-1"]);
    expect(demands[3]?.label).toBe("Highest in service");
    expect(ruleSpan(demands, null)).toBeNull();
  });
});
