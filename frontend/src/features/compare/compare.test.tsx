import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import type { Schemas } from "@/api/client";
import { scaleAround } from "@/charts/scale";
import { comparison, study } from "@/test/compare";
import { renderInLot, serve } from "@/test/render";
import { AddLots } from "./AddLots";
import { ConcludeSheet } from "./ConcludeSheet";
import { Conclusions } from "./Conclusions";
import { Groups } from "./Groups";
import { Levels } from "./Levels";
import { Making } from "./Making";
import { Effects, Mind, Pair, Ranking } from "./Panels";
import { shortNames } from "./shortNames";

describe("groups on one axis", () => {
  it("are set against the one asked about by a click or a key, and say what they are", async () => {
    serve();
    const pick = vi.fn();
    renderInLot(<Groups study={study()} onPick={pick} />);
    const six = await screen.findByRole("button", { name: /six bars: 3 break; average 9\.0 kN, 8\.8 kN to 9\.2 kN/ });
    expect(six).toHaveAttribute("aria-pressed", "true");
    expect(six).toHaveTextContent("six bars");
    screen.getByRole("button", { name: /eight bars/ }).focus();
    await userEvent.keyboard("{Enter}");
    expect(pick).toHaveBeenCalledWith(9);
  });
  it("have names without what all begin with, and ticks inside their scale", () => {
    expect(shortNames(["Loop, four, wet", "Loop, six, wet"])).toEqual(["four, wet", "six, wet"]);
    expect(shortNames(["Loop, a", "Ring, a"])).toEqual(["Loop, a", "Ring, a"]);
    expect(shortNames(["Loop, a"])).toEqual(["Loop, a"]);
    const scale = scaleAround([8, 9.5], 5);
    expect(scale.low).toBeGreaterThan(7.5);
    expect(scale.ticks.every((tick) => tick >= scale.low && tick <= scale.high)).toBe(true);
    expect(scaleAround([0.1, 9], 5).low).toBeGreaterThanOrEqual(0);
  });
});

describe("what is said", () => {
  it("begins with what differs besides, and has the answer first", async () => {
    serve();
    renderInLot(
      <>
        <Mind study={study()} />
        <Pair study={study()} />
        <Levels levels={study().levels} study={study()} />
        <Ranking study={study()} />
      </>,
    );
    expect(await screen.findByText(/Condition differs/)).toBeInTheDocument();
    expect(screen.getByTestId("pair-answer")).toHaveTextContent("carries 1.0 kN more");
    expect(screen.getByRole("img", { name: /one more is worth \+0\.4 kN each, from 4 to 8/ })).toBeInTheDocument();
    expect(screen.getByText(/above the next with 98 %, not told apart/)).toBeInTheDocument();
    expect(screen.getByText(/above the next with 99\.9 %/)).toBeInTheDocument();
  });
  it("shows each factor with its answer, and nothing where none is known", async () => {
    serve();
    const rows: Schemas["Effect"][] = [
      { name: "Tucks", verdict: "yes", p: 0.001, p_raised: 0.002, text: "yes: 1.2 kN from 3 to 7" },
    ];
    const effects = { ...study().effects, refusal: null, rows, scatter_left: "2.9 % of the mean" };
    const { unmount } = renderInLot(<Effects study={study({ effects })} />);
    expect(await screen.findByText("yes: 1.2 kN from 3 to 7")).toBeInTheDocument();
    expect(screen.getByText("2.9 % of the mean")).toBeInTheDocument();
    unmount();
    renderInLot(<Effects study={study()} />);
    expect(screen.queryByText("What makes a difference")).not.toBeInTheDocument();
  });
});

describe("lots to compare with", () => {
  it("are chosen from those that measure the same", async () => {
    serve();
    const choose = vi.fn();
    renderInLot(<AddLots comparison={comparison()} onDone={vi.fn()} onChoose={choose} />);
    await userEvent.click(await screen.findByRole("checkbox", { name: /Loop of May/ }));
    await userEvent.click(screen.getByRole("checkbox", { name: /eight bars/ }));
    await userEvent.click(screen.getByRole("button", { name: "Compare with 2 lots" }));
    expect(choose).toHaveBeenCalledWith([8, 12]);
  });
});

