import type { Schemas } from "@/api/client";

type Bench = Schemas["BenchOfLot"];

export const procedure = (given: Partial<Schemas["Procedure"]> = {}): Schemas["Procedure"] => ({
  key: "break",
  name: "Break",
  about: "Pulled once, to the end",
  steps: [
    { does: "zero", title: "Zero", detail: "nothing pulls", load: null, to_si: null, unit: "kN" },
    { does: "break", title: "To the break", detail: "5.00 mm/s", load: null, to_si: null, unit: "kN" },
  ],
  profile: [
    [0, 0],
    [5, 0],
    [35, 14500],
  ],
  refused: null,
  highest_si: null,
  proof: false,
  breaks: true,
  points: [],
  warnings: [],
  refusals: [],
  ...given,
});

export const run = (given: Partial<Schemas["Run"]> = {}): Schemas["Run"] => ({
  id: 4,
  uid: "01JRUN",
  lot_id: 7,
  bench_id: 2,
  state: "recording",
  ended: null,
  procedure: "Break",
  proof_passed: null,
  person: "Wren Ashdown",
  driver: "Wren Ashdown",
  driver_id: 1,
  offered_to_id: null,
  lapsed: false,
  quarantine_id: null,
  certificates: [],
  results: [],
  started_at: "2026-11-26T08:00:00Z",
  pull_id: null,
  pull_number: null,
  overruled: [],
  overruled_reason: null,
  outcomes: [],
  notes: [],
  ...given,
});

export const benchOfLot = (given: Partial<Bench> = {}): Bench => ({
  bench: { id: 2, name: "Bench 2", driven: true, simulated: true },
  cell: "C-2",
  unit: "kN",
  checklist: [
    { key: "guard", words: "Guard shut" },
    { key: "clear", words: "People clear of the line of pull" },
  ],
  procedures: [procedure()],
  quarantines: [],
  loads: [{ key: "expected", value_si: 14500 }],
  limits: { force_limit: 37800, travel_limit: 0.6 },
  next: { number: 5, label: "HB-05", place: 5, left: 4 },
  runs: [],
  ...given,
});

export const benchLive = (given: Partial<Schemas["BenchLive"]> = {}): Schemas["BenchLive"] => ({
  connected: true,
  said: null,
  state: "RAMP",
  points: [],
  now: "11.40",
  newtons: 11400,
  rate: "rising, 0.2 kN/s",
  unit: "kN",
  garbage: 0,
  missing: 0,
  run: {
    uid: "01JRUN",
    at: 1,
    elapsed: 161.2,
    left: null,
    ended: null,
    peak: "11.41",
    notes: [],
    points: null,
    figures: null,
    asked: null,
    steps: [
      { does: "zero", state: "done", words: "taken", lowest: null, held_seconds: null },
      { does: "break", state: "running", words: null, lowest: null, held_seconds: null },
    ],
  },
  ...given,
});
