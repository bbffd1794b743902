import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import type { Schemas } from "@/api/client";
import { renderInLot, serve } from "@/test/render";
import { figures, stepWords, toStep, typed } from "./procedureForm";
import { Procedures } from "./Procedures";

type Step = Schemas["ProcedureContent"]["steps"][number];
const STEPS: Step[] = [
  { does: "zero" },
  { does: "ramp", to: { of: "proof", times: 1.5 }, rate: 200 },
  { does: "ramp", to: 0.05, rate: 0.002, by: "travel" },
  { does: "hold", seconds: 60, over_percent: 5 },
  { does: "cycle", low: { of: "expected", times: 0.1 }, high: 500, hertz: 0.5, count: 100 },
  { does: "inspect", points: ["cracks", "opening"] },
  { does: "measure", figures: [{ name: "Span", unit: "mm" }], works_out: "three_point" },
  { does: "release", rate: 500 },
  { does: "remark", words: "listen" },
  { does: "wait", seconds: 5 },
  { does: "break", rate: 0.005 },
  { does: "break", rate_as: { value: 50, unit: "mm/min" } },
  { does: "release", rate_as: { value: 12, unit: "kN/min" } },
];

describe("steps of a procedure", () => {
  it.each(STEPS.map((step) => [step.does, step] as const))("%s is typed and read back as it was", (_, step) => {
    expect(toStep(typed(step))).toEqual(step);
  });
  it("are said in a few words", () => {
    expect(stepWords(STEPS[1] as Step)).toBe("Pull to 1.5 × proof load");
    expect(stepWords(STEPS[2] as Step)).toBe("Go 50 mm");
    expect(stepWords(STEPS[4] as Step)).toBe("100 cycles, 0.1 × expected break to 500");
  });
  it("read figures with their units in brackets", () => {
    expect(figures("Span [mm], Side outward")).toEqual([
      { name: "Span", unit: "mm" },
      { name: "Side outward", unit: "words" },
    ]);
  });
});

describe("procedures in the library", () => {
  const row = (own: boolean) => ({
    key: own ? "own-1" : "proof",
    name: own ? "Ours" : "Proof",
    about: "held",
    own,
    revision: own ? 3 : null,
    person: own ? "Wren Ashdown" : null,
    created_at: own ? "2026-11-26T08:00:00Z" : null,
    content: { kind: "proof", steps: STEPS.slice(0, 4) },
  });
  const rows = { rows: [row(true), row(false)], units: ["mm", "words", "N"] };
  const preview = {
    profile: [
      [0, 0],
      [5, 1000],
    ],
    highest_si: 1000,
    proof: true,
    refused: null,
    field: null,
  };

  it("are revised over the revision that was seen", async () => {
    const sent = serve({
      "GET /api/procedures": () => ({ body: rows }),
      "POST /api/procedures/preview": () => ({ body: preview }),
      "POST /api/procedures": () => ({ status: 201, body: rows }),
    });
    renderInLot(<Procedures />);
    await userEvent.click(await screen.findByRole("button", { name: "Revise" }));
    await userEvent.click(await screen.findByRole("button", { name: "Keep the revision" }));
    await waitFor(() =>
      expect(sent.find((one) => one.path === "/api/procedures")?.body).toMatchObject({ key: "own-1", revision: 3 }),
    );
  });
  it("are not kept with what speaks against them", async () => {
    serve({
      "GET /api/procedures": () => ({ body: rows }),
      "POST /api/procedures/preview": () => ({ body: { ...preview, profile: [], refused: "a proof is held" } }),
    });
    renderInLot(<Procedures />);
    await userEvent.click(await screen.findByRole("button", { name: "Copy" }));
    expect(await screen.findByText("a proof is held")).toBeInTheDocument();
    expect(screen.getByRole("button", { name: "Keep the procedure" })).toBeDisabled();
  });
});
