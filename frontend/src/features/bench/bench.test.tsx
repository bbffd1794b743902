import { fireEvent, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { follow } from "@/api/live";
import { apart } from "@/charts/UprightRule";
import { benchLive, benchOfLot, procedure, run } from "@/test/bench";
import { renderInLot, serve } from "@/test/render";
import { BeforePull } from "./BeforePull";
import { BenchBar } from "./BenchBar";
import { BigNumber } from "./BigNumber";
import { Inspect } from "./Inspect";
import { elapsedWords, rest } from "./liveWords";

const KN = { symbol: "kN", factor: 1000 };
const GOING = benchLive().run as NonNullable<ReturnType<typeof benchLive>["run"]>;
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

describe("before a pull", () => {
  const before = (data = benchOfLot()) =>
    renderInLot(<BeforePull data={data} procedure="break" onProcedure={nothing} busy={false} />);

  it("does not begin before every point was looked at, then sends all of them", async () => {
    const sent = serve({ "POST /api/lots/7/runs": () => ({ status: 201, body: run() }) });
    before();
    expect(await screen.findByRole("button", { name: /Look at 2 more/ })).toBeDisabled();
    await userEvent.click(screen.getByLabelText("Guard shut"));
    await userEvent.keyboard("{Enter}");
    expect(sent).toHaveLength(0);
    await userEvent.click(screen.getByLabelText(/People clear/));
    await userEvent.click(screen.getByRole("button", { name: /Begin the pull/ }));
    await waitFor(() => expect(sent[0]?.body).toEqual({ procedure: "break", checklist: { guard: true, clear: true } }));
    expect(sent[0]?.once).toBeTruthy();
  });
  it("ticks the next point by Space on the page, and leaves Space to a box that has the focus", async () => {
    serve();
    before();
    const guard = await screen.findByLabelText("Guard shut");
    await userEvent.keyboard(" ");
    expect(guard).toBeChecked();
    guard.focus();
    await userEvent.keyboard(" ");
    expect(guard).not.toBeChecked();
    expect(screen.getByLabelText(/People clear/)).not.toBeChecked();
  });
  it("says what stands in the way, and asks why it is pulled all the same", async () => {
    const refusals = [{ key: "cell", words: "C-2 failed its check" }];
    serve();
    before(benchOfLot({ procedures: [procedure({ refusals })] }));
    expect(await screen.findByText("C-2 failed its check")).toBeInTheDocument();
    for (const box of screen.getAllByRole("checkbox")) await userEvent.click(box);
    expect(screen.getByRole("button", { name: /Begin the pull/ })).toBeDisabled();
    await userEvent.type(screen.getByLabelText(/Why it is pulled/), "read beside G-4");
    expect(screen.getByRole("button", { name: /Begin the pull/ })).toBeEnabled();
  });
  it("tells why a procedure cannot be run here", async () => {
    serve();
    before(benchOfLot({ procedures: [procedure({ refused: "needs the proof of this lot" })] }));
    expect(await screen.findByText(/needs the proof/)).toBeInTheDocument();
  });
});

describe("while it goes", () => {
  const bar = (live = benchLive()) => {
    const sent = serve({ "POST /api/runs/4/commands": () => ({ body: { done: true } }) });
    renderInLot(
      <BenchBar
        data={benchOfLot()}
        live={live}
        lost={false}
        run={run()}
        tone={false}
        onTone={nothing}
        onLeave={nothing}
      />,
    );
    return sent;
  };
  it("stops by Escape, also while something is typed", async () => {
    const sent = bar();
    await userEvent.click(await screen.findByRole("button", { name: /Remark/ }));
    (await screen.findByLabelText("In words")).focus();
    await userEvent.keyboard("{Escape}");
    await waitFor(() => expect(sent[0]?.body).toEqual({ command: "stop" }));
  });
  it("stops when the button is touched, before it is let go", async () => {
    const sent = bar();
    fireEvent.pointerDown(await screen.findByRole("button", { name: /Stop/ }));
    await waitFor(() => expect(sent[0]?.body).toEqual({ command: "stop" }));
  });
  it("says a remark by one touch", async () => {
    const sent = bar();
    await userEvent.click(await screen.findByRole("button", { name: /Remark/ }));
    await userEvent.click(await screen.findByRole("button", { name: "creaks" }));
    await waitFor(() =>
      expect(sent[0]?.body).toEqual({ command: "remark", given: { kind: "remark", words: "creaks" } }),
    );
  });
  it("cannot be stopped where nothing goes", async () => {
    const sent = bar(benchLive({ run: null }));
    expect(await screen.findByRole("button", { name: /Stop/ })).toBeDisabled();
    await userEvent.keyboard("{Escape}");
    expect(sent).toHaveLength(0);
  });
  it("shows the force large, and that the line is lost instead of an old one", async () => {
    serve();
    renderInLot(<BigNumber live={benchLive()} lost={false} marks={[]} />);
    expect(await screen.findByText("11.40")).toBeInTheDocument();
    expect(screen.getByText("2 min 41 s")).toBeInTheDocument();
  });
  it("says that it is recorded all the same when the server is away", async () => {
    serve();
    renderInLot(<BigNumber live={benchLive()} lost marks={[]} />);
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
