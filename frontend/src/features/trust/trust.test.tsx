import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import type { Schemas } from "@/api/client";
import { renderInLot, serve } from "@/test/render";
import { SigningKeys } from "./SigningKeys";
import { TakeOver } from "./TakeOver";
import { VerificationPage } from "./VerificationPage";

const key = (given: Partial<Schemas["Keys"]["keys"][number]> = {}): Schemas["Keys"]["keys"][number] => ({
  id: 1,
  name: "",
  fingerprint: "ab".repeat(32),
  short: "abab abab abab abab",
  own: true,
  signs: true,
  believed: true,
  sworn: false,
  follows: null,
  created_at: "2026-12-01T08:00:00Z",
  public_key: "PEM",
  person: null,
  reason: "",
  ...given,
});
const part = (kind: string, given: object = {}) => ({
  kind,
  checked: 12,
  left: 0,
  why_left: "",
  breaks: 0,
  first: null,
  waiting: 0,
  sound: true,
  words: "",
  ...given,
});
const verification = (given: Partial<Schemas["Verification"]> = {}): Schemas["Verification"] => ({
  last: {
    at: "2026-12-01T08:00:00Z",
    seconds: 1.5,
    broken: 0,
    parts: [part("rows"), part("documents", { waiting: 3 })],
  },
  wanted: false,
  key: "abab abab abab abab",
  chain_sealed_at: "2026-12-01T08:00:00Z",
  papers_waiting: 1,
  ...given,
});
const said: Schemas["Heard"]["rows"][number] = {
  id: 7,
  what: "judgement",
  words: "pull 1: break, 8.11 kN, specimen",
  by: "Maren",
  at: null,
  why: "nobody vouches",
  takes: true,
  package: "Loop",
  package_id: 1,
  lot_id: 3,
  lot: "Loop",
};

describe("verification", () => {
  it("says that all is sound, how much was looked at, and what waits", async () => {
    serve({
      "GET /api/verification": () => ({ body: verification() }),
      "GET /api/keys": () => ({ body: { keys: [key()] } }),
    });
    renderInLot(<VerificationPage />);
    expect(await screen.findByRole("status")).toHaveTextContent("All of it is what was kept");
    expect(screen.getByText("Every row that a figure follows from")).toBeInTheDocument();
    expect(screen.getByText(/3 still to be drawn/)).toBeInTheDocument();
  });
  it("says what is broken, the first of it in words", async () => {
    const last = { at: "2026-12-01T08:00:00Z", seconds: 2, broken: 1 };
    const parts = [part("rows", { sound: false, breaks: 1, first: "judgements 4 is not what was written" })];
    serve({
      "GET /api/verification": () => ({ body: verification({ last: { ...last, parts } }) }),
      "GET /api/keys": () => ({ body: { keys: [key()] } }),
    });
    renderInLot(<VerificationPage />);
    expect(await screen.findByRole("alert")).toHaveTextContent("1 thing not what was kept");
    expect(screen.getByText(/judgements 4 is not what was written/)).toBeInTheDocument();
  });
  it("that was never done is not called sound", async () => {
    serve({
      "GET /api/verification": () => ({ body: verification({ last: null }) }),
      "GET /api/keys": () => ({ body: { keys: [key()] } }),
    });
    renderInLot(<VerificationPage />);
    expect(await screen.findByText("Not looked at yet")).toBeInTheDocument();
    expect(screen.queryByRole("status")).not.toBeInTheDocument();
  });
});

describe("keys", () => {
  it("of others are believed no longer only with a reason", async () => {
    const other = key({
      id: 2,
      own: false,
      signs: false,
      name: "Weir",
      short: "cdcd cdcd cdcd cdcd",
      reason: "by telephone",
    });
    const sent = serve({
      "GET /api/keys": () => ({ body: { keys: [key(), other] } }),
      "POST /api/keys": () => ({ status: 201, body: { keys: [key()] } }),
    });
    renderInLot(<SigningKeys />, {}, { allowed: ["trustKey"] });
    expect(await screen.findByText(/by no earlier key/)).toBeInTheDocument();
    await userEvent.click(screen.getByRole("button", { name: "Believe it no longer …" }));
    const confirm = screen.getByRole("button", { name: "Believe it no longer" });
    expect(confirm).toBeDisabled();
    await userEvent.type(screen.getByLabelText("Why"), "stolen");
    await userEvent.click(confirm);
    await waitFor(() =>
      expect(sent.at(-1)?.body).toMatchObject({ trusted: false, reason: "stolen", public_key: "PEM" }),
    );
  });
});

describe("taking over", () => {
  it("sends the lines with why, and in whose name it stands is said before", async () => {
    const sent = serve({
      "POST /api/heard/take-over": () => ({ status: 201, body: { rows: [{ id: 7, taken: true, why_not: null }] } }),
    });
    renderInLot(<TakeOver rows={[said]} onClose={() => undefined} />);
    expect(await screen.findByText(/stands in your name from then on/)).toBeInTheDocument();
    await userEvent.type(screen.getByLabelText("Why"), "I saw it");
    await userEvent.click(screen.getByRole("button", { name: "Take over" }));
    await waitFor(() => expect(sent.at(-1)?.body).toEqual({ ids: [7], reason: "I saw it" }));
  });
});
