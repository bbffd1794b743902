import { screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { Schemas } from "@/api/client";
import { figure } from "@/test/data";
import { renderInLot, serve } from "@/test/render";
import { FindingRow } from "./FindingRow";

const KN = { symbol: "kN", factor: 1000 };
type Finding = Schemas["Finding"];
const OWN = {
  at_seconds: 20.1,
  value_si: 3500,
  figure: figure(3500, 3),
  reason: "",
  person: "R. Vale",
  created_at: "2031-03-14T10:00:00Z",
};
const PEAK = {
  kind: "peak",
  ordinal: 0,
  at_seconds: 20.8,
  until_seconds: null,
  value_si: 3608,
  reason: "highest reading",
  confidence: "sure",
  doubt: null,
  figure: figure(3608, 3),
  overruled: null,
  extra: {},
};

describe("a finding that is not sure", () => {
  const row = (given: object) => {
    serve();
    const finding = { ...PEAK, ...given } as unknown as Finding;
    renderInLot(<FindingRow finding={finding} unit={KN} overruling={{ set: vi.fn(), undo: vi.fn() }} />);
  };

  it("says what to look at", async () => {
    row({ confidence: "look", doubt: "a lower bound" });
    expect(await screen.findByText("a lower bound")).toHaveTextContent("look");
  });
  it("says nothing more where a person has overruled it", async () => {
    row({ confidence: "look", doubt: "a lower bound", overruled: OWN });
    expect(await screen.findByText(/by R\. Vale/)).toBeInTheDocument();
    expect(screen.queryByText("a lower bound")).not.toBeInTheDocument();
  });
  it("says nothing where it is sure", async () => {
    row({});
    expect(await screen.findByText(/highest reading/i)).toBeInTheDocument();
    expect(screen.queryByText("look")).not.toBeInTheDocument();
  });
});
