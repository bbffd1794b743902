import type { Schemas } from "@/api/client";

const lot: Schemas["Lot"] = {
  id: 7,
  job_id: 1,
  name: "Loop",
  item_type: "sewn_loop",
  display_unit: "kN",
  material: "Webbing",
  maker: "",
  differs_from_use: "New and dry.",
  direction: "tension",
  configuration: "straight",
  item_condition: "new",
  setup_class: "in-house",
  specimens_planned: 4,
  claim_newtons: 7000,
  claim_measure: "strength",
  claim_kind: "minimum",
  claim_factor: null,
  claim_every_piece: false,
  claim_source: null,
  requirement_newtons: null,
  requirement_measure: null,
  requirement_source: null,
  factor_low: null,
  factor_high: null,
  coverage_share: 0.95,
  confidence_share: 0.95,
  design_factor: 5,
  design_factor_key: null,
  marking_step: null,
  school: null,
  shared_uncertainty_share: 0,
  shared_uncertainty_source: null,
  version: 3,
  created_at: "2026-11-24T04:00:00Z",
};

/** A lot page with one judged and one waiting pull; parts may be given. */
export function lotPage(given: Partial<Schemas["LotPage"]> = {}): Schemas["LotPage"] {
  return {
    lot: lot,
    job: { id: 1, customer: "Brindle Works", title: "Loops", purpose: "rating", created_at: "2026-11-24T04:00:00Z" },
    summary: summary(),
    pulls: [pullRow(1, 8100), pullRow(2, 8400)],
    ratings: [],
    specimens: [],
    siblings: [],
    ...given,
  };
}

export function summary(given: Partial<Schemas["Summary"]> = {}): Schemas["Summary"] {
  return {
    next_step: "judge",
    waits: true,
    planned: 4,
    pulled: 2,
    judged: 1,
    counts_in_words: "1 break",
    marks: [
      { pull_id: 1, number: 1, counts_as: "break", force_newtons: 8100, upper_newtons: null },
      { pull_id: 2, number: 2, counts_as: "at_least", force_newtons: 8400, upper_newtons: null },
    ],
    minimum: null,
    minimum_upper_newtons: null,
    working_load_limit: null,
    factor: 5,
    school: null,
    claim: { newtons: 7000, measure: "strength" },
    claim_strength_newtons: 7000,
    requirement: null,
    verdict: null,
    verdict_because: null,
    recommended_because: "One break gives no minimum.",
    signed_number: null,
    signed_current: false,
    last_change_seconds: null,
    ...given,
  };
}

export function pullRow(id: number, peak: number): Schemas["PullRow"] {
  return {
    id,
    number: id,
    specimen: id,
    feature: "end A",
    origin: "typed",
    peak_newtons: peak,
    peak_is_lower_bound: false,
    resolution_newtons: 10,
    preload_newtons: null,
    preloaded: false,
    typed_text: String(peak / 1000),
    typed_unit: "kN",
    pulled_at: "2026-11-24T04:00:00Z",
    curve_id: null,
    note: "",
    judgement: null,
  };
}

export function pull(given: Partial<Schemas["Pull"]> = {}): Schemas["Pull"] {
  return { ...pullRow(1, 8100), lot_id: 7, person: "Wren Ashdown", curve: null, history: [], ...given };
}

export function judgement(counts_as: Schemas["Judgement"]["counts_as"], reason = ""): Schemas["Judgement"] {
  return {
    counts_as,
    force_newtons: null,
    upper_newtons: null,
    failed_part: null,
    zone: null,
    mode: null,
    reason,
    person_id: 1,
    person: "Wren Ashdown",
    created_at: "2026-11-24T04:10:00Z",
  };
}

const school = (key: string, name: string, given: Partial<Schemas["School"]>): Schemas["School"] => ({
  key,
  name,
  minimum: true,
  newtons: null,
  upper_newtons: null,
  stated: null,
  in_words: null,
  refusal: null,
  assumption: "Strengths are normally distributed.",
  weakness: "One odd break widens it.",
  working: {},
  ...given,
});

export function rating(given: Partial<Schemas["Rating"]> = {}): Schemas["Rating"] {
  return {
    rule_version: "1",
    unit: "kN",
    coverage: 0.95,
    confidence: 0.95,
    counts: { break: 6, at_least: 0, at_most: 0, between: 0, void: 0, in_words: "6 break" },
    description: null,
    schools: [
      school("lowest", "Lowest", {
        newtons: 22800,
        stated: "22.8",
        in_words: "With 6: 26 % confidence that 95 % are stronger",
      }),
      school("average", "Average", { minimum: false, newtons: 23600, stated: "23.6", in_words: "Not a minimum." }),
      school("tolerance_normal", "Tolerance bound, normal", {
        newtons: 21085,
        upper_newtons: 23006,
        stated: "21.0",
        in_words: "k = 3.708 at 6 breaks",
      }),
      school("distribution_free", "Distribution-free", { refusal: "needs 59 breaks, has 6" }),
    ],
    recommended: "tolerance_normal",
    recommended_because: "Every value is a break.",
    chosen: "tolerance_normal",
    minimum: { text: "21.0", unit: "kN", newtons: 21000 },
    factor: 5,
    factor_source: "chosen for this lot",
    working_load_limit: { text: "4.2", unit: "kN", newtons: 4200 },
    verdict: null,
    margins: null,
    remarks: [],
    stops: [
      { factor: 4, text: "5.2", newtons: 5200 },
      { factor: 5, text: "4.2", newtons: 4200 },
      { factor: 6, text: "3.5", newtons: 3500 },
    ],
    aids: [],
    plot: [],
    next_breaks: [],
    ways: null,
    in_use: [],
    ...given,
  };
}

export const session: Schemas["Session"] = {
  version: "0.1.0",
  people: [{ id: 1, name: "Wren Ashdown", role: "technician" }],
  units: [{ symbol: "kN", newtons: 1000 }],
  reader_units: [
    { symbol: "kN", quantity: "force" },
    { symbol: "s", quantity: "time" },
  ],
  item_types: [
    {
      key: "sewn_loop",
      name: "Sewn webbing loop",
      features: ["end A", "end B"],
      zones: [
        { key: "pin", name: "Connector pin" },
        { key: "stitching", name: "Stitching" },
      ],
    },
  ],
  design_factors: [],
  schools: [],
  failed_parts: ["specimen", "connector"],
  modes: ["clean", "torn"],
};
