import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import { lotPage, rating, summary } from "@/test/data";
import { KeysProvider, useAllKeys, useKeys, type Shortcut } from "./keys";
import { ruleDemands, ruleMarks, ruleSpan, resolutionOf } from "./lotRule";
import { SettingsProvider, useSettings } from "./settings";

function Part({ shortcuts }: { shortcuts: Shortcut[] }) {
  useKeys(shortcuts);
  return <input aria-label="Some text" />;
}

describe("keys", () => {
  it("run what they offer, alone and one after the other", async () => {
    const one = vi.fn();
    const two = vi.fn();
    render(
      <KeysProvider>
        <Part
          shortcuts={[
            { keys: "u", label: "Next unit", run: one },
            { keys: "g r", label: "Go to Rate", run: two },
          ]}
        />
      </KeysProvider>,
    );
    await userEvent.keyboard("u");
    await userEvent.keyboard("gr");
    expect(one).toHaveBeenCalledTimes(1);
    expect(two).toHaveBeenCalledTimes(1);
  });
  it("leave typing alone", async () => {
    const run = vi.fn();
    render(
      <KeysProvider>
        <Part shortcuts={[{ keys: "u", label: "Next unit", run }]} />
      </KeysProvider>,
    );
    await userEvent.type(screen.getByLabelText("Some text"), "under");
    expect(run).not.toHaveBeenCalled();
  });
  it("are taken back with the part that offered them", async () => {
    const run = vi.fn();
    const shortcuts = [{ keys: "u", label: "Next unit", run }];
    function Count() {
      return <p>{useAllKeys().length} keys</p>;
    }
    const { rerender } = render(
      <KeysProvider>
        <Part shortcuts={shortcuts} />
      </KeysProvider>,
    );
    rerender(
      <KeysProvider>
        <Count />
      </KeysProvider>,
    );
    await userEvent.keyboard("u");
    expect(run).not.toHaveBeenCalled();
  });
});

describe("settings", () => {
  function Unit() {
    const { unit, nextUnit } = useSettings();
    return (
      <button type="button" onClick={nextUnit}>
        {unit ?? "each its own"}
      </button>
    );
  }
  it("go round the units and outlive a reload", async () => {
    vi.stubGlobal("matchMedia", () => ({ matches: true }));
    const { unmount } = render(
      <SettingsProvider>
        <Unit />
      </SettingsProvider>,
    );
    expect(document.documentElement.dataset.theme).toBe("dark");
    await userEvent.click(screen.getByRole("button"));
    await userEvent.click(screen.getByRole("button"));
    expect(screen.getByRole("button")).toHaveTextContent("daN");
    unmount();
    render(
      <SettingsProvider>
        <Unit />
      </SettingsProvider>,
    );
    expect(screen.getByRole("button")).toHaveTextContent("daN");
  });
});

describe("what the force rule of a lot shows", () => {
  it("takes the coarsest reading as the finest figure", () => {
    expect(resolutionOf(lotPage())).toBe(10);
    expect(resolutionOf(lotPage({ pulls: [] }))).toBeNull();
  });
  it("names every observation by its pull", () => {
    expect(ruleMarks(lotPage().summary.marks).map((m) => [m.label, m.kind])).toEqual([
      ["Pull 1", "break"],
      ["Pull 2", "at_least"],
    ]);
  });
  it("hangs what is tried out before the lot's own", () => {
    const demands = ruleDemands(lotPage(), rating(), "kN");
    expect(demands.map((d) => [d.id, d.text])).toEqual([
      ["working", "4.2"],
      ["minimum", "21.0"],
      ["claim", "7.00"],
    ]);
    expect(demands[1]).toMatchObject({ low: 21000, high: 23006 });
    expect(ruleSpan(demands)).toMatchObject({ from: 4200, to: 21000, text: "× 5.00" });
  });
  it("shows a claimed load beside the strength it means, and what is wanted", () => {
    const page = lotPage({
      summary: summary({
        claim: { newtons: 1400, measure: "working_load" },
        requirement: { newtons: 900, measure: "working_load" },
      }),
    });
    expect(ruleDemands(page, undefined, "kN").map((d) => d.id)).toEqual(["claim", "claim-load", "required"]);
    expect(ruleSpan(ruleDemands(page, undefined, "kN"))).toBeNull();
  });
});
