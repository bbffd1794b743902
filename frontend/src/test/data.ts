import type { Schemas } from "@/api/client";
import { pullRow } from "./pulls";
import { UNITS } from "./tables";

/** A figure of so many newtons, as the core would state it with so many decimals of a kilonewton. */
export function figure(newtons: number, decimals = 1): Schemas["Figure"] {
  const text = (newtons / 1000).toFixed(decimals);
  const others = { N: newtons.toFixed(0), lbf: Math.floor(newtons / UNITS.lbf).toFixed(0) };
  return { text, unit: "kN", value_si: newtons, texts: { kN: text, ...others } };
}

const lot: Schemas["Lot"] = {
  id: 7,
  uid: "01JLOT",
  job_id: 1,
  name: "Loop",
  item_type: "sewn_loop",
  measurand: "force",
  display_unit: "kN",
  material: "Webbing",
  maker: "",
  differs_from_use: "New and dry.",
  direction: "tension",
  configuration: "straight",
  item_condition: "new",
  setup_class: "in-house",
  rated_parts: ["specimen"],
  specimens_planned: 4,
  relative_only: false,
  reference_lot_id: null,
  version: 3,
};

export const claim = (given: Partial<Schemas["Claim"]> = {}): Schemas["Claim"] => ({
  id: 31,
  text: "7",
  unit: "kN",
  measure: "strength",
  kind: "minimum",
  factor: null,
  of_text: null,
  of_unit: null,
  every_piece: false,
  source: "leaflet",
  direction: "tension",
  measurand: "force",
  ...given,
});

export const ask = (given: Partial<Schemas["Ask"]> = {}): Schemas["Ask"] => ({
  claims: [claim()],
  claim_conflicts: [],
  requirements: [],
  terms: {
    revision: 1,
    rated_quantity: "peak",
    coverage_share: 0.95,
    confidence_share: 0.95,
    design_factor: 5,
    design_factor_key: null,
    marking_step: { text: "0.05", unit: "kN" },
    school: null,
    preloaded: "count",
    shared_uncertainty_share: 0.01,
    shared_uncertainty_source: "certificate",
    person: "Wren Ashdown",
    created_at: "2026-11-24T04:00:00Z",
  },
  studies: [],
  level_ids: [],
  ...given,
});

/** A lot page with one judged and one waiting pull; parts may be given. */
export function lotPage(given: Partial<Schemas["LotPage"]> = {}): Schemas["LotPage"] {
  return {
    lot,
    job: { id: 1, customer: "Brindle Works", title: "Loops", purpose: "rating" },
    ask: ask(),
    summary: summary(),
    pulls: [pullRow(1, 8100), pullRow(2, 8400)],
    statements: [],
    heard: 0,
    specimens: [],
    loads: [],
    siblings: [],
    check: { line: "no cell chosen", state: "none" },
    comparison: { others: 1, conclusions: 0 },
    found: [],
    prepare: { line: "no pieces listed", state: "none" },
    limits: [],
    plan: { line: "not planned yet", state: "none", revision: 0, next: null },
    ...given,
  };
}

const mark = (id: number, counts_as: "break" | "at_least", newtons: number): Schemas["Mark"] => ({
  pull_id: id,
  number: id,
  state: "counted",
  counts_as,
  value_si: newtons,
  upper_si: null,
  preloaded: false,
  figure: figure(newtons, 2),
});

export function summary(given: Partial<Schemas["Summary"]> = {}): Schemas["Summary"] {
  return {
    next_step: "judge",
    waits: true,
    computing: false,
    planned: 4,
    pulled: 2,
    judged: 1,
    incomplete: 0,
    counts_in_words: "1 break",
    demonstration: false,
    relative_only: false,
    marks: [mark(1, "break", 8100), mark(2, "at_least", 8400)],
    claims: [{ figure: figure(7000, 2), measure: "strength", strength: figure(7000, 2) }],
    requirements: [],
    minimum: null,
    minimum_upper_si: null,
    working_load_limit: null,
    limit_refusal: null,
    factor_text: "5",
    factor_made: null,
    school: null,
    verdict: null,
    verdict_reason: null,
    recommended_reason: "One break gives no minimum.",
    relative_in_words: null,
    signed_number: null,
    signed_current: false,
    reviewed: false,
    last_change_seconds: null,
    ...given,
  };
}

export * from "./pulls";
export * from "./ratings";
export * from "./tables";
