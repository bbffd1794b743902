import { render, screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { ChanceCurves } from "./ChanceCurves";
import { DayStrip } from "./DayStrip";
import { ForceRule } from "./ForceRule";
import { asDemands, limitsTop, type RuleLimit } from "./ruleLayout";
import { RamDrawing, RedirectDrawing, SidewaysDrawing } from "./RigDrawings";
import { TackleStage } from "./TackleDrawing";
import { TrainChain, type ChainLink } from "./TrainChain";

const link = (name: string, given: Partial<ChainLink> = {}): ChainLink => ({
  name,
  specimen: false,
  known: true,
  legs: 1,
  strands: 1,
  capacity_si: 20000,
  capacity: "20.0 kN",
  chance: 0.0001,
  chance_text: "< 0.1 %",
  ...given,
});
const heights = (container: HTMLElement) =>
  [...container.querySelectorAll("rect")].map((rect) => Number(rect.getAttribute("height")));

describe("The chain of what is in line", () => {
  it("draws strength as thickness, and two legs as two", () => {
    const { container } = render(
      <TrainChain
        links={[link("eye", { capacity_si: 120000 }), link("joint", { specimen: true }), link("sling", { legs: 2 })]}
      />,
    );
    const [eye = 0, joint = 0, ...legs] = heights(container);
    expect(eye).toBeGreaterThan(joint * 2);
    expect(legs).toHaveLength(2);
  });

  it("tells each link's strength and chance, and dashes what nobody knows", () => {
    const { container } = render(
      <TrainChain
        links={[
          link("old eye", { known: false, capacity_si: null, capacity: "unknown", chance: null, chance_text: "–" }),
        ]}
      />,
    );
    expect(screen.getByRole("img").getAttribute("aria-label")).toBe("old eye: holds unknown, goes first –");
    expect(container.querySelector("rect")?.getAttribute("stroke-dasharray")).toBe("5 4");
  });
});

describe("The chance against the number of pulls", () => {
  const curve = (share: number, assumed: boolean, top: number) => ({
    variation_share: share,
    assumed,
    label: `scatter ${share * 100} %`,
    points: [2, 8, 20].map((n) => ({
      n,
      probability: (top * n) / 20,
      text: `${Math.round(((top * n) / 20) * 100)} %`,
    })),
  });

  it("draws what is assumed full and the others dashed, with what is planned", () => {
    const { container } = render(
      <ChanceCurves curves={[curve(0.08, true, 1), curve(0.12, false, 0.8)]} planned={8} needed={20} />,
    );
    const [full, dashed] = container.querySelectorAll("polyline");
    expect(full?.getAttribute("stroke-dasharray")).toBeNull();
    expect(dashed?.getAttribute("stroke-dasharray")).toBe("4 3");
    expect(screen.getByText("8 pulls")).toBeTruthy();
    expect(screen.getByRole("img").getAttribute("aria-label")).toContain("scatter 8 %: 40 % with 8 pulls");
  });

  it("keeps labels apart where curves end together", () => {
    const { container } = render(
      <ChanceCurves curves={[curve(0.08, true, 1), curve(0.12, false, 0.99)]} planned={null} needed={null} />,
    );
    const ends = [...container.querySelectorAll("text")].filter((t) => t.textContent?.startsWith("scatter"));
    const [a = 0, b = 0] = ends.map((t) => Number(t.getAttribute("y")));
    expect(b - a).toBeGreaterThanOrEqual(15);
  });
});

describe("The day", () => {
  const item = (kind: string, label: string, lane: string, from: number, to: number) => ({
    kind,
    label,
    lane,
    from,
    to,
    day: 0,
    at: "",
    until: "",
  });

  it("puts what runs overnight before the day, on a lane of its own", () => {
    const { container } = render(
      <DayStrip
        items={[item("conditioning", "soak", "soak, run 1", -240, 480), item("pull", "3", "bench 1", 480, 487)]}
      />,
    );
    const [soak, pull] = [...container.querySelectorAll("rect")].map((rect) => Number(rect.getAttribute("x")));
    expect(soak).toBeLessThan(pull ?? 0);
    expect(screen.getByText("20:00")).toBeTruthy();
    expect(screen.getByText("bench 1")).toBeTruthy();
  });
});

describe("A stage of a tackle", () => {
  it("numbers every part of rope that carries", () => {
    render(
      <TackleStage
        number={1}
        stage={{ parts: 4, from_moving_block: false, anchor: "12 kN", hauls: "3 kN", moves: "9 kN" }}
      />,
    );
    expect(screen.getAllByText(/^[1-9]$/).map((t) => t.textContent)).toEqual(["1", "2", "3", "4"]);
    expect(screen.getByRole("img").getAttribute("aria-label")).toBe(
      "Stage 1: 4 parts of rope carry, hauled off the fixed block; moves 9 kN with 3 kN; anchor 12 kN",
    );
  });
});

describe("The other rigs", () => {
  it("draw the angle that they are about", () => {
    render(<RedirectDrawing degrees={60} label="redirect" />);
    render(<SidewaysDrawing degrees={5} label="sideways" />);
    expect(screen.getAllByText(/°$/).map((t) => t.textContent)).toEqual(["60°", "5°"]);
  });

  it("draw a rod as thick as it is, and never thicker than the bore", () => {
    const rodOf = (share: number) => {
      const { container, unmount } = render(<RamDrawing rodShare={share} label="ram" />);
      const [bore = 0, , rod = 0] = heights(container);
      unmount();
      return rod / bore;
    };
    expect(rodOf(0.5)).toBeCloseTo(0.5);
    expect(rodOf(3)).toBeLessThan(1);
  });
});

describe("Limits on the rule", () => {
  const limit = (label: string, value: number): RuleLimit => ({ id: label, label, text: String(value / 1000), value });
  const limits = [limit("Jaw", 18000), limit("Guard", 22000), limit("Cell", 90000), limit("Bench", 120000)];

  it("do not stretch the scale to what is far away, and name only the nearest beyond it", () => {
    expect(limitsTop(limits, 10000)).toBe(22000);
    expect(asDemands(limits, 25000).map((d) => `${d.label} ${d.text}`)).toEqual(["Jaw 18", "Guard 22", "Cell 90 →"]);
  });

  it("hatch from each of them on, and are told", () => {
    const { container } = render(
      <ForceRule
        unit={{ symbol: "kN", factor: 1000 }}
        marks={[]}
        demands={[{ id: "a", label: "Wanted", text: "10", value: 10000, kind: "demand" }]}
        limits={limits}
      />,
    );
    expect(container.querySelectorAll('rect[fill="url(#beyond)"]')).toHaveLength(2);
    expect(screen.getByRole("img").getAttribute("aria-label")).toContain("Limits: Jaw 18 kN, Guard 22 kN");
  });
});
