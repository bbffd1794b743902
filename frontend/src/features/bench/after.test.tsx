import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import type { Schemas } from "@/api/client";
import { benchOfLot, run } from "@/test/bench";
import { pull } from "@/test/pulls";
import { renderInLot, serve } from "@/test/render";
import { AfterRun } from "./AfterRun";
import { alignedWords } from "./Clip";
import { Driver } from "./Driver";
import { Measure } from "./Measure";
import { Quarantine } from "./Quarantine";
import { toAftermath } from "./Told";
import { pitch } from "./useTone";
import { WhatFailed } from "./WhatFailed";

const quarantine = (given: Partial<Schemas["Quarantine"]> = {}): Schemas["Quarantine"] => ({
  id: 3,
  lot_id: 7,
  lot: "Hangers",
  run_id: 4,
  piece: "PH-01",
  found: "not sound: cracks",
  created_at: "2026-11-26T08:00:00Z",
  holding: true,
  disposition: "undecided",
  entries: [],
  ...given,
});

describe("figures read by hand", () => {
  const figures = [
    { name: "Span", unit: "mm" },
    { name: "Side outward", unit: "words" },
  ];
  it("are kept together, each with its unit, once all of them are there", async () => {
    const sent = serve({ "POST /api/runs/4/commands": () => ({ body: { done: true } }) });
    renderInLot(<Measure figures={figures} run={run()} />);
    await userEvent.type(await screen.findByLabelText("Span"), "400");
    expect(screen.getByRole("button", { name: /Keep them/ })).toBeDisabled();
    await userEvent.type(screen.getByLabelText("Side outward"), "bark{Enter}");
    await waitFor(() =>
      expect(sent[0]?.body).toEqual({
        command: "measured",
        given: { figures: { Span: { text: "400", unit: "mm" }, "Side outward": { text: "bark", unit: "words" } } },
      }),
    );
  });
});

describe("who drives", () => {
  it("may not be taken from whoever is there, and may when it is offered or lapsed", async () => {
    serve();
    const { unmount } = renderInLot(<Driver run={run({ driver: "Odo Fenwick", driver_id: 99 })} />);
    expect(await screen.findByText(/Odo Fenwick runs this pull; you watch/)).toBeInTheDocument();
    expect(screen.queryByRole("button", { name: /Take it over/ })).toBeNull();
    unmount();
    const sent = serve({ "POST /api/runs/4/take": () => ({ body: run() }) });
    renderInLot(<Driver run={run({ driver: "Odo Fenwick", driver_id: 99, lapsed: true })} />);
    await userEvent.click(await screen.findByRole("button", { name: /Take it over/ }));
    await waitFor(() => expect(sent[0]?.path).toBe("/api/runs/4/take"));
  });
});

describe("after a pull", () => {
  it("says why a proof was not passed, before anything else", async () => {
    serve();
    const failed = run({
      state: "finished",
      proof_passed: false,
      ended: "stopped",
      quarantine_id: 3,
      outcomes: [{ does: "inspect", state: "failed", words: "not sound: cracks" }],
    });
    renderInLot(<AfterRun data={benchOfLot({ quarantines: [quarantine()] })} run={failed} />);
    expect(await screen.findByText("The proof is not passed")).toBeInTheDocument();
    expect(screen.getByText("PH-01 is in quarantine")).toBeInTheDocument();
  });
  it("shows what was worked out with its unit and its formula", async () => {
    serve();
    const drop = { name: "Energy", value: 98.0665, quantity: "energy", by: "E = m·g·h" };
    renderInLot(<AfterRun data={benchOfLot()} run={run({ state: "finished", ended: "finished", results: [drop] })} />);
    expect(await screen.findByText("98.1 J")).toBeInTheDocument();
    expect(screen.getByText("E = m·g·h")).toBeInTheDocument();
  });
  it("counts as what is proposed for what failed, by two keys", async () => {
    const proposal = [{ failed_part: "specimen" as const, counts_as: "break" as const, reason: "it failed" }];
    const sent = serve({ "POST /api/pulls/11/judgements": () => ({ body: pull({ id: 11 }) }) });
    renderInLot(<WhatFailed pull={pull({ id: 11, proposal, judgement: null })} />);
    expect(await screen.findByRole("button", { name: /Say what failed/ })).toBeDisabled();
    await userEvent.keyboard("1");
    expect(await screen.findByRole("button", { name: /Count as break/ })).toBeEnabled();
    await userEvent.keyboard("c");
    await waitFor(() => expect(sent[0]?.body).toMatchObject({ counts_as: "break", failed_part: "specimen" }));
  });
});

describe("a piece in quarantine", () => {
  it("is decided by somebody with a name and a cause, and frees its siblings only then", async () => {
    const sent = serve({ "POST /api/quarantines/3/decisions": () => ({ status: 201, body: quarantine() }) });
    renderInLot(<Quarantine row={quarantine()} />);
    const button = await screen.findByRole("button", { name: /Note what was found/ });
    expect(button).toBeDisabled();
    await userEvent.type(screen.getByLabelText("Inspected by"), "Isolde Farrow");
    await userEvent.type(screen.getByLabelText("Why it failed"), "a cold weld");
    await userEvent.click(button);
    await waitFor(() =>
      expect(sent[0]?.body).toEqual({
        inspector: "Isolde Farrow",
        cause: "a cold weld",
        disposition: "undecided",
        siblings_held: true,
      }),
    );
  });
  it("that was scrapped is decided no more", async () => {
    serve();
    renderInLot(<Quarantine row={quarantine({ disposition: "scrapped", holding: false })} />);
    expect(await screen.findByText(/Its siblings may be pulled/)).toBeInTheDocument();
    expect(screen.queryByLabelText("Inspected by")).toBeNull();
  });
});

describe("words after a pull", () => {
  it("say where a clip lies on the curve", () => {
    expect(alignedWords(null, 5)).toMatch(/tap/);
    expect(alignedWords(2, 5)).toMatch(/^begins 3.* into the curve/);
    expect(alignedWords(8, 5)).toMatch(/before the curve/);
  });
  it("take what was freed as stuck, and nothing for nothing", () => {
    const nothing = { heat: "", expected: "", stuck: "", freed: "", usable: "", next: "", minutes: "", words: "" };
    expect(toAftermath(nothing)).toMatchObject({ heat: null, stuck: null, minutes: null, as_expected: null });
    expect(toAftermath({ ...nothing, freed: "by hand", minutes: "12" })).toMatchObject({ stuck: true, minutes: 12 });
  });
  it("the tone rises by two octaves and no higher", () => {
    expect(pitch(1) / pitch(0)).toBeCloseTo(4);
    expect(pitch(3)).toBe(pitch(1));
  });
});
