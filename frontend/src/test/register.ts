import type { Schemas } from "@/api/client";

const figure = (text: string, unit: string) => ({ text, unit, value_si: Number(text) * 1000, texts: { [unit]: text } });

/** A bench, a cell whose check has lapsed, gear that nobody knows, a lot of ropes. */
export const register: Schemas["Register"] = {
  benches: [
    {
      id: 2,
      name: "Bench 2",
      kind: "frame",
      pull: figure("50.0", "kN"),
      push: null,
      guard: figure("22.0", "kN"),
      guard_joules: 900,
      stroke: null,
      bed: null,
      slowest_mm_per_minute: null,
      fastest_mm_per_minute: null,
      channels: "",
      note: "",
      version: 3,
    },
  ],
  instruments: [
    {
      id: 5,
      name: "C-2",
      serial: "",
      capacity: figure("50.0", "kN"),
      resolution: null,
      verified_low: figure("0.40", "kN"),
      verified_high: figure("36.0", "kN"),
      due_on: "2026-01-01",
      bench_id: 2,
      note: "",
      version: 1,
      lapsed: true,
    },
  ],
  gear: [
    {
      id: 7,
      name: "Old eye",
      kind: "eye",
      strength: null,
      scatter_percent: null,
      stiffness_n_per_mm: null,
      pulls_before: 0,
      highest_before: null,
      inspection_due_on: null,
      note: "",
      version: 1,
      lapsed: false,
      pulls: 12,
      highest: figure("4.00", "kN"),
    },
  ],
  near_misses: [],
  lots: [{ id: 30, name: "Rope of spring", breaks: 6, mean: figure("9.50", "kN") }],
};