describe("a conclusion", () => {
  it("is signed over what was seen, sentence by sentence", async () => {
    const sent = serve({ "POST /api/lots/7/conclusions": () => ({ status: 201, body: { number: 1 } }) });
    const done = vi.fn();
    renderInLot(<ConcludeSheet shown={comparison()} onDone={done} />);
    await userEvent.click(await screen.findByRole("checkbox", { name: /By bars/ }));
    await userEvent.type(screen.getByLabelText(/own words/), "Six from now on");
    await userEvent.click(screen.getByRole("button", { name: "Sign this" }));
    await waitFor(() => expect(done).toHaveBeenCalled());
    expect(sent[0]?.body).toEqual({
      sha256: "ab".repeat(32),
      keys: ["pair-1", "levels-1"],
      words: "Six from now on",
      with: [8, 9],
      by: "strength",
      against: 8,
    });
    expect(sent[0]?.once).toBeTruthy();
  });
  it("is not signed without a sentence, and says why it was refused", async () => {
    const error = { kind: "conflict", message: "the comparison says something else by now", fields: {} };
    serve({ "POST /api/lots/7/conclusions": () => ({ status: 409, body: { error } }) });
    renderInLot(<ConcludeSheet shown={comparison()} onDone={vi.fn()} />);
    await userEvent.click(await screen.findByRole("button", { name: "Sign this" }));
    expect(await screen.findByText(/something else by now/)).toBeInTheDocument();
    await userEvent.click(screen.getByRole("checkbox", { name: /six bars/ }));
    expect(screen.getByRole("button", { name: "Sign this" })).toBeDisabled();
  });
  const kept: Schemas["Conclusion"] = {
    id: 3,
    number: 2,
    lot_id: 7,
    lot: "Loop, four bars",
    sha256: "cd".repeat(32),
    sentences: ["Six carry more."],
    words: "",
    altered: null,
    reviewed: false,
    signatures: [{ person: "Isolde Marsh", meaning: "concluded", at: "2031-03-14T10:00:00Z" }],
    lots: [7, 8],
  };
  it("is countersigned by somebody else who may, and by nobody twice", async () => {
    const sent = serve({
      "POST /api/conclusions/3/signatures": () => ({ status: 201, body: kept }),
    });
    const own = { ...kept, id: 4, signatures: kept.signatures.map((s) => ({ ...s, person: "Wren Ashdown" })) };
    renderInLot(<Conclusions conclusions={[kept, own]} />);
    await userEvent.click(await screen.findByRole("button", { name: "Countersign" }));
    await waitFor(() => expect(sent[0]?.path).toBe("/api/conclusions/3/signatures"));
    expect(screen.getAllByRole("link", { name: "Paper" })[0]).toHaveAttribute(
      "href",
      "/api/conclusions/3/paper?language=en",
    );
  });
});

describe("what a piece takes", () => {
  it("is sent for the lots that were changed, and only as numbers above nothing", async () => {
    const sent = serve({ "PUT /api/lots/8/making": () => ({ body: {} }) });
    const done = vi.fn();
    renderInLot(<Making makings={comparison().makings} onDone={done} />);
    const cost = await screen.findByLabelText("Cost of Loop, six bars");
    await userEvent.type(cost, "0");
    expect(screen.getByRole("button", { name: "Keep" })).toBeDisabled();
    await userEvent.clear(cost);
    await userEvent.type(cost, "3,5");
    await userEvent.click(screen.getByRole("button", { name: "Keep" }));
    await waitFor(() => expect(done).toHaveBeenCalled());
    expect(sent.map(({ path, body }) => [path, body])).toEqual([
      ["/api/lots/8/making", { cost: 3.5, grams: null, minutes: null }],
    ]);
  });
});
