import type { Schemas } from "@/api/client";

type Test = Schemas["AcceptanceRow"];
export const acceptanceRow = (given: Partial<Test> = {}): Test => ({
  key: "K1",
  name: "proof pull",
  kind: "measured",
  count: 2,
  quantity: "force held",
  unit: "kN",
  sense: "at_least",
  limit: "1.5*N",
  where: [],
  note: "",
  limit_text: "≥ 3.75 kN",
  done: 1,
  passed: 1,
  failed: 0,
  missing: 1,
  repeat: 0,
  state: "missing",
  results: [
    {
      id: 61,
      specimen: "HB-01",
      text: "3.9",
      unit: "kN",
      broke_at: null,
      accepted: null,
      note: "",
      person: "Wren Ashdown",
      created_at: "2026-11-24T04:00:00Z",
      passed: true,
      reason: null,
    },
  ],
  ...given,
});

export const acceptance = (given: Partial<Schemas["Acceptance"]> = {}): Schemas["Acceptance"] => ({
  plan: {
    revision: 2,
    name: "Field test",
    source: "House",
    repeats: 0,
    created_at: "2026-11-24T04:00:00Z",
    dimensions: { N: { text: "2.5", unit: "kN" } },
    person: "Wren Ashdown",
  },
  detection: { hits: 0, misses: 0, false_calls: 0, cleared: 0, sentence: "No piece has both." },
  verdicts: [],
  verdict: "missing",
  sentence: "Missing: proof pull (1).",
  rows: [acceptanceRow()],
  ...given,
});
