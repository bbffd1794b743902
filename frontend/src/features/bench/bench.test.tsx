import { fireEvent, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import { NEVER } from "@/api/age";
import { follow, shownAt } from "@/api/live";
import type { Standing as Kind } from "@/api/useStop";
import { apart } from "@/charts/UprightRule";
import { benchLive, benchOfLot, run } from "@/test/bench";
import { renderInLot, serve } from "@/test/render";
import { BenchBar } from "./BenchBar";
import { BigNumber } from "./BigNumber";
import { Inspect } from "./Inspect";
import { elapsedWords, rest } from "./liveWords";

const KN = { symbol: "kN", factor: 1000 };
const GOING = benchLive().run as NonNullable<ReturnType<typeof benchLive>["run"]>;
const FRESH = { seconds: 0.01, stage: "fresh" as const, silent: false };
const nothing = () => undefined;

describe("the trace of a run", () => {
  const live = (uid: string | null, ...points: [number, number, number][]) => ({
    points,
    run: uid === null ? null : { ...GOING, uid },
  });
  it("takes what came, each number once, whatever is sent again", () => {
    const first = follow({ uid: null, points: [] }, live("A", [1, 0, 5], [2, 0.1, 6]));
    const second = follow(first, live("A", [2, 0.1, 6], [3, 0.2, 7]));
    expect(second.points.map((point) => point[0])).toEqual([1, 2, 3]);
    expect(follow(second, live("A", [3, 0.2, 7]))).toBe(second);
  });
  it("begins anew with another run, and stays after the end of one", () => {
    const first = follow({ uid: "A", points: [[9, 1, 5]] }, live("B", [1, 0, 2]));
    expect(first).toEqual({ uid: "B", points: [[1, 0, 2]] });
    expect(follow(first, live(null))).toBe(first);
  });
});

describe("words of the bench", () => {
  it("say how long and how far, and never less than nothing", () => {
    expect(elapsedWords(161.9)).toBe("2 min 41 s");
    expect(elapsedWords(59.99)).toBe("59 s");
    expect(rest(14500, 11400, KN)).toBe("3.1 kN");
    expect(rest(8000, 11400, KN)).toBe("reached");
    expect(rest(8000, null, KN)).toBe("–");
  });
  it("stand apart on the upright rule", () => {
    const mark = (id: string, at: number) => ({ id, at, label: id, value: 0, kind: "demand" as const });
    const placed = apart([mark("a", 100), mark("b", 104), mark("c", 300)]);
    expect(placed.map((one) => one.id)).toEqual(["c", "b", "a"]);
    expect((placed[1]?.at ?? 0) - (placed[2]?.at ?? 0)).toBeGreaterThanOrEqual(17);
  });
});

describe("while it goes", () => {
  const stopped = vi.fn();
  const bar = (live = benchLive(), alive = true) => {
    stopped.mockClear();
    const sent = serve({ "POST /api/runs/4/commands": () => ({ body: { done: true } }) });
    renderInLot(
      <BenchBar
        data={benchOfLot()}
        live={live}
        lost={false}
        run={run()}
        alive={alive}
        onStop={stopped}
        tone={false}
        onTone={nothing}
        onLeave={nothing}
      />,
    );
    return sent;
  };
  it("stops by Escape, also while something is typed", async () => {
    bar();
    await userEvent.click(await screen.findByRole("button", { name: /Remark/ }));
    (await screen.findByLabelText("In words")).focus();
    await userEvent.keyboard("{Escape}");
    expect(stopped).toHaveBeenCalledTimes(1);
  });
  it("stops when the button is touched, before it is let go", async () => {
    bar();
    fireEvent.pointerDown(await screen.findByRole("button", { name: /Stop/ }));
    expect(stopped).toHaveBeenCalledTimes(1);
  });
  it("says a remark by one touch", async () => {
    const sent = bar();
    await userEvent.click(await screen.findByRole("button", { name: /Remark/ }));
    await userEvent.click(await screen.findByRole("button", { name: "creaks" }));
    await waitFor(() =>
      expect(sent[0]?.body).toEqual({ command: "remark", given: { kind: "remark", words: "creaks" } }),
    );
  });
  it("is stopped at all times by the button, and left by Escape where it is known to stand", async () => {
    bar(benchLive({ run: null, moving: false }), false);
    fireEvent.pointerDown(await screen.findByRole("button", { name: /Stop/ }));
    expect(stopped).toHaveBeenCalledTimes(1);
    await userEvent.keyboard("{Escape}");
    expect(stopped).toHaveBeenCalledTimes(1);
  });
  it("shows the force large, and that the line is lost instead of an old one", async () => {
    serve();
    renderInLot(<BigNumber live={benchLive()} lost={false} age={FRESH} standing={null} marks={[]} />);
    expect(await screen.findByText("11.40")).toBeInTheDocument();
    expect(screen.getByText("2 min 41 s")).toBeInTheDocument();
  });
  it("goes grey with its seconds, and blank after two", async () => {
    serve();
    const old = { seconds: 0.84, stage: "old" as const, silent: false };
    renderInLot(<BigNumber live={benchLive()} lost={false} age={old} standing={null} marks={[]} />);
    expect(await screen.findByText("read 0.8 s ago")).toBeInTheDocument();
    expect(screen.getByText("11.40")).toHaveClass("text-soft");
    const gone = { seconds: 3.4, stage: "gone" as const, silent: false };
    renderInLot(<BigNumber live={shownAt(benchLive(), gone)} lost={false} age={gone} standing={null} marks={[]} />);
    expect(await screen.findByText("no reading since 3 s")).toBeInTheDocument();
    expect(screen.getAllByText("11.40")).toHaveLength(1);
  });
  it("says large that it does not stand yet, and what to press where nobody here can stop it", async () => {
    serve();
    const shown = (standing: Kind) =>
      renderInLot(<BigNumber live={benchLive()} lost={false} age={FRESH} standing={standing} marks={[]} />);
    shown({ kind: "not_yet", why: "stopped by hand" });
    expect(await screen.findByText("Not standing yet")).toBeInTheDocument();
    shown({ kind: "unreached" });
    expect(await screen.findByText("Press the bench’s own emergency stop")).toBeInTheDocument();
  });
  it("says that it is recorded all the same when the server is away", async () => {
    serve();
    renderInLot(<BigNumber live={shownAt(benchLive(), NEVER)} lost age={NEVER} standing={null} marks={[]} />);
    expect(await screen.findByRole("alert")).toHaveTextContent(/goes on and is recorded/);
    expect(screen.queryByText("11.40")).not.toBeInTheDocument();
  });
  it("is looked at point by point: what is touched is not sound", async () => {
    const sent = serve({ "POST /api/runs/4/commands": () => ({ body: { done: true } }) });
    renderInLot(<Inspect points={["cuts", "cracks"]} run={run()} />);
    await userEvent.click(await screen.findByRole("button", { name: "cracks" }));
    await userEvent.click(screen.getByRole("button", { name: "Not sound: cracks" }));
    await waitFor(() =>
      expect(sent[0]?.body).toEqual({ command: "inspected", given: { points: { cuts: true, cracks: false } } }),
    );
  });
});
