import type { Schemas } from "@/api/client";
import { figure } from "./data";

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
    altered: [],
    each: { minutes: 7, cost: null, in_words: "7 min a pull, learned from 9 pulls like these" },
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
