import type { Schemas } from "@/api/client";

const UNITS = { kN: 1000, N: 1, lbf: 4.4482216152605 };

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
    shared_uncertainty_source: null,
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
    specimens: [],
    loads: [],
    siblings: [],
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

const measurement = (newtons: number): Schemas["Measurement"] => ({
  id: 61,
  quantity: "peak",
  value_si: newtons,
  figure: figure(newtons, 2),
  lower_bound_cause: null,
  source: "display",
  text: String(newtons / 1000),
  unit: "kN",
  reason: "as the display showed it",
});

export function pullRow(id: number, newtons: number): Schemas["PullRow"] {
  return {
    id,
    uid: `01JPULL${id}`,
    number: id,
    specimen: id,
    feature: "end A",
    origin: "display",
    pulled_at: "2026-11-24T04:00:00Z",
    note: "",
    recording_id: null,
    state: "unjudged",
    state_reason: null,
    measurement: measurement(newtons),
    preload: null,
    preload_source: null,
    preloaded: false,
    judgement: null,
  };
}

export function pull(given: Partial<Schemas["Pull"]> = {}): Schemas["Pull"] {
  return {
    ...pullRow(1, 8100),
    lot_id: 7,
    person: "Wren Ashdown",
    proposal: [
      { failed_part: null, counts_as: "break", reason: "the specimen failed" },
      { failed_part: "connector", counts_as: "at_least", reason: "the connector failed" },
    ],
    recording: null,
    measurements: [],
    history: [],
    ...given,
  };
}

type Kind = Schemas["Judgement"]["counts_as"];

export function judgement(counts_as: Kind, given: Partial<Schemas["Judgement"]> = {}): Schemas["Judgement"] {
  return {
    id: 81,
    counts_as,
    value_si: 8100,
    upper_si: null,
    stated_text: null,
    stated_unit: null,
    failed_part: null,
    zone: null,
    mode: null,
    reason: "",
    complete: true,
    created_at: "2026-11-24T04:10:00Z",
    person: "Wren Ashdown",
    figure: figure(8100, 2),
    upper: null,
    outdated: false,
    ...given,
  };
}

type SchoolRow = Schemas["SchoolRow"];

const school = (key: SchoolRow["key"], name: string, given: Partial<SchoolRow>): SchoolRow => ({
  key,
  name,
  minimum: true,
  value_si: null,
  upper_si: null,
  stated: null,
  in_words: null,
  refusal: null,
  assumption: "Strengths are normally distributed.",
  weakness: "One odd break widens it.",
  working: {},
  ...given,
});

export function statement(given: Partial<Schemas["Statement"]> = {}): Schemas["Statement"] {
  return {
    rule_version: "3",
    measurand: "force",
    rated_quantity: "peak",
    unit: "kN",
    coverage: 0.95,
    confidence: 0.95,
    factor: 5,
    factor_text: "5",
    factor_source: "chosen for this lot",
    counts: { break: 6, at_least: 0, in_words: "6 break" },
    description: null,
    schools: SCHOOLS,
    recommended: "tolerance_normal",
    recommended_reason: "Every value is a break.",
    chosen: "tolerance_normal",
    minimum: figure(21000),
    working_load_limit: figure(4200),
    limit_refusal: null,
    factor_made: "5.00",
    preloaded: null,
    relative: null,
    verdicts: [],
    margins: [],
    claim_conflicts: [],
    remarks: [],
    sample_tests: [],
    plot: [],
    next_breaks: [],
    failure_modes: null,
    in_use: [],
    ...given,
  };
}

const SCHOOLS = [
  school("lowest", "Lowest", {
    value_si: 22800,
    stated: figure(22800),
    in_words: "With 6: 26 % confidence that 95 % are stronger",
  }),
  school("average", "Average", { minimum: false, value_si: 23600, stated: figure(23600), in_words: "Not a minimum." }),
  school("tolerance_normal", "Tolerance bound, normal", {
    value_si: 21085,
    upper_si: 23006,
    stated: figure(21000),
    in_words: "k = 3.708 at 6 breaks",
  }),
  school("distribution_free", "Distribution-free", { refusal: "needs 59 breaks, has 6" }),
];

export function rating(
  given: Partial<Schemas["Statement"]> = {},
  around: Partial<Schemas["Rating"]> = {},
): Schemas["Rating"] {
  return {
    statement: statement(given),
    sha256: "6245afbf",
    computing: false,
    failure: null,
    stops: [
      { factor: 4, text: "4", limit: figure(5200) },
      { factor: 5, text: "5", limit: figure(4200) },
      { factor: 6, text: "6", limit: figure(3500) },
    ],
    obstacles: [],
    fewer: false,
    supersedes: null,
    incomplete: 0,
    unjudged: 0,
    ...around,
  };
}

const WORK = [
  "judgePull undoJudgement correctReading recordPeak recordReadings importRecording changeLot recordLoad signStatement",
  "borrowScatter overruleFinding countersignStatement createJob addItemType addDesignFactor addProofRule addPerson",
  "checkLibraryRow retireLibraryRow issueToken",
];

export const session: Schemas["Session"] = {
  version: "0.3.0",
  person: { id: 1, name: "Wren Ashdown", roles: ["technician"] },
  csrf: "token",
  allowed: WORK.join(" ").split(" "),
  people_exist: true,
  demo: [],
};

export const forces: Schemas["Measurand"] = {
  key: "force",
  name: "Force",
  strength: "Minimum breaking strength",
  limit: "Working load limit",
  load: "Working load",
  units: Object.entries(UNITS).map(([symbol, factor]) => ({ symbol, factor })),
  channels: ["force"],
};

const torques: Schemas["Measurand"] = {
  ...forces,
  key: "torque",
  name: "Torque",
  units: [{ symbol: "N·m", factor: 1 }],
  channels: ["torque"],
};

export const catalogue: Schemas["Catalogue"] = {
  measurands: [forces, torques],
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
        { key: "pin", name: "Connector pin", x: 20, y: 48 },
        { key: "stitching", name: "Stitching", x: 140, y: 48 },
      ],
      parts: [{ part: "bar", x: 40, y: 40, w: 180, h: 12 }],
      loads_shared: true,
      inspection_points: [],
      id: null,
      picture_id: null,
      added_by: null,
      retired: false,
    },
  ],
  design_factors: [],
  proof_rules: [],
  schools: [],
  failed_parts: ["specimen", "connector"],
  modes: ["clean", "torn"],
  rated_quantities: [
    { key: "peak", name: "Peak", measurands: ["force", "torque"] },
    { key: "first_failure", name: "First failure", measurands: ["force"] },
  ],
};
