import { describe, expect, it } from "vitest";
import { decimalsFor, figure, force, grouped, toNewtons, typedNumber } from "./force";
import { duration, perCent, rate, signedPerCent } from "./words";

describe("forces as text", () => {
  it("are never finer than the instrument", () => {
    expect(force(21349, { unit: "kN", resolution: 10 })).toBe("21.35");
    expect(force(21349, { unit: "kN", resolution: 100 })).toBe("21.3");
    expect(decimalsFor(5, "kN", 0)).toBe(3);
  });
  it("have three figures when no instrument is known", () => {
    expect(force(21349, { unit: "kN" })).toBe("21.3");
    expect(force(650, { unit: "kN" })).toBe("0.650");
  });
  it("use thin spaces and a proper minus", () => {
    expect(grouped(1234567.5, 1)).toBe("1\u202f234\u202f567.5");
    expect(grouped(-3.25, 1)).toBe("\u22123.3");
    expect(grouped(-0.01, 1)).toBe("0.0");
  });
  it("of a rating keep the core's own text, and are rounded down elsewhere", () => {
    const stated = { text: "21.0", unit: "kN", newtons: 21000 };
    expect(figure(stated, "kN")).toBe("21.0");
    expect(Number(figure(stated, "lbf"))).toBeLessThanOrEqual(21000 / 4.4482216152605);
  });
  it("are read with point or comma and nothing else", () => {
    expect(typedNumber("21,35")).toBe(21.35);
    expect(typedNumber("1 234.5")).toBe(1234.5);
    expect(typedNumber("1.2.3")).toBeNull();
    expect(typedNumber("-4")).toBeNull();
    expect(toNewtons(2, "kgf")).toBeCloseTo(19.6133, 9);
  });
});

describe("other words", () => {
  it("say times and shares as a person would", () => {
    expect(duration(4.256)).toBe("4.26 s");
    expect(duration(161)).toBe("2 min 41 s");
    expect(duration(7500)).toBe("2 h 05 min");
    expect(perCent(0.95)).toBe("95 %");
    expect(signedPerCent(-0.0412)).toBe("\u22124.1 %");
    expect(rate(5000)).toBe("5.0 kHz");
  });
});
