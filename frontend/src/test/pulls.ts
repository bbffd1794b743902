import type { Schemas } from "@/api/client";
import { figure } from "./data";

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
    version: 1,
    uid: `01JPULL${id}`,
    number: id,
    specimen: id,
    feature: "end A",
    origin: "display",
    display: null,
    pulled_at: "2026-11-24T04:00:00Z",
    note: "",
    piece_warnings: [],
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
      { failed_part: "specimen", counts_as: "break", reason: "the specimen failed" },
      { failed_part: "connector", counts_as: "at_least", reason: "the connector failed" },
    ],
    recording: null,
    measurements: [],
    history: [],
    files: [],
    read_by: null,
    run: null,
    blind: null,
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
