import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import type { Schemas } from "@/api/client";
import { renderInLot, serve } from "@/test/render";
import { CalendarKey } from "./CalendarKey";
import { NewRule } from "./NewRule";
import { RecordSheet } from "./RecordSheet";
import { UpkeepPage } from "./UpkeepPage";

const rule = (given: Partial<Schemas["UpkeepRow"]> = {}): Schemas["UpkeepRow"] => ({
  id: 1,
  subject: "other",
  subject_id: null,
  name: "Shop hoist",
  what: "Thorough examination",
  state: "due",
  words: "overdue since 10 January 2026",
  due_on: "2026-01-10",
  months: 12,
  uses: null,
  used: 0,
  after_overload: false,
  retires: false,
  source: "(v)",
  since: "2025-01-10",
  records: [],
  ...given,
});

const upkeep: Schemas["Upkeep"] = {
  rules: [
    rule(),
    rule({
      id: 2,
      name: "Line jaw",
      what: "Crack test",
      state: "ok",
      words: "494 of 500 uses left",
      months: null,
      uses: 500,
      used: 6,
    }),
  ],
  templates: [{ key: "examination", what: "Thorough examination", months: 12, source: "ILO", check: true }],
  things: [{ subject: "gear", id: 7, name: "Line jaw" }],
};

describe("what must be examined", () => {
  it("stands with when it is due, and how often", async () => {
    serve({ "GET /api/upkeep": () => ({ body: upkeep }) });
    renderInLot(<UpkeepPage />);
    expect(await screen.findByText("overdue since 10 January 2026")).toBeInTheDocument();
    expect(screen.getByText(/every 500 pulls, 6 so far/)).toBeInTheDocument();
    expect(screen.getByText("2 rules, 1 due")).toBeInTheDocument();
  });
  it("is entered with what was found", async () => {
    const sent = serve({ "POST /api/upkeep/1/records": () => ({ status: 201, body: upkeep }) });
    renderInLot(<RecordSheet rule={rule()} onClose={() => undefined} />);
    await userEvent.click(await screen.findByRole("radio", { name: "failed" }));
    await userEvent.type(screen.getByLabelText("What was found"), "hook cracked");
    await userEvent.click(screen.getByRole("button", { name: "Keep" }));
    await waitFor(() => expect(sent[0]?.body).toMatchObject({ result: "failed", words: "hook cracked" }));
  });
  it("begins with a rule that is shipped, marked to be checked", async () => {
    const sent = serve({ "POST /api/upkeep": () => ({ status: 201, body: upkeep }) });
    renderInLot(<NewRule upkeep={upkeep} onClose={() => undefined} />);
    await userEvent.click(await screen.findByLabelText("Begin with"));
    await userEvent.click(await screen.findByRole("option", { name: /Thorough examination/ }));
    await userEvent.type(screen.getByLabelText("Its name"), "Hoist");
    await userEvent.click(screen.getByRole("button", { name: "Keep the rule" }));
    await waitFor(() =>
      expect(sent[0]?.body).toMatchObject({
        subject: "other",
        name: "Hoist",
        what: "Thorough examination",
        months: 12,
        source: "ILO (v)",
      }),
    );
  });
  it("goes into a calendar by an address that is shown once", async () => {
    const sent = serve({
      "POST /api/tokens": () => ({
        status: 201,
        body: { id: 1, name: "calendar", scope: "calendar", created_at: "", revoked_at: null, key: "anvil_x" },
      }),
    });
    renderInLot(<CalendarKey />);
    await userEvent.click(await screen.findByRole("button", { name: "Make the address" }));
    expect(await screen.findByText(/calendar\.ics\?key=anvil_x/)).toBeInTheDocument();
    expect(sent[0]?.body).toEqual({ name: "calendar", scope: "calendar" });
  });
});
