import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import type { Schemas } from "@/api/client";
import { figure, rating } from "@/test/data";
import { renderInLot, serve } from "@/test/render";
import { Further } from "./Further";
import { UsePanel } from "./UsePanel";

const row = (key: string, name: string, given: Partial<Schemas["FactorWay"]> = {}): Schemas["FactorWay"] => ({
  key,
  use: name,
  low: 5,
  usual: 5,
  high: 5,
  source: "One school",
  note: "",
  of_item: true,
  limit: figure(900),
  reached: { factor: 7.1, text: "7.10", verdict: "above" },
  ...given,
});

const USE: Schemas["Use"] = {
  minimum: figure(4550),
  limit: figure(900),
  refusal: null,
  factors: [row("five", "School of 5"), row("seven", "School of 7", { usual: 7, low: 6, high: 8, limit: null })],
  claims: ["The claimed working load of 0.8 kN states no factor: with 5 it means 4.0 kN."],
  sling: {
    factor: 1.73,
    beta: 30,
    limit: figure(1550),
    steps: [],
    sentence: "It may be used up to 1.6 kN: 0.9 kN × 1.73.",
  },
  bracket: null,
  group: null,
  efficiency: null,
  reductions: [
    { key: "knot-bowline", kind: "knot", name: "Bowline", factor: 0.6, note: "" },
    { key: "edge-sharp", kind: "edge", name: "Over a sharp edge", factor: 0, note: "Not without protection" },
  ],
  ways: [
    { key: "vertical", name: "straight", angled: false },
    { key: "two_legs", name: "on two legs", angled: true },
  ],
  backup: "A main and a backup from one lot are not independent.",
};

describe("in use", () => {
  const show = (given: Partial<Schemas["Use"]> = {}) => {
    serve({ "GET /api/lots/7/use": () => ({ body: { ...USE, ...given } }) });
    renderInLot(<UsePanel factor={undefined} />);
  };
  it("shows the schools side by side, what was reached, and what a claim would mean", async () => {
    show();
    const five = await screen.findByRole("row", { name: /School of 5/ });
    expect(five).toHaveTextContent("0.9 kN");
    expect(five).toHaveTextContent("above its range");
    expect(screen.getByRole("row", { name: /School of 7/ })).toHaveTextContent("76 to 8");
    expect(screen.getByText(/makes a factor of/)).toHaveTextContent("7.10");
    expect(screen.getByText(/states no factor/)).toBeInTheDocument();
    expect(screen.getByText(/not independent/)).toBeInTheDocument();
  });
  it("says how much it carries hung so, and draws it", async () => {
    show();
    await userEvent.click(await screen.findByRole("tab", { name: "Hung" }));
    expect(screen.getByTestId("sling-answer")).toHaveTextContent("up to 1.6 kN");
    expect(screen.getByRole("img", { name: /Hung vertical/ })).toBeInTheDocument();
    expect(screen.queryByLabelText("Angle")).not.toBeInTheDocument();
  });
  it("works out a bracket once there is a load", async () => {
    const bracket = {
      pull: figure(300),
      shear: figure(100),
      cautious: 1.4,
      usual: 1.2,
      holds: false,
      holds_usually: false,
      sentence: "Too much.",
    };
    show({ bracket });
    await userEvent.click(await screen.findByRole("tab", { name: "Bracket" }));
    const button = screen.getByRole("button", { name: "Work it out" });
    expect(button).toBeDisabled();
    await userEvent.type(screen.getByLabelText("Load"), "0.4");
    await userEvent.click(button);
    await waitFor(() => expect(screen.getByText("Too much.")).toHaveClass("text-signal"));
  });
  it("sends pairs of in and out, with speeds only where all of them are there", async () => {
    const asked: string[] = [];
    serve({ "GET /api/lots/7/use": () => ({ body: USE }) });
    const real = globalThis.fetch;
    globalThis.fetch = (async (input: Request) => {
      asked.push(new URL(input.url).search);
      return real(input);
    }) as typeof fetch;
    renderInLot(<UsePanel factor={undefined} />);
    await userEvent.click(await screen.findByRole("tab", { name: "Sheave" }));
    for (const [i, [into, out]] of [
      ["1", "0,9"],
      ["2", "1.8"],
    ].entries()) {
      await userEvent.type(screen.getByLabelText(`In of pair ${i + 1}`), into ?? "");
      await userEvent.type(screen.getByLabelText(`Out of pair ${i + 1}`), out ?? "");
    }
    await userEvent.type(screen.getByLabelText("Speed of pair 1"), "3");
    await userEvent.click(screen.getByRole("button", { name: "Work it out" }));
    await waitFor(() => expect(asked.at(-1)).toContain("into=1%3B2&out=0%2C9%3B1.8"));
    expect(asked.at(-1)).not.toContain("speeds");
  });
  it("is not there without a minimum", async () => {
    show({ minimum: null });
    await new Promise((done) => setTimeout(done, 50));
    expect(screen.queryByText("In use")).not.toBeInTheDocument();
  });
});

describe("what is further known", () => {
  it("says what limits next and what more breaks would do", async () => {
    serve();
    const mode = { mode: "stitching", breaks: 4, value_si: 20100, school: "x", refusal: null, stated: figure(20100) };
    const failure_modes = { in_words: "“stitching” limits.", modes: [mode] };
    const next_breaks = [{ more: 1, value_si: 21300, expected_si: null, stated: figure(21300) }];
    renderInLot(
      <Further
        rating={rating({ failure_modes, next_breaks }, { each: { minutes: 7, cost: 4.5, in_words: "7 min a pull" } })}
      />,
    );
    expect(await screen.findByText("“stitching” limits.")).toBeInTheDocument();
    expect(screen.getByText("1 more: 7 min, cost 4.5").parentElement).toHaveTextContent("21.3 kN");
  });
});
