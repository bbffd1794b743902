import { screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import type { Schemas } from "@/api/client";
import { figure } from "@/test/data";
import { NEXT, practiceRun as run } from "@/test/practice";
import { renderInLot, serve } from "@/test/render";
import { FreeLesson } from "./FreeLesson";
import { HandIn } from "./HandIn";
import { LessonList } from "./LessonList";
import { NextPiece } from "./NextPiece";
import { PulledPieces } from "./PulledPieces";
import { Results } from "./Results";
import { Truth } from "./Truth";

const result = (given: Partial<Schemas["PracticeResult"]> = {}): Schemas["PracticeResult"] => ({
  score: { promise: 61.2, judging: 15, total: 76.2, held: true, gap: 0.04, words: "The promise holds, 4.0 % below." },
  truth: {
    minimum: figure(20_200),
    stated: figure(19_500),
    population: "normal about 21.4 kN",
    coverage: 0.95,
    sealed: "ab".repeat(32),
  },
  pulls: [
    {
      number: 1,
      feature: "end A",
      counts_as: "break",
      value: figure(21_400),
      should: "break",
      strength: figure(21_400),
      right: true,
      words: "",
    },
    {
      number: 2,
      feature: "end A",
      counts_as: "break",
      value: figure(18_000),
      should: "at_least",
      strength: figure(22_000),
      right: false,
      words: "It is an at-least, not a break. What gave way was the shackle.",
    },
  ],
  schools: [
    { name: "Lowest", value: figure(18_000), holds: true, refusal: null },
    { name: "Average", value: figure(21_000), holds: false, refusal: null },
    { name: "Prediction", value: null, holds: null, refusal: "too few" },
  ],
  one_more: { piece: figure(23_100), minimum: figure(19_900), holds: true },
  about: "The connector broke first",
  teaches: "A pull that ended elsewhere is a lower bound.",
  ...given,
});

describe("lessons", () => {
  const lessons: Schemas["Practice"]["lessons"] = [
    { key: "a", title: "First", story: "s", trade: "t", pieces: 8, answer: "minimum", id: null, person: null },
    { key: "own-4", title: "Ours", story: "s", trade: "own", pieces: 1, answer: "minimum", id: 4, person: "Isolde" },
  ];

  it("are begun by their key, with the best that was made of them", async () => {
    serve();
    const begun: unknown[] = [];
    const mine = [3, 71.6, null].map((score, i) => ({ ...run(), id: i, lesson_key: "a", score }));
    renderInLot(<LessonList lessons={lessons} mine={mine} onBegin={(body) => begun.push(body)} />);
    await userEvent.click(await screen.findByRole("button", { name: "Begin First" }));
    expect(begun).toEqual([{ lesson: "a" }]);
    expect(screen.getByText("72")).toBeInTheDocument();
    expect(screen.getByText(/made by Isolde/)).toBeInTheDocument();
  });
  it("of one's own can be taken away, those that ship cannot", async () => {
    const sent = serve({ "DELETE /api/lessons/4": () => ({ body: {} }) });
    renderInLot(<LessonList lessons={lessons} mine={[]} />);
    await userEvent.click(await screen.findByRole("button", { name: "Take it away" }));
    await waitFor(() => expect(sent.map((one) => one.path)).toEqual(["/api/lessons/4"]));
    expect(screen.queryByRole("button", { name: /Begin/ })).not.toBeInTheDocument();
  });
  it("are made by trade and difficulty", async () => {
    serve();
    const begun: unknown[] = [];
    const named = [{ key: "rigging", name: "Rigging shop" }];
    renderInLot(
      <FreeLesson trades={named} difficulties={[{ key: "hard", name: "Hard: few" }]} onBegin={(b) => begun.push(b)} />,
    );
    await userEvent.click(await screen.findByRole("button", { name: "Begin" }));
    expect(begun).toEqual([{ trade: "rigging", difficulty: "hard" }]);
  });
  it("stand with their score, a broken promise in red, an open one as open", async () => {
    serve();
    const rows = [run({ id: 1, score: -90 }), run({ id: 2, score: 81.4 }), run({ id: 3 })];
    renderInLot(<Results title="The class" rows={rows} empty="" named />);
    expect(await screen.findByText("-90")).toHaveClass("text-signal");
    expect(screen.getByText("81")).not.toHaveClass("text-signal");
    expect(screen.getByText("open")).toBeInTheDocument();
  });
});

describe("a lesson under way", () => {
  it("pulls the next piece once for a key", async () => {
    const sent = serve({ "POST /api/practice-runs/5/pulls": () => ({ status: 201, body: run() }) });
    renderInLot(<NextPiece run={run()} next={NEXT} />);
    await userEvent.click(await screen.findByRole("button", { name: /Pull it/ }));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({ body: {} });
    expect(sent[0]?.once).toBeTruthy();
  });
  it("has a display read, and takes no figure without its unit", async () => {
    const sent = serve({ "POST /api/practice-runs/5/pulls": () => ({ status: 201, body: run() }) });
    renderInLot(<NextPiece run={run()} next={{ ...NEXT, digits: "10013", words: "letters: lbf" }} />);
    expect(await screen.findByText("10013")).toBeInTheDocument();
    await userEvent.type(screen.getByLabelText("The load on the piece"), "10013");
    expect(screen.getByRole("button", { name: "Keep the reading" })).toBeDisabled();
    await userEvent.click(screen.getByLabelText("Unit"));
    await userEvent.click(await screen.findByRole("option", { name: "lbf" }));
    await userEvent.click(screen.getByRole("button", { name: "Keep the reading" }));
    await waitFor(() => expect(sent[0]?.body).toEqual({ text: "10013", unit: "lbf" }));
  });
  it("says what lies on the bench and what waits to be judged", async () => {
    serve();
    renderInLot(<PulledPieces run={run()} />);
    const rows = await screen.findAllByRole("listitem");
    expect(within(rows[0] as HTMLElement).getByRole("link")).toHaveTextContent("break");
    expect(within(rows[1] as HTMLElement).getByRole("link")).toHaveTextContent("judge it");
  });
  it("is handed in as signed or as none, and what stands in the way is said", async () => {
    const sent = serve({
      "POST /api/practice-runs/5/answer": ({ body }) =>
        (body as { kind: string }).kind === "none"
          ? { status: 201, body: run() }
          : { status: 409, body: { error: { message: "Nothing is signed yet" } } },
    });
    renderInLot(<HandIn run={run()} />);
    await userEvent.click(await screen.findByRole("button", { name: "Hand in what I signed" }));
    expect(await screen.findByText("Nothing is signed yet")).toBeInTheDocument();
    await userEvent.click(screen.getByRole("button", { name: "No minimum can be stated" }));
    await waitFor(() => expect(sent.map((one) => one.body)).toEqual([{ kind: "statement" }, { kind: "none" }]));
  });
  it("takes one of several where it asks for it", async () => {
    const sent = serve({ "POST /api/practice-runs/5/answer": () => ({ status: 201, body: run() }) });
    const options = [
      { key: "all", text: "All passed" },
      { key: "three", text: "Three passed" },
    ];
    renderInLot(<HandIn run={run({ answer: "choice", options })} />);
    expect(await screen.findByRole("button", { name: "Hand in" })).toBeDisabled();
    await userEvent.click(screen.getByLabelText("Three passed"));
    await userEvent.click(screen.getByRole("button", { name: "Hand in" }));
    await waitFor(() => expect(sent[0]?.body).toEqual({ kind: "choice", choice: "three" }));
  });
});

describe("the truth", () => {
  it("stands beside what was promised, each judgement beside what it was", async () => {
    serve();
    renderInLot(<Truth run={run()} result={result()} />);
    expect(await screen.findByText("76")).toBeInTheDocument();
    expect(screen.getByText(/you promised/)).toHaveTextContent("95 % of all pieces hold more than 20.2 kN");
    expect(screen.getAllByLabelText("right")).toHaveLength(1);
    expect(screen.getByText(/What gave way was the shackle/)).toBeInTheDocument();
    const others = screen.getByRole("region", { name: "What others would have said" });
    expect(others).toHaveTextContent(/Lowest18.*would hold/);
    expect(others).toHaveTextContent(/Average21.*broken/);
    expect(others).toHaveTextContent(/Prediction–refuses/);
    expect(others).toHaveTextContent(/One more piece would have broken at 23.1 kN/);
  });
  it("shows a broken promise in red and draws no rule for a choice", async () => {
    serve();
    const broken = result({
      score: { promise: -90, judging: 0, total: -90, held: false, gap: -0.07, words: "The promise is broken." },
      schools: [],
    });
    renderInLot(<Truth run={run({ answer: "choice" })} result={broken} />);
    expect(await screen.findByText("The promise is broken.")).toHaveClass("text-signal");
    expect(screen.queryByRole("region", { name: "The truth on the rule" })).not.toBeInTheDocument();
    expect(screen.queryByRole("region", { name: "What others would have said" })).not.toBeInTheDocument();
  });
});
