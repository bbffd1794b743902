import type { Schemas } from "@/api/client";
import { figure } from "./data";

type Shown = Schemas["CheckShown"];

/** A point of a check, so many newtons applied and so many off. */
export const checkPoint = (applied: number, error: number, direction: "up" | "down" = "up") => ({
  series: 1,
  direction,
  applied_si: applied,
  error_si: error,
  applied_text: `${applied / 1000} kN`,
  indicated_text: "",
  applied: figure(applied, 2),
  indicated: figure(applied + error, 2),
  error: figure(error, 2),
  swing: null,
});

export const checkShown = (given: Partial<Shown> = {}): Shown => ({
  passed: true,
  use: "It may be used from 4.00 kN to 36.0 kN, the highest point checked.",
  sentences: ["Within your 1 % of reading.", "Zero came back."],
  tolerance: "1 % of reading",
  classes: [],
  conditions: "19.4 °C",
  checked_at: "2026-11-22T08:00:00Z",
  good_until: "2026-12-22T08:00:00Z",
  series: 1,
  allowed: [{ force_si: 36000, allowed_si: 360 }],
  line: [],
  low: figure(4000, 2),
  high: figure(36000, 1),
  points: [checkPoint(4000, 20), checkPoint(36000, 160), checkPoint(4000, -30, "down")],
  sha256: "a".repeat(64),
  ...given,
});

export const instrument = (given: Partial<Schemas["InstrumentPage"]> = {}): Schemas["InstrumentPage"] => ({
  id: 2,
  uid: "01JCELL",
  name: "C-2",
  serial: "FH-0122",
  bench_id: 1,
  bench: "Bench 2",
  note: "",
  version: 1,
  shows: "force",
  unit: "kN",
  sampling_hertz: 50,
  good_for_days: 30,
  due_on: "2026-12-22",
  capacity: figure(50000, 2),
  resolution: figure(10, 3),
  state: "good",
  standing: "Good until 22 December 2026, or an overload.",
  low: figure(4000, 2),
  high: figure(36000, 1),
  certificates: [],
  checks: [],
  overloads: [],
  last: checkShown(),
  last_cross: null,
  over_time: {
    force: figure(16000),
    allowed_si: 160,
    sentences: [],
    pulls: [],
    upper_si: null,
    lower_si: null,
    errors: [],
  },
  reading: {
    force_si: 16000,
    force: figure(16000),
    unknown: [],
    parts: [],
    expanded: null,
    shared: null,
    factor: null,
    corrected: null,
  },
  affected: null,
  files: [],
  ...given,
});

export const chain = (given: Partial<Schemas["Chain"]> = {}): Schemas["Chain"] => ({
  bench: { id: 1, name: "Bench 2", counting_id: 2 },
  instruments: [{ id: 2, name: "C-2", counts: true }],
  line: { line: "C-2 good until 22 December", state: "full" },
  measured: true,
  force_si: 16000,
  shared_percent: 0.7,
  shared_source: "from C-2",
  remarks: [],
  overruled: null,
  readings: [],
  pulls_without: 0,
  ...given,
});

type Piece = Schemas["PreparedPiece"];
const step = (id: number, name: string, done: boolean): Piece["steps"][number] => ({
  id,
  batch: "b",
  position: id,
  kind: "conditioning",
  name,
  source: "own",
  source_text: "",
  hours: 12,
  capacity: 8,
  under_load: false,
  starts_at: null,
  done_at: done ? "2026-11-26T08:00:00Z" : null,
  values: [],
  done,
  running: false,
  ends_at: null,
  done_by: done ? "Wren Ashdown" : null,
});

export const piece = (number: number, given: Partial<Piece> = {}): Piece => ({
  id: 100 + number,
  number,
  label: `HB-0${number}`,
  state: "here",
  trial: false,
  version: 1,
  code: `7-${number}`,
  ready: false,
  ready_at: null,
  complaints: [],
  derived: [],
  files: [],
  sizes: [],
  steps: [step(number * 10, "Soak tank", number === 1)],
  ...given,
});

export const preparation = (given: Partial<Schemas["Preparation"]> = {}): Schemas["Preparation"] => ({
  line: { line: "1 of 3 ready", state: "half" },
  drawing: [
    { name: "tenon width", role: "width", unit: "mm", nominal: "60", plus: "0.3", minus: "0.3", said: "60 ± 0.3 mm" },
    { name: "peg", role: "diameter", unit: "mm", nominal: "22", plus: null, minus: null, said: "no tolerance" },
  ],
  reference_substrate: null,
  files: [],
  templates: [],
  pieces: [piece(1, { ready: true }), piece(2), piece(3)],
  ...given,
});
