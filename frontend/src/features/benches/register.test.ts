import { describe, expect, it } from "vitest";
import { BENCH, bodyOf, GEAR, valuesOf } from "./registerForm";

const figure = (text: string, unit: string) => ({ text, unit, value_si: 0, texts: { [unit]: text } });
const row = {
  name: "Bench 2",
  kind: "frame",
  pull: figure("50.0", "kN"),
  push: null,
  guard: null,
  guard_joules: 900,
  stroke: figure("600", "mm"),
  bed: null,
  slowest_mm_per_minute: null,
  fastest_mm_per_minute: null,
  channels: "force",
  note: "",
};

describe("A row of the register", () => {
  it("is asked in the unit of the form, and what is unknown stays empty", () => {
    const values = valuesOf(BENCH, row);
    expect(values).toMatchObject({
      pull: "50.0",
      "pull.unit": "kN",
      push: "",
      "stroke.unit": "mm",
      guard_joules: "900",
    });
  });

  it("sends only what was touched, so that a rounded figure does not take the place of the kept one", () => {
    const before = valuesOf(BENCH, row);
    expect(bodyOf(BENCH, before, before)).toEqual({});
    expect(bodyOf(BENCH, { ...before, pull: "45", note: "serviced" }, before)).toEqual({
      pull: { text: "45", unit: "kN" },
      note: "serviced",
    });
    expect(bodyOf(BENCH, { ...before, pull: "" }, before)).toEqual({ pull: null });
  });

  it("begins with the first kind, and unknown strength is sent as unknown", () => {
    const values = { ...valuesOf(GEAR, null), name: "Old eye" };
    expect(bodyOf(GEAR, values, {})).toMatchObject({
      name: "Old eye",
      kind: "connector",
      strength: null,
      pulls_before: 0,
    });
  });
});
