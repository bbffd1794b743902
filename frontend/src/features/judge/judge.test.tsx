import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import type { Schemas } from "@/api/client";
import { judgement, pull } from "@/test/data";
import { renderInLot, serve } from "@/test/render";
import { findingWords } from "./findingWords";
import { JudgePanel } from "./JudgePanel";

const POST = "POST /api/pulls/1/judgements";
const panel = (given: Partial<Schemas["Pull"]> = {}) => <JudgePanel pull={pull(given)} item="sewn_loop" onNext={() => undefined} />;

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
        body: { error: { kind: "invalid_input", message: "The cell was at its end, so this peak is a lower bound.", fields: {} } },
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
    extra,
  });
  const text = (n: number) => `${(n / 1000).toFixed(3)} kN`;

  it("say what the sampling can have missed", () => {
    expect(findingWords(finding("peak", { sampling_hertz: 100, missed_newtons: 4 }), text)).toBe(
      "3.608 kN at 20.8 s: highest reading. Sampled at 100 Hz, so at most 0.004 kN was missed.",
    );
  });
  it("say when no zero could be taken", () => {
    expect(findingWords(finding("zero", { noise_newtons: null }), text)).toBe("Highest reading.");
  });
});
