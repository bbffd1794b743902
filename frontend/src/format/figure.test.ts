import { describe, expect, it } from "vitest";
import { grouped, isNumber, isOpen, isReading, meanings, plainNumber, shown, stated, toUnit, typeset } from "./figure";
import { duration, perCent, rate } from "./words";

const minimum = { text: "21.0", unit: "kN", value_si: 21000, texts: { kN: "21.0", N: "21000", lbf: "4700" } };

describe("a comma with three digits behind it", () => {
  it("may be either, and is no number until it is said", () => {
    expect(["12,500", "2,346", "999,000"].map((text) => [isOpen(text), isNumber(text), isReading(text)])).toEqual(
      Array(3).fill([true, false, true]),
    );
    expect(plainNumber("12,500")).toBeNull();
    expect(meanings("12,500")).toEqual({ decimal: "12.5", thousands: "12500" });
  });
  it("is read where the number itself says what it is", () => {
    const read = ["0,500", "12,5", "12,500.5", "12.500,5", "1,234,567", "1 234,5"].map(plainNumber);
    expect(read).toEqual([0.5, 12.5, 12500.5, 12500.5, 1234567, 1234.5]);
  });
});

describe("figures", () => {
  it("are the core's own text in every unit, never worked out here", () => {
    expect(shown(minimum, "kN")).toEqual({ text: "21.0", unit: "kN" });
    expect(stated(minimum, "lbf")).toBe("4700 lbf");
    expect(stated(minimum, "N")).toBe("21\u202f000 N");
  });
  it("keep their own unit where another has none of it", () => {
    expect(stated({ ...minimum, unit: "N·m", texts: { "N·m": "21.0" } }, "kN")).toBe("21.0 N·m");
  });
  it("have thin spaces and a proper minus", () => {
    expect(grouped(1234567.5, 1)).toBe("1\u202f234\u202f567.5");
    expect(grouped(-3.25, 1)).toBe("\u22123.3");
    expect(grouped(-0.01, 1)).toBe("0.0");
    expect(typeset("-12345.60")).toBe("\u221212\u202f345.60");
    expect(typeset("none")).toBe("none");
  });
});

describe("what is typed", () => {
  it("is a number with point or comma and nothing else", () => {
    expect(plainNumber("21,35")).toBe(21.35);
    expect(plainNumber("1 234.5")).toBe(1234.5);
    expect(isNumber("1.2.3")).toBe(false);
    expect(plainNumber("-4")).toBeNull();
    expect(plainNumber("")).toBeNull();
  });
});

describe("positions and other words", () => {
  it("turn SI into a unit of the axis", () => {
    expect(toUnit(9806.65, { symbol: "kgf", factor: 9.80665 })).toBeCloseTo(1000, 9);
  });
  it("say times and shares as a person would", () => {
    expect(duration(4.256)).toBe("4.26 s");
    expect(duration(161)).toBe("2 min 41 s");
    expect(duration(7500)).toBe("2 h 05 min");
    expect(perCent(0.95)).toBe("95 %");
    expect(rate(5000)).toBe("5.0 kHz");
  });
});
