import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { beforeEach, describe, expect, it } from "vitest";
import { claim, lotPage, ask } from "@/test/data";
import { renderInLot, serve } from "@/test/render";
import { changeOf } from "./askChange";
import { ASK, askOf, fieldOf, newClaim, newRequirement } from "./askForm";
import { AskPage } from "./AskPage";

const PATCH = "PATCH /api/lots/7";
beforeEach(() => localStorage.clear());

describe("what a save sends", () => {
  const known = askOf(lotPage());
  it("is nothing where nothing was changed", () => {
    expect(changeOf(known, known)).toEqual({});
  });
  it("is the marking step with a unit of its own, whatever the lot is shown in", () => {
    expect(changeOf({ ...known, display_unit: "N" }, known)).toEqual({ display_unit: "N" });
    expect(changeOf({ ...known, marking_text: "50", marking_unit: "N" }, known)).toEqual({
      terms: { marking_step: { text: "50", unit: "N" } },
    });
    expect(changeOf({ ...known, marking_text: "" }, known)).toEqual({ terms: { marking_step: null } });
  });
  it("is all claims, the known ones by their number, when one is added", () => {
    const added = { ...newClaim("kN", "tension"), text: " 7.5 ", source: "label" };
    const { claims } = changeOf({ ...known, claims: [...known.claims, added] }, known);
    expect(claims?.map((c) => [c.id, c.text, c.unit])).toEqual([
      [31, "7", "kN"],
      [undefined, "7.5", "kN"],
    ]);
  });
  it("is a share with what it is a share of, and a service load with how often", () => {
    const share = { ...newClaim("kN", "tension"), measure: "share", text: "85", of_text: "40", of_unit: "kN" };
    const service = { ...newRequirement("kN"), measure: "service", text: "0.62", count: "20000" };
    const change = changeOf({ ...known, claims: [share], requirements: [service] }, known);
    expect(change.claims?.[0]).toMatchObject({ unit: "%", of_text: "40", of_unit: "kN", factor: null });
    expect(change.requirements?.[0]).toMatchObject({ measure: "service", count: 20000 });
  });
  it("is a share of uncertainty, typed in per cent", () => {
    expect(changeOf({ ...known, shared_percent: "0,5" }, known)).toEqual({
      terms: { shared_uncertainty_share: 0.005 },
    });
  });
});

describe("the form", () => {
  it("refuses what is no number, and a ranking lot without a reference", () => {
    const known = askOf(lotPage());
    const wrong = ASK.safeParse({ ...known, design_factor: "five", relative_only: true });
    expect(wrong.error?.issues.map((issue) => issue.path[0])).toContain("design_factor");
    const ranking = ASK.safeParse({ ...known, relative_only: true });
    expect(ranking.error?.issues[0]?.path).toEqual(["reference_lot_id"]);
  });
  it("knows where the server's faults belong", () => {
    expect(["claims.1", "marking_step", "name"].map(fieldOf)).toEqual(["claims.1.text", "marking_text", "name"]);
  });
});

describe("the screen", () => {
  it("keeps what was typed across a reload, and saves it once with the version that was seen", async () => {
    const sent = serve({ [PATCH]: () => ({ body: lotPage() }) });
    const first = renderInLot(<AskPage />);
    await userEvent.type(await screen.findByLabelText("Made of"), ", 48 mm");
    first.unmount();
    renderInLot(<AskPage />);
    expect(await screen.findByDisplayValue("Webbing, 48 mm")).toBeInTheDocument();
    await userEvent.click(screen.getByRole("button", { name: /Save/ }));
    await waitFor(() => expect(sent[0]?.body).toEqual({ material: "Webbing, 48 mm", version: 3 }));
  });
  it("takes a second claim and shows what the server says about it", async () => {
    const error = { kind: "invalid_input", message: "“x” is no number", fields: { "claims.1": "is no strength" } };
    serve({ [PATCH]: () => ({ status: 422, body: { error } }) });
    renderInLot(<AskPage />);
    await userEvent.click(await screen.findByRole("button", { name: "Another claim" }));
    await userEvent.type(screen.getAllByLabelText("Claimed")[1] as HTMLElement, "0");
    await userEvent.click(screen.getByRole("button", { name: /Save/ }));
    expect(await screen.findByText("is no strength")).toBeInTheDocument();
  });
  it("says which claims differ", async () => {
    serve();
    const sentence = "Two claims differ: 7 kN, and 9 kN.";
    const page = lotPage({
      ask: ask({ claims: [claim(), claim({ id: 32, text: "9" })], claim_conflicts: [sentence] }),
    });
    renderInLot(<AskPage />, { page });
    expect(await screen.findByText(sentence)).toBeInTheDocument();
  });
  it("puts the lot into a cell of its study", async () => {
    const study = {
      id: 5,
      name: "Tucks",
      factors: [
        {
          id: 6,
          name: "Tucks",
          kind: "quantity" as const,
          unit: null,
          levels: [
            { id: 61, name: "3", value: 3 },
            { id: 62, name: "5", value: 5 },
          ],
        },
      ],
    };
    const page = lotPage({ ask: ask({ studies: [study], level_ids: [61] }) });
    const sent = serve({ "PUT /api/lots/7/levels": () => ({ body: page }) });
    renderInLot(<AskPage />, { page });
    await userEvent.click(await screen.findByRole("combobox", { name: "Tucks" }));
    await userEvent.click(await screen.findByRole("option", { name: "5" }));
    await waitFor(() => expect(sent[0]?.body).toEqual({ level_ids: [62] }));
  });
});
