import type { Schemas } from "@/api/client";
import { figure } from "./data";

type Study = Schemas["ComparisonStudy"];

const group = (key: number, name: string, at: number, given: Partial<Schemas["ComparedGroup"]> = {}) => ({
  key,
  name,
  subject: key === 7,
  counts_in_words: "3 break",
  levels: {},
  centre: figure(at),
  low_si: at - 200,
  high_si: at + 200,
  low: figure(at - 200),
  high: figure(at + 200),
  marks: [at - 100, at, at + 100].map((value_si, i) => ({
    counts_as: "break",
    value_si,
    upper_si: null,
    preloaded: false,
    pull_id: i + 1,
    label: String(i + 1),
  })),
  places: [],
  ...given,
});

/** Two lots and a third, the second one stronger, in kilonewtons. */
export function study(given: Partial<Study> = {}): Study {
  return {
    rule_version: "1",
    by: "strength",
    by_name: "strength",
    unit: "kN",
    confidence: 0.95,
    mind: ["Condition differs: wet (“a”); new (“b”)."],
    groups: [group(7, "Loop, four bars", 8000), group(8, "Loop, six bars", 9000), group(9, "Loop, eight bars", 9500)],
    effects: { refusal: "x", factors: [], groups: [], rows: [], scatter_left: null, sentences: [] },
    pair: {
      one: 7,
      other: 8,
      one_name: "Loop, four bars",
      other_name: "Loop, six bars",
      verdict: "less",
      method: "means",
      difference: {
        value_si: -1000,
        low_si: -1300,
        high_si: -700,
        value: figure(-1000),
        low: figure(-1300),
        high: figure(-700),
      },
      ratio: { value: 0.9, low: 0.85, high: 0.95 },
      p: 0.001,
      ranks: null,
      sentences: ["“Loop, six bars” carries 1.0 kN more than “Loop, four bars”.", "That is 1.12 times as much."],
    },
    levels: {
      refusal: null,
      factor: "Bars",
      unit: "bars",
      kind: "a straight line",
      points: [
        { level: 4, fit_si: 8000, low_si: 7600, high_si: 8400 },
        { level: 8, fit_si: 9500, low_si: 9100, high_si: 9900 },
      ],
      steps: [{ from: 4, to: 8, gain_si: 375, text: "+0.4" }],
      marks: [
        { level: 4, value_si: 8000, upper_si: null, counts_as: "break" },
        { level: 8, value_si: 9500, upper_si: null, counts_as: "at_least" },
      ],
      flattens: false,
      sentences: ["By bars, one level more is worth +0.4 kN."],
    },
    ranking: {
      places: [
        { key: 9, name: "Loop, eight bars", centre: figure(9500), chance_above: 0.98, apart: false },
        { key: 8, name: "Loop, six bars", centre: figure(9000), chance_above: 0.9999, apart: true },
        { key: 7, name: "Loop, four bars", centre: figure(8000), chance_above: null, apart: null },
      ],
      chance_of_order: 0.97,
      sentences: ["From the highest: …", "That all of this order is right: 97 % by average strength."],
    },
    paired: [],
    worth: [],
    claims: [],
    conclusions: [
      { key: "pair-1", part: "pair", text: "“Loop, six bars” carries 1.0 kN more." },
      { key: "levels-1", part: "levels", text: "By bars, one level more is worth +0.4 kN." },
    ],
    ...given,
  };
}

export const comparison = (given: Partial<Schemas["Comparison"]> = {}): Schemas["Comparison"] => ({
  lot_id: 7,
  with: [8, 9],
  by: "strength",
  choices: [
    { id: 8, name: "Loop, six bars", job: "Brindle Works, Loops" },
    { id: 9, name: "Loop, eight bars", job: "Brindle Works, Loops" },
    { id: 12, name: "Loop of May", job: "Tarn Ferry, Deck" },
  ],
  available: ["strength"],
  study: study(),
  refusal: null,
  sha256: "ab".repeat(32),
  makings: [
    { lot_id: 7, name: "Loop, four bars", cost: 4, grams: null, minutes: null },
    { lot_id: 8, name: "Loop, six bars", cost: null, grams: null, minutes: null },
  ],
  conclusions: [],
  ...given,
});
