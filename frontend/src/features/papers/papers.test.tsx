import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import type { Schemas } from "@/api/client";
import { figure } from "@/test/data";
import { renderInLot, serve } from "@/test/render";
import { SignedStatement } from "./SignedStatement";

const signed = (given: Partial<Schemas["SignedStatement"]> = {}): Schemas["SignedStatement"] => ({
  id: 7,
  uid: "01J",
  number: 1,
  sha256: "ab".repeat(32),
  rule_version: "3",
  signatures: [{ person: "Wren Ashdown", meaning: "rated", at: "2026-11-25T08:00:00Z" }],
  reviewed: false,
  superseded_by: null,
  revision: null,
  fewer_reason: "",
  chain_reason: "",
  created_at: "2026-11-25T08:00:00Z",
  minimum: figure(21_000),
  working_load_limit: figure(4200),
  factor_text: "5",
  rated_quantity: "peak",
  relative_in_words: null,
  altered: null,
  withdrawn: null,
  ...given,
});

describe("a signed statement", () => {
  it("shows its figures and who signed", async () => {
    serve();
    renderInLot(<SignedStatement statement={signed()} />);
    expect(await screen.findByText("Wren Ashdown")).toBeInTheDocument();
    expect(screen.getByText("4.2 kN")).toBeVisible();
    expect(screen.queryByRole("alert")).not.toBeInTheDocument();
  });
  it("shows none when it is not what was signed", async () => {
    serve();
    const altered = "Statement 1 is not what was signed: its text has another hash. It is not given out";
    renderInLot(<SignedStatement statement={signed({ altered, minimum: null, working_load_limit: null })} />);
    expect(await screen.findByRole("alert")).toHaveTextContent(/not what was signed.*Restore a backup/);
    expect(screen.queryByText(/kN/)).not.toBeInTheDocument();
    expect(screen.queryByRole("button", { name: "Countersign as reviewed" })).not.toBeInTheDocument();
    expect(screen.queryByText("waits for its review")).not.toBeInTheDocument();
  });
  it("says in figures what computing again changes", async () => {
    const differences = [{ figure: "minimum", signed: "21.0 kN", now: "20.9 kN" }];
    serve({
      "GET /api/statements/7/recheck": () => ({
        body: { same_rules: true, rule_version: "3", present_rule_version: "3", intact: false, differences },
      }),
    });
    renderInLot(<SignedStatement statement={signed()} />);
    await userEvent.click(await screen.findByRole("button", { name: "Compute again" }));
    await waitFor(() => expect(screen.getByText(/minimum: signed 21.0 kN, now 20.9 kN/)).toBeInTheDocument());
  });
});
