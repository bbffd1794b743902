import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import type { Schemas } from "@/api/client";
import { figure, judgement, pull } from "@/test/data";
import { renderInLot, serve } from "@/test/render";
import { FindingRow } from "./FindingRow";
import { findingWords, flagWord } from "@/lot/findingWords";
import { JudgePanel } from "./JudgePanel";

const POST = "POST /api/pulls/1/judgements";
const kept = (kind: Schemas["Judgement"]["counts_as"]) => () => ({
  status: 201,
  body: pull({ judgement: judgement(kind) }),
});
const panel = (given: Partial<Schemas["Pull"]> = {}) => <JudgePanel pull={pull(given)} />;

describe("judging a pull", () => {
  it("sends what was chosen with what was looked at, what failed and where", async () => {
    const sent = serve({ [POST]: kept("break") });
    renderInLot(panel());
    await userEvent.click(await screen.findByRole("radio", { name: "Stitching" }));
    await userEvent.click(screen.getByRole("button", { name: /Break/ }));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]?.body).toMatchObject({
      counts_as: "break",
      zone: "stitching",
      measurement_id: 61,
      failed_part: "specimen",
    });
    expect(sent[0]?.once).toMatch(/.{8}/);
  });
  it("answers to its keys", async () => {
    const sent = serve({ [POST]: kept("at_least") });
    renderInLot(panel());
    await screen.findByText("Counts as");
    await userEvent.keyboard("l");
    await waitFor(() => expect(sent[0]?.body).toMatchObject({ counts_as: "at_least", failed_part: null }));
  });
  it("judges nothing by letters while a list is open", async () => {
    const sent = serve({ [POST]: kept("break") });
    renderInLot(panel());
    await userEvent.click(await screen.findByRole("combobox", { name: "How it failed" }));
    await userEvent.keyboard("b");
    expect(sent).toHaveLength(0);
  });
  it("asks for the cause of a void before it sends one", async () => {
    const sent = serve({ [POST]: kept("void") });
    renderInLot(panel());
    await screen.findByText("Counts as");
    await userEvent.keyboard("v");
    await userEvent.type(await screen.findByLabelText(/Cause: needed/), "wrong pin");
    expect(sent).toHaveLength(0);
    await userEvent.click(screen.getByRole("button", { name: "Count as void" }));
    await waitFor(() => expect(sent[0]?.body).toMatchObject({ counts_as: "void", reason: "wrong pin" }));
  });
  it("sends the upper value of a between as it was typed, with its unit", async () => {
    const sent = serve({ [POST]: kept("between") });
    renderInLot(panel());
    await screen.findByText("Counts as");
    await userEvent.keyboard("w");
    await userEvent.type(await screen.findByLabelText("Did not reach"), "8,6");
    await userEvent.type(screen.getByLabelText(/Cause: needed/), "read on the way");
    await userEvent.click(screen.getByRole("button", { name: "Count as between" }));
    await waitFor(() =>
      expect(sent[0]?.body).toMatchObject({ counts_as: "between", upper: { text: "8,6", unit: "kN" } }),
    );
  });
  it("keeps the digits of an upper value when only the reason changes", async () => {
    const sent = serve({ [POST]: kept("between") });
    const between = judgement("between", {
      upper_si: 25137,
      stated_text: "25137",
      stated_unit: "N",
      upper: figure(25137),
    });
    renderInLot(panel({ judgement: between }));
    await userEvent.type(await screen.findByLabelText("Reason"), "slow tear");
    await userEvent.click(screen.getByRole("button", { name: "Keep these details" }));
    await waitFor(() =>
      expect(sent[0]?.body).toMatchObject({ upper: { text: "25137", unit: "N" }, reason: "slow tear" }),
    );
  });
  it("offers no break of what was never read", async () => {
    serve();
    renderInLot(panel({ measurement: null }));
    expect(await screen.findByRole("button", { name: /At most/ })).toBeInTheDocument();
    expect(screen.queryByRole("button", { name: /^B ?Break/ })).not.toBeInTheDocument();
  });
  it("undoes, and says what is not complete yet", async () => {
    const sent = serve({ "POST /api/pulls/1/undo": () => ({ body: pull() }) });
    const before = judgement("break", { complete: false });
    const history = [
      {
        counts_as: "break" as const,
        undoes: false,
        reason: "",
        figure: null,
        person: "Wren",
        created_at: before.created_at,
      },
    ];
    renderInLot(panel({ judgement: before, history }));
    expect(await screen.findByText(/cannot be signed/)).toBeInTheDocument();
    await userEvent.click(screen.getByRole("button", { name: /Undo/ }));
    await waitFor(() => expect(sent[0]?.path).toBe("/api/pulls/1/undo"));
  });
  it("says what the server refuses", async () => {
    const message = "The cell was at its end, so this peak is a lower bound.";
    serve({ [POST]: () => ({ status: 422, body: { error: { kind: "invalid_input", message, fields: {} } } }) });
    renderInLot(panel());
    await userEvent.click(await screen.findByRole("button", { name: /Break/ }));
    expect(await screen.findByRole("alert")).toHaveTextContent("lower bound");
  });
});

