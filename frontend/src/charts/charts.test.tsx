import { render, screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { flagLayout } from "./flagLayout";
import { curvePath, liftedAt, panned, zoomed } from "./curvePath";
import { ForceRule } from "./ForceRule";
import { placeDemands, placeMarks, ruleTop, tickStep, type RuleMark } from "./ruleLayout";

const mark = (value: number, kind = "break"): RuleMark => ({
  id: `${value}${kind}`,
  value,
  kind,
  label: `Pull: ${kind} ${value / 1000} kN`,
});
const x = (value: number) => value / 10;

describe("the layout of the force rule", () => {
  it("reaches a little above the highest force", () => {
    expect(ruleTop([100, 40])).toBeCloseTo(114);
    expect(ruleTop([])).toBe(0);
  });
  it("ticks at 1, 2 and 5", () => {
    expect([tickStep(34, 10), tickStep(12, 10), tickStep(90, 10)]).toEqual([5, 2, 10]);
  });
  it("keeps lone marks in the first lane and stacks the close ones", () => {
    expect(placeMarks([mark(100), mark(400)], x, 6, 3).map((p) => p.lane)).toEqual([0, 0]);
    expect(placeMarks([mark(100), mark(110), mark(120)], x, 6, 3).map((p) => p.lane)).toEqual([0, 1, 2]);
  });
  it("merges what cannot be stacked and loses none of forty", () => {
    const marks = Array.from({ length: 40 }, (_, i) => mark(100 + i));
    const placed = placeMarks(marks, x, 6, 3);
    expect(placed.reduce((sum, p) => sum + p.marks.length, 0)).toBe(40);
    expect(placed.length).toBeLessThan(20);
  });
  it("never lays two labels over each other", () => {
    const demands = [300, 310, 320, 900].map((value) => ({
      id: `${value}`,
      label: "Working load",
      text: "4.2",
      value,
      kind: "derived" as const,
    }));
    const placed = placeDemands(demands, x, 400, 7);
    for (const a of placed)
      for (const b of placed)
        if (a !== b && a.lane === b.lane && a.anchor === b.anchor) expect(Math.abs(a.x - b.x)).toBeGreaterThan(60);
  });
  it("keeps labels inside: at the right end they stand on the left, in a lane of their own if they must", () => {
    const near = [640, 900].map((value) => ({
      id: `${value}`,
      label: "Minimum",
      text: "3.102",
      value,
      kind: "derived" as const,
    }));
    const placed = placeDemands(near, (n) => n / 4, 260, 7);
    expect(placed.map((p) => p.anchor)).toEqual(["end", "end"]);
    expect(placed[0]?.lane).not.toBe(placed[1]?.lane);
  });
  it("is told to those who cannot see it", () => {
    const unit = { symbol: "kN", factor: 1000 };
    render(<ForceRule unit={unit} marks={[mark(5000), mark(6000, "at_least")]} demands={[]} />);
    expect(screen.getByRole("img")).toHaveAccessibleName(
      "Rule. Above: nothing. Below: Pull: break 5 kN, Pull: at_least 6 kN.",
    );
  });
});

describe("the curve", () => {
  const same = (v: number) => v;
  it("draws samples as a line and bins as strokes", () => {
    expect(curvePath({ xs: [0, 1], lows: [1, 2], highs: [] }, same, same)).toBe("M0.0 1.0L1.0 2.0");
    expect(curvePath({ xs: [0, 1], lows: [1, 2], highs: [3, 4] }, same, same)).toBe("M0.0 1.0V3.0L1.0 4.0V2.0");
  });
  it("leaves a gap where the logger wrote no number", () => {
    expect(curvePath({ xs: [0, 1, 2], lows: [1, null, 2], highs: [] }, same, same)).toBe("M0.0 1.0M2.0 2.0");
    const xs = [0, 1, 50, 51];
    const lifted = liftedAt(xs, [[1, 50]]);
    expect(curvePath({ xs, lows: [1, 1, 2, 2], highs: [], lifted }, same, same)).toBe(
      "M0.0 1.0L1.0 1.0M50.0 2.0L51.0 2.0",
    );
    expect(
      liftedAt(
        [10, 11],
        [
          [1, 5],
          [11, 20],
        ],
      ),
    ).toEqual(new Set());
  });
  it("zooms about a point and stays inside its bounds", () => {
    expect(zoomed([0, 10], 4, 0.5, [0, 10], 0)).toEqual([2, 7]);
    expect(zoomed([0, 10], 0, 5, [0, 10], 0)).toEqual([0, 10]);
    expect(panned([2, 4], 5, [0, 10])).toEqual([8, 10]);
  });
});

describe("the words of flags", () => {
  const crowd = Array.from({ length: 8 }, (_, i) => ({ x: 300 + i * 12, y: 200 - i * 3, text: "first failure" }));
  it("never cover each other", () => {
    const boxes = flagLayout(crowd, 600, 280).flatMap((place, i) => {
      const point = crowd[i];
      if (!place || !point) return [];
      const x1 = place.left ? point.x - 6 - 92 : point.x + 6;
      return [{ x1, x2: x1 + 92, y: point.y - place.up }];
    });
    expect(boxes.length).toBeGreaterThan(4);
    boxes.forEach((a, i) =>
      boxes.slice(i + 1).forEach((b) => expect(a.x1 < b.x2 && b.x1 < a.x2 && Math.abs(a.y - b.y) < 16).toBe(false)),
    );
  });
  it("stay inside the drawing, or stay away", () => {
    expect(flagLayout([{ x: 595, y: 100, text: "released" }], 600, 280)[0]?.left).toBe(true);
    expect(
      flagLayout([{ x: 20, y: 10, text: "a word that is longer than the drawing is wide" }], 100, 30)[0],
    ).toBeNull();
  });
});
