import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import type { Schemas } from "@/api/client";
import { lotPage } from "@/test/data";
import { acceptance, acceptanceRow } from "@/test/acceptance";
import { renderInLot, serve } from "@/test/render";
import { AcceptancePart } from "./AcceptancePart";

const ID = lotPage().lot.id;

describe("The acceptance plan", () => {
  const served = (found: Schemas["Acceptance"] = acceptance()) => ({
    [`GET /api/lots/${ID}/acceptance`]: () => ({ body: found }),
    [`POST /api/lots/${ID}/acceptance`]: () => ({ status: 201, body: found }),
    [`POST /api/lots/${ID}/test-results`]: () => ({ status: 201, body: found }),
    "POST /api/test-results/61/withdraw": () => ({ body: found }),
    "GET /api/acceptance-templates": () => ({ body: [] }),
  });

  it("says what is missing, and takes a figure with its unit, once", async () => {
    const sent = serve(served());
    renderInLot(<AcceptancePart />);
    expect(await screen.findByText("Missing: proof pull (1).")).toBeTruthy();
    expect(screen.getByText("1 of 2")).toBeTruthy();
    await userEvent.click(screen.getByRole("button", { name: "Note a result" }));
    expect(screen.queryByRole("button", { name: "Passed by eye" })).toBeNull();
    fireEvent.change(screen.getByLabelText("force held"), { target: { value: "3.9" } });
    await userEvent.click(screen.getByRole("button", { name: "Keep it" }));
    await waitFor(() =>
      expect(sent[0]?.body).toMatchObject({ test_key: "K1", typed: { text: "3.9", unit: "kN" }, accepted: null }),
    );
    expect(sent[0]?.once).toMatch(/.{8,}/);
  });

  it("passes by eye only where nothing needs to be measured", async () => {
    const row = acceptanceRow({ kind: "inspected", unit: "mm", quantity: "opening", results: [] });
    const sent = serve(served(acceptance({ rows: [row] })));
    renderInLot(<AcceptancePart />);
    await userEvent.click(await screen.findByRole("button", { name: "Note a result" }));
    await userEvent.click(screen.getByRole("button", { name: "Passed by eye" }));
    await waitFor(() => expect(sent[0]?.body).toMatchObject({ typed: null, accepted: true }));
  });

  it("withdraws a result with a reason", async () => {
    const sent = serve(served());
    renderInLot(<AcceptancePart />);
    await userEvent.click(await screen.findByRole("button", { name: "Withdraw" }));
    fireEvent.change(screen.getByLabelText("Why"), { target: { value: "other piece" } });
    await userEvent.click(screen.getByRole("button", { name: "Withdraw it" }));
    await waitFor(() => expect(sent[0]?.body).toEqual({ reason: "other piece" }));
  });

  it("is changed over the revision that was seen, its dimensions as they were typed", async () => {
    const sent = serve(served());
    renderInLot(<AcceptancePart />);
    await userEvent.click(await screen.findByRole("button", { name: "Change the plan" }));
    const dialog = await screen.findByRole("dialog");
    expect(within(dialog).getByText(/N = 2.5 kN/)).toBeTruthy();
    fireEvent.change(within(dialog).getByLabelText("How many"), { target: { value: "5" } });
    await userEvent.click(within(dialog).getByRole("button", { name: "Keep the plan" }));
    await waitFor(() =>
      expect(sent[0]?.body).toMatchObject({
        revision: 2,
        dimensions: { N: { text: "2.5", unit: "kN" } },
        tests: [{ name: "proof pull", count: 5, limit: "1.5*N" }],
      }),
    );
  });
});
