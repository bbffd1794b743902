import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import type { Schemas } from "@/api/client";
import { judgement, pull } from "@/test/data";
import { renderInLot, serve } from "@/test/render";
import { FindingRow } from "./FindingRow";
import { findingWords, flagWord } from "./findingWords";
import { JudgePanel } from "./JudgePanel";

const POST = "POST /api/pulls/1/judgements";
const panel = (given: Partial<Schemas["Pull"]> = {}) => (
  <JudgePanel pull={pull(given)} item="sewn_loop" onNext={() => undefined} />
);

describe("judging a pull", () => {
  it("sends what was chosen with what failed and where", async () => {
    const sent = serve({ [POST]: () => ({ status: 201, body: pull({ judgement: judgement("break") }) }) });
    renderInLot(panel());
    await userEvent.click(await screen.findByRole("radio", { name: "Stitching" }));
    await userEvent.click(screen.getByRole("radio", { name: /^Break/ }));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]?.body).toMatchObject({ counts_as: "break", zone: "stitching" });
  });
  it("answers to its keys", async () => {
    const sent = serve({ [POST]: () => ({ status: 201, body: pull({ judgement: judgement("at_least") }) }) });
    renderInLot(panel());
    await userEvent.keyboard("l");
    await waitFor(() => expect(sent[0]?.body).toMatchObject({ counts_as: "at_least" }));
  });
  it("asks for the cause of a void before it sends one", async () => {
    const sent = serve({ [POST]: () => ({ status: 201, body: pull({ judgement: judgement("void", "wrong pin") }) }) });
    renderInLot(panel());
    await userEvent.keyboard("v");
    expect(await screen.findByText("Say what went wrong.")).toBeInTheDocument();
    expect(sent).toHaveLength(0);
    await userEvent.type(screen.getByLabelText(/Cause: needed for a void/), "wrong pin");
    await userEvent.click(screen.getByRole("button", { name: "Count as void" }));
    await waitFor(() => expect(sent[0]?.body).toMatchObject({ counts_as: "void", reason: "wrong pin" }));
  });
  it("asks for the upper force of a between and sends newtons", async () => {
    const sent = serve({ [POST]: () => ({ status: 201, body: pull({ judgement: judgement("between") }) }) });
    renderInLot(panel());
    await userEvent.keyboard("w");
    await userEvent.type(await screen.findByLabelText("Failed above the peak and below"), "8,6");
    await userEvent.click(screen.getByRole("button", { name: "Count as between" }));
    await waitFor(() => expect(sent[0]?.body).toMatchObject({ counts_as: "between", upper_newtons: 8600 }));
  });
  it("undoes", async () => {
    const sent = serve({ "POST /api/pulls/1/undo": () => ({ body: pull() }) });
    renderInLot(panel({ judgement: judgement("break"), history: [judgement("break")] }));
    await userEvent.click(screen.getByRole("button", { name: /Undo/ }));
    await waitFor(() => expect(sent[0]?.path).toBe("/api/pulls/1/undo"));
  });
  it("says what the server refuses", async () => {
    serve({
      [POST]: () => ({
        status: 422,
        body: {
          error: {
            kind: "invalid_input",
            message: "The cell was at its end, so this peak is a lower bound.",
            fields: {},
          },
        },
      }),
    });
    renderInLot(panel());
    await userEvent.click(screen.getByRole("radio", { name: /^Break/ }));
    expect(await screen.findByRole("alert")).toHaveTextContent("lower bound");
  });
});

describe("findings in words", () => {
  const finding = (kind: string, extra: Record<string, unknown>): Schemas["Finding"] => ({
    kind,
    at_seconds: 20.8,
    until_seconds: null,
    force_newtons: 3608,
    because: "highest reading",
    rule_version: "1",
    place: 0,
    overruled: null,
    extra,
  });
  const text = (n: number) => `${(n / 1000).toFixed(3)} kN`;

  it("say what the sampling can have missed", () => {
    expect(findingWords(finding("peak", { sampling_hertz: 100, missed_newtons: 4 }), text)).toBe(
      "3.608 kN at 20.8 s: highest reading. Sampled at 100 Hz, so at most 0.004 kN was missed.",
    );
  });
  it("say how far it fell, how stiff it was, and how the displacement went on", () => {
    expect(findingWords(finding("slip", { after_newtons: 2500 }), text)).toContain("down to 2.500 kN");
    expect(findingWords({ ...finding("stiffness", { newtons_per_metre: 2.4e6 }), force_newtons: null }, text)).toMatch(
      /^2\.400 kN\/mm/,
    );
    expect(
      findingWords(
        {
          ...finding("creep", { initial_metres: 0.002, metres_at_one_hour: 0.0003, exponent: 0.18 }),
          force_newtons: null,
        },
        text,
      ),
    ).toContain("t^0.180");
  });
  it("fly as flags only where they have a place on the curve", () => {
    expect(flagWord(finding("peak", {}), text)).toBe("highest 3.608 kN");
    expect(flagWord(finding("energy", {}), text)).toBeUndefined();
    const mine = {
      at_seconds: 1,
      force_newtons: 3500,
      reason: "",
      person: "R. Vale",
      created_at: "2026-11-25T08:00:00Z",
    };
    expect(flagWord({ ...finding("peak", {}), overruled: mine }, text)).toBe("highest 3.500 kN, by R. Vale");
  });
  it("say when no zero could be taken", () => {
    expect(findingWords(finding("zero", { noise_newtons: null }), text)).toBe("Highest reading.");
  });
});

describe("a finding that a person knows better", () => {
  const found: Schemas["Finding"] = {
    kind: "peak",
    place: 0,
    at_seconds: 20.8,
    until_seconds: null,
    force_newtons: 3608,
    because: "highest reading",
    rule_version: "2",
    overruled: null,
    extra: {},
  };
  const text = (n: number) => `${(n / 1000).toFixed(3)} kN`;
  const overruling = () => ({ set: vi.fn(), undo: vi.fn() });

  it("is put beside the found one with its reason", async () => {
    serve();
    const spies = overruling();
    renderInLot(<FindingRow finding={found} text={text} overruling={spies} />);
    await userEvent.click(screen.getByRole("button", { name: "Overrule" }));
    await userEvent.clear(screen.getByLabelText("Force"));
    await userEvent.type(screen.getByLabelText("Force"), "3.5");
    await userEvent.type(screen.getByLabelText("Reason"), "display");
    await userEvent.click(screen.getByRole("button", { name: "Put it beside" }));
    expect(spies.set).toHaveBeenCalledWith(found, { at_seconds: 20.8, force_newtons: 3500, reason: "display" });
  });
  it("shows both values, who and when, and can be taken back", async () => {
    serve();
    const spies = overruling();
    const mine = {
      at_seconds: 20.1,
      force_newtons: 3500,
      reason: "display",
      person: "R. Vale",
      created_at: "2026-11-25T08:00:00Z",
    };
    renderInLot(<FindingRow finding={{ ...found, overruled: mine }} text={text} overruling={spies} />);
    expect(screen.getByText(/3\.608 kN at/)).toHaveClass("line-through");
    expect(screen.getByText(/by R\. Vale/)).toBeInTheDocument();
    await userEvent.click(screen.getByRole("button", { name: "Undo" }));
    expect(spies.undo).toHaveBeenCalled();
  });
});
