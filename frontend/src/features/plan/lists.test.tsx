import { fireEvent, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import type { Schemas } from "@/api/client";
import { ask, lotPage } from "@/test/data";
import { specimenRow } from "@/test/plans";
import { renderInLot, serve } from "@/test/render";
import { OrderPart } from "./OrderPart";
import { SpecimensPart } from "./SpecimensPart";

const ID = lotPage().lot.id;
const LIST = [specimenRow(1, { pulls: 1, shown_state: "pulled" }), specimenRow(2), specimenRow(3, { trial: true })];
const guesses = { guesses: [], sealed: 2, scores: [{ person: "Wren", guesses: 3, off: "10 %", tends: "4 % too low" }] };
const answers = (rows: Schemas["SpecimenRow"][] = LIST) => ({
  [`GET /api/lots/${ID}/specimens`]: () => ({ body: rows }),
  [`GET /api/lots/${ID}/guesses`]: () => ({ body: guesses }),
  [`PATCH /api/lots/${ID}/specimens`]: () => ({ body: rows }),
  [`POST /api/lots/${ID}/specimens`]: () => ({ status: 201, body: rows }),
});
const fault = (fields: Record<string, string>) => ({
  status: 422,
  body: { error: { kind: "invalid", message: "needs a reason", fields } },
});

describe("The list of specimens", () => {
  it("says which are pulled, which are trials, and who guesses how well", async () => {
    serve(answers());
    renderInLot(<SpecimensPart />);
    expect(await screen.findByText("3 specimens")).toBeTruthy();
    expect(screen.getByText("1 pulled, 2 planned; 1 of them trials")).toBeTruthy();
    expect(await screen.findByText(/off by 10 % over 3 guesses, 4 % too low/)).toBeTruthy();
    expect(screen.getByText(/2 guesses of others stay sealed/)).toBeTruthy();
  });

  it("is made by a pattern, with a key so that it is made once", async () => {
    const sent = serve(answers([]));
    renderInLot(<SpecimensPart />);
    await userEvent.click(await screen.findByRole("button", { name: "New by a pattern" }));
    fireEvent.change(screen.getByLabelText("How many"), { target: { value: "4" } });
    fireEvent.change(screen.getByLabelText("Pattern of the label"), { target: { value: "HB-{n:2}" } });
    fireEvent.change(screen.getByLabelText("Features of each, with commas"), { target: { value: "end A, end B" } });
    await userEvent.click(screen.getByRole("button", { name: "List them" }));
    await waitFor(() => expect(sent[0]?.body).toEqual({ count: 4, pattern: "HB-{n:2}", features: ["end A", "end B"] }));
    expect(sent[0]?.once).toMatch(/.{8,}/);
  });

  it("changes several alike, and asks for a reason where the server wants one", async () => {
    const sent = serve({ ...answers(), [`PATCH /api/lots/${ID}/specimens`]: () => fault({ reason: "is needed" }) });
    renderInLot(<SpecimensPart />);
    await userEvent.click(await screen.findByRole("checkbox", { name: "Specimen HB-01" }));
    await userEvent.click(screen.getByRole("checkbox", { name: "Specimen HB-02" }));
    await userEvent.click(screen.getByRole("button", { name: "Mark as trials" }));
    expect(await screen.findByLabelText("Reason")).toBeTruthy();
    fireEvent.change(screen.getByLabelText("Reason"), { target: { value: "Tried the jaws" } });
    await userEvent.click(screen.getByRole("button", { name: "Mark as trials" }));
    await waitFor(() => expect(sent.at(-1)?.body).toEqual({ ids: [101, 102], reason: "Tried the jaws", trial: true }));
  });

  it("puts one on the map by its keys, and never outside it", async () => {
    const sent = serve(answers([specimenRow(1, { map_x: 0.99, map_y: 0.5, parent: "Plate 4" })]));
    renderInLot(<SpecimensPart />);
    await userEvent.click(await screen.findByRole("checkbox", { name: "Specimen HB-01" }));
    fireEvent.keyDown(screen.getByRole("application"), { key: "ArrowRight" });
    await waitFor(() => expect(sent[0]?.body).toEqual({ ids: [101], map_x: 1, map_y: 0.5 }));
  });

  it("takes in what a pasted table holds, after it was seen", async () => {
    const table = {
      rows: [{ label: "X-1", side: "top" }],
      columns: { label: "label", side: "Side" },
      passed_over: ["Colour"],
    };
    const sent = serve({
      ...answers([]),
      "POST /api/specimen-tables": () => ({ body: table }),
      [`POST /api/lots/${ID}/specimens/import`]: () => ({ status: 201, body: LIST }),
    });
    renderInLot(<SpecimensPart />);
    await userEvent.click(await screen.findByRole("button", { name: "From a table" }));
    fireEvent.change(screen.getByLabelText("Pasted rows"), { target: { value: "label,Side,Colour\nX-1,top,red" } });
    await userEvent.click(screen.getByRole("button", { name: "Read what is pasted" }));
    expect(await screen.findByText(/Passed over: Colour/)).toBeTruthy();
    await userEvent.click(screen.getByRole("button", { name: "Take in 1 specimen" }));
    await waitFor(() => expect(sent.at(-1)?.body).toEqual({ rows: table.rows }));
  });
});

const order: Schemas["PullOrder"] = {
  id: 1,
  revision: 2,
  seed: 7,
  blocks: 2,
  block_by: "day",
  of_study: false,
  history: [
    { revision: 1, seed: 7, reason: "", person: "Wren", created_at: "2026-11-24T04:00:00Z" },
    { revision: 2, seed: 7, reason: "Soaked longest", person: "Wren", created_at: "2026-11-24T04:00:00Z" },
  ],
  rows: [1, 2, 3].map((n) => ({
    position: n,
    block: n < 3 ? 1 : 2,
    specimen_id: 100 + n,
    label: `HB-0${n}`,
    lot_id: ID,
    lot: "Loop",
    own: true,
  })),
};

describe("The order of pulls", () => {
  it("shows its blocks, its seed and why it was changed", async () => {
    serve({ [`GET /api/lots/${ID}/order`]: () => ({ body: order }) });
    renderInLot(<OrderPart />);
    expect(await screen.findByText("drawn at random, seed 7, 2 blocks by day")).toBeTruthy();
    expect(screen.getByText("day 2")).toBeTruthy();
    expect(screen.getByText(/Soaked longest/)).toBeTruthy();
  });

  it("is drawn with a seed of one's own, in blocks", async () => {
    const sent = serve({
      [`GET /api/lots/${ID}/order`]: () => ({ body: null }),
      [`POST /api/lots/${ID}/order`]: () => ({ status: 201, body: order }),
    });
    renderInLot(<OrderPart />);
    fireEvent.change(await screen.findByLabelText("Blocks"), { target: { value: "2" } });
    fireEvent.change(screen.getByLabelText("Seed"), { target: { value: "7" } });
    await userEvent.click(screen.getByRole("button", { name: "Draw an order" }));
    await waitFor(() =>
      expect(sent[0]?.body).toEqual({ blocks: 2, block_by: "day", seed: 7, of_study: false, reason: "" }),
    );
    expect(await screen.findByText("day 1")).toBeTruthy();
  });

  it("moves a piece with its reason", async () => {
    const sent = serve({
      [`GET /api/lots/${ID}/order`]: () => ({ body: order }),
      [`POST /api/lots/${ID}/order/move`]: () => ({ body: order }),
    });
    renderInLot(<OrderPart />);
    await userEvent.click(await screen.findByRole("button", { name: /HB-03/ }));
    fireEvent.change(screen.getByLabelText("to place, 1 to 3"), { target: { value: "1" } });
    fireEvent.change(screen.getByLabelText("Reason"), { target: { value: "wet" } });
    await userEvent.click(screen.getByRole("button", { name: "Move it" }));
    await waitFor(() => expect(sent[0]?.body).toEqual({ specimen_id: 103, position: 1, reason: "wet" }));
  });

  it("makes lots of the empty cells of a study", async () => {
    const cell = (level: string, lot_id: number | null) => ({
      levels: [level],
      lot_id,
      lot: lot_id ? "Loop" : null,
      planned: lot_id ? 3 : null,
      specimens: 0,
      breaks: 0,
    });
    const factor = { id: 1, name: "Thread", kind: "nominal" as const, unit: null, levels: [] };
    const study = { id: 4, name: "Sewn", factors: [factor], faults: [], cells: [cell("a", ID), cell("b", null)] };
    const sent = serve({
      [`GET /api/lots/${ID}/order`]: () => ({ body: null }),
      "GET /api/studies/4/cells": () => ({ body: study }),
      "POST /api/studies/4/cells": () => ({ status: 201, body: study }),
    });
    const page = lotPage({ ask: ask({ studies: [{ id: 4, name: "Sewn", factors: [factor] }] }) });
    renderInLot(<OrderPart />, { page });
    await userEvent.click(await screen.findByRole("button", { name: "Choose all empty ones" }));
    await userEvent.click(screen.getByRole("button", { name: "Make 1 lot like this one" }));
    await waitFor(() => expect(sent[0]?.body).toMatchObject({ cells: [["b"]], like: ID }));
  });
});