const KN = { symbol: "kN", factor: 1000 };
type Finding = Schemas["Finding"];
const finding = (kind: Finding["kind"], extra: object, given: Partial<Finding> = {}) =>
  ({
    kind,
    ordinal: 0,
    at_seconds: 20.8,
    until_seconds: null,
    value_si: 3608,
    reason: "highest reading",
    confidence: "sure",
    doubt: null,
    figure: figure(3608, 3),
    overruled: null,
    extra,
    ...given,
  }) as Finding;
const OWN = {
  at_seconds: 20.1,
  value_si: 3500,
  figure: figure(3500, 3),
  reason: "display",
  person: "R. Vale",
  created_at: "2026-11-25T08:00:00Z",
};

describe("findings in words", () => {
  it("say what the sampling can have missed", () => {
    const peak = finding("peak", { sampling_hertz: 100, missed_newtons: 4, lower_bound: false });
    expect(findingWords(peak, KN)).toBe(
      "3.608 kN at 20.8 s: highest reading. Sampled at 100 Hz, so at most 0.00400 kN was missed.",
    );
  });
  it("say how far it fell, how stiff it was, and how it crept", () => {
    const bare = { value_si: null, figure: null, at_seconds: null };
    expect(findingWords(finding("slip", { after_newtons: 2500 }), KN)).toContain("down to 2.50 kN");
    expect(findingWords(finding("stiffness", { newtons_per_metre: 2.4e6 }, bare), KN)).toMatch(/^2\.400 kN\/mm/);
    const creep = { initial_metres: 0.002, metres_at_one_hour: 0.0003, exponent: 0.18 };
    expect(findingWords(finding("creep", creep, bare), KN)).toContain("t^0.180");
  });
  it("fly as flags only where they have a place on the curve", () => {
    const peak = finding("peak", {});
    expect(flagWord(peak, KN)).toBe("highest 3.608 kN");
    expect(flagWord(finding("energy", {}), KN)).toBeUndefined();
    expect(flagWord({ ...peak, overruled: OWN }, KN)).toBe("highest 3.500 kN, by R. Vale");
  });
  it("say when no zero could be taken", () => {
    expect(findingWords(finding("zero", { noise_newtons: null }), KN)).toBe("Highest reading.");
  });
});

describe("a finding that a person knows better", () => {
  const peak = finding("peak", {});
  const overruling = () => ({ set: vi.fn(), undo: vi.fn() });

  it("is put beside the found one with its reason, as it was typed", async () => {
    serve();
    const spies = overruling();
    renderInLot(<FindingRow finding={peak} unit={KN} overruling={spies} />);
    await userEvent.click(await screen.findByRole("button", { name: "Overrule" }));
    await userEvent.clear(screen.getByLabelText("Value"));
    await userEvent.type(screen.getByLabelText("Value"), "3.5");
    await userEvent.type(screen.getByLabelText("Reason"), "display");
    await userEvent.click(screen.getByRole("button", { name: "Put it beside" }));
    const typed = { text: "3.5", unit: "kN" };
    await waitFor(() => expect(spies.set).toHaveBeenCalledWith(peak, { at_seconds: 20.8, typed, reason: "display" }));
  });
  it("shows both values, who and when, and can be taken back", async () => {
    serve();
    const spies = overruling();
    renderInLot(<FindingRow finding={{ ...peak, overruled: OWN } as Finding} unit={KN} overruling={spies} />);
    expect(await screen.findByText(/3\.608 kN at/)).toHaveClass("line-through");
    expect(screen.getByText(/by R\. Vale/)).toBeInTheDocument();
    await userEvent.click(screen.getByRole("button", { name: "Undo" }));
    expect(spies.undo).toHaveBeenCalled();
  });
});
