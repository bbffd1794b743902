import { render, screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { ErrorChart, ticks } from "./ErrorChart";
import { OverTime } from "./OverTime";

const KN = { symbol: "kN", factor: 1000 };
const point = (force: number, error: number, way: "up" | "down" = "up") => ({
  force,
  error,
  way,
  label: `${force / 1000} kN: ${error} N`,
});

describe("errors of a check", () => {
  it("tells the farthest off, and fills up and leaves down hollow", () => {
    const { container } = render(
      <ErrorChart points={[point(4000, 20), point(36000, -160, "down")]} band={[]} line={[]} unit={KN} />,
    );
    expect(screen.getByRole("img")).toHaveAccessibleName("2 readings; farthest off: 36 kN: -160 N");
    const marks = [...container.querySelectorAll("path")].map((path) => path.getAttribute("class"));
    expect(marks[0]).toContain("fill-measured");
    expect(marks[1]).toContain("fill-sheet");
  });
  it("draws a reading in the middle of the band when it is not off", () => {
    const { container } = render(
      <ErrorChart
        points={[point(10000, 0)]}
        band={[
          { force: 0, error: 0 },
          { force: 10000, error: 100 },
        ]}
        line={[]}
        unit={KN}
      />,
    );
    const heights = (container.querySelector("polygon")?.getAttribute("points") ?? "")
      .split(" ")
      .map((corner) => Number(corner.split(",")[1]));
    const middle = (Math.min(...heights) + Math.max(...heights)) / 2;
    const tip = Number(/^M[\d.]+ ([\d.]+)/.exec(container.querySelector("path")?.getAttribute("d") ?? "")?.[1]);
    expect(tip + 5.2).toBeCloseTo(middle, 5);
  });
  it("has round marks from minus to plus", () => {
    expect(ticks(0.36)).toEqual([-0.2, 0, 0.2]);
    expect(ticks(5, 5)).toContain(0);
  });
});

describe("checks over time", () => {
  const check = (at: string, error: number, passed = true) => ({ at, error, passed, label: `${at}: ${error}` });
  it("marks a failed one, joins all, and says what a colleague would", () => {
    const { container } = render(
      <OverTime
        checks={[check("2026-05-01T08:00:00Z", 10), check("2026-07-01T08:00:00Z", 90, false)]}
        pulls={["2026-06-01T08:00:00Z"]}
        warn={80}
        unit={KN}
        words={["Rising seven checks running: have it looked at."]}
      />,
    );
    expect(screen.getByText(/have it looked at/)).toBeInTheDocument();
    const circles = [...container.querySelectorAll("circle")].map((circle) => circle.getAttribute("class"));
    expect(circles[1]).toContain("stroke-signal");
    expect(circles[0]).not.toContain("stroke-signal");
    expect(container.querySelector("polyline")?.getAttribute("points")?.split(" ")).toHaveLength(2);
  });
  it("draws one check alone, without a limit", () => {
    const { container } = render(
      <OverTime checks={[check("2026-05-01T08:00:00Z", 0)]} pulls={[]} warn={null} unit={KN} words={[]} />,
    );
    expect(container.innerHTML).not.toContain("NaN");
    expect(screen.queryByText("half of what you allow")).not.toBeInTheDocument();
  });
});
