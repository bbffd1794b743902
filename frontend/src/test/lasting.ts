import type { Schemas } from "@/api/client";
import { figure } from "./data";

type LongTest = Schemas["LongTest"];
type Product = Schemas["WatchedProduct"];

const travel = { key: "travel", name: "Travel", units: ["mm", "in"], needed: true, choices: null };
const broke = { key: "broke", name: "Came out", units: [""], needed: false, choices: ["survived", "broke"] };

export const kind: Schemas["LongKind"] = {
  key: "sustained",
  name: "Sustained load",
  purpose: "How far it has crept",
  along: "hours",
  caution: "Stand clear.",
  channels: [travel],
  terms: [{ key: "years", name: "Years, normal", quantity: "number", units: ["years"], default: "50", source: "(v)" }],
  station_terms: [{ key: "load", name: "Load", quantity: "force", units: ["kN", "lbf"], default: null }],
  schedule: [{ every: 1, until: 24 }],
};

export const counted: Schemas["LongKind"] = { ...kind, key: "fatigue", along: "count", channels: [travel, broke] };

const reading = (id: number, text: string, count: number | null = null) => ({
  id,
  at: "2026-11-20T08:00:00Z",
  hours: id * 24,
  count,
  read: { travel: { text, unit: "mm", si: Number(text) / 1000 } },
  note: "",
  source: "typed" as const,
});

export function longTest(given: Partial<LongTest> = {}): LongTest {
  return {
    id: 4,
    kind: "sustained",
    kind_name: "Sustained load",
    title: "Bond at 43 °C",
    state: "running",
    started_at: "2026-11-12T08:00:00Z",
    ended_at: null,
    ended_words: "",
    hours: 360,
    lot_id: null,
    lot: null,
    reference_lot_id: null,
    person: "Wren Ashdown",
    answer: {
      headline: "Station 1: 0.69 mm after 15 days; slowing",
      tone: "ok",
      verdict: null,
      lines: [],
      stations: [
        {
          id: 1,
          name: "Station 1",
          headline: "0.69 mm after 15 days; slowing",
          tone: "ok",
          lines: [{ key: "horizon", text: "In 50 years it will have come to 1.3 mm.", tone: "ok" }],
        },
      ],
    },
    chart: chart(),
    due: { place: 384, station: "Station 1", at: "2026-11-28T08:00:00Z", late: true, words: "after 16 days" },
    stations: [
      {
        id: 1,
        name: "Station 1",
        terms: {},
        ended: null,
        events: [],
        readings: [reading(2, "0.69"), reading(1, "0.66")],
        read_count: 2,
      },
    ],
    terms: { years: { text: "50", unit: "years" } },
    units: { travel: "mm" },
    schedule: [{ every: 1, until: 24 }],
    programme: [{ at: 1000, words: "oven off" }],
    address: "",
    version: 2,
    sha256: "a".repeat(64),
    reports: [],
    ...given,
  };
}

export function chart(given: Partial<LongTest["chart"]> = {}): LongTest["chart"] {
  return {
    x: "log_hours",
    x_name: "time under load",
    y_name: "travel",
    unit: "mm",
    series: [
      {
        id: 1,
        name: "Station 1",
        points: [
          [1, 0.5, "read"],
          [100, 0.6, "read"],
        ],
        curve: [
          [1, 0.5, 0.49, 0.51],
          [87660, 1.3, 1.2, 1.4],
        ],
      },
    ],
    limits: [{ y: 3, name: "allowed" }],
    marks: [{ x: 50, name: "tightened again" }],
    places: [{ x: 87660, name: "10 years" }],
    ...given,
  };
}

export const counts = (count: number) =>
  longTest({
    stations: [
      { id: 1, name: "H-1", terms: {}, ended: null, events: [], readings: [reading(1, "0.1", count)], read_count: 1 },
    ],
  });

const point = (id: number, value_si: number, below = false) => ({
  id,
  at: `2026-11-${String(id).padStart(2, "0")}T07:00:00Z`,
  value_si,
  figure: figure(value_si),
  batch: `spool ${id}`,
  note: "",
  below,
});

export function product(given: Partial<Product> = {}): Product {
  return {
    id: 2,
    name: "Kite cord 1.3",
    measurand: "force",
    unit: "kN",
    state: "below",
    due: false,
    open: true,
    missed: 0,
    latest: { figure: figure(528), at: "2026-11-27T07:00:00Z", batch: "spool 12" },
    spark: [584, 590, 528],
    band_si: [560, 610],
    limit_si: 540,
    sentence: "0.528 kN is below its limit",
    points: [point(25, 584), point(26, 590), point(27, 528, true)],
    band: {
      centre: figure(585),
      low: figure(560),
      high: figure(610),
      low_si: 560,
      high_si: 610,
      centre_si: 585,
      provisional: false,
      below_limit: false,
    },
    patterns: [{ rule: "steady", from: 0, to: 2, words: "falling six running" }],
    changes: [{ id: 1, at: "2026-11-26T12:00:00Z", words: "draw die 3 changed", rebase: false }],
    limit: { value_si: 540, text: "540", unit: "N" },
    capability: { why: "a process that wanders has no capability" },
    weekdays: "12345",
    version: 1,
    instrument_id: null,
    limit_source: "",
    suspicion: {
      break_id: 27,
      at: "2026-11-27T07:00:00Z",
      batch: "spool 12",
      figure: figure(528),
      open: "process",
      steps: (["process", "chain", "product"] as const).map((step) => ({
        step,
        name: `The ${step}`,
        ask: `Ask the ${step}.`,
        answer: null,
      })),
      holds: [{ id: 5, batches: "spool 12", handed_out: "Tansy Playgrounds", released: null }],
    },
    ...given,
  };
}
