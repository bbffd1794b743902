import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { figure } from "@/test/data";
import { pull } from "@/test/pulls";
import { renderInLot, serve } from "@/test/render";
import { JudgePanel } from "@/features/judge/JudgePanel";
import { BlindPage } from "./BlindPage";

const next = { left: 2, item_type: "sewn_loop", pull: { id: 31, code: "A7F0", shape: [0, 0.4, 1, 0], photos: [5] } };
const revealed = { pull_id: 31, lot_id: 7, lot: "Loop, four bars", number: 4, figure: figure(8100) };

const answers = {
  "GET /api/lots/7/blind": () => ({ body: next }),
};

describe("judging blind", () => {
  it("shows a shape and photos without force, and reveals it once it was said", async () => {
    const sent = serve({ ...answers, "POST /api/pulls/31/blind": () => ({ status: 201, body: revealed }) });
    renderInLot(<BlindPage />);
    expect(await screen.findByText("A7F0")).toBeInTheDocument();
    expect(document.body).not.toHaveTextContent(/kN/);
    expect(screen.getByRole("img", { name: /without its force/ })).toBeInTheDocument();
    const say = screen.getByRole("button", { name: /Say what failed/ });
    expect(say).toBeDisabled();
    await userEvent.click(await screen.findByRole("button", { name: /^specimen/ }));
    await userEvent.click(screen.getByRole("button", { name: /Say it and reveal/ }));
    expect(await screen.findByTestId("revealed")).toHaveTextContent("Pull 4 of Loop, four bars, 8.1 kN");
    expect(sent[0]?.body).toMatchObject({ is_void: false, failed_part: "specimen", reason: "" });
  });
  it("takes a void only with its cause", async () => {
    const sent = serve({ ...answers, "POST /api/pulls/31/blind": () => ({ status: 201, body: revealed }) });
    renderInLot(<BlindPage />);
    await userEvent.click(await screen.findByRole("button", { name: /Void: it cannot count/ }));
    expect(screen.getByRole("button", { name: /Say the cause/ })).toBeDisabled();
    await userEvent.type(screen.getByLabelText(/Cause: needed/), "glue was wet{Enter}");
    await waitFor(() => expect(sent[0]?.body).toMatchObject({ is_void: true, reason: "glue was wet" }));
  });
  it("says when none is left", async () => {
    serve({ ...answers, "GET /api/lots/7/blind": () => ({ body: { ...next, left: 0, pull: null } }) });
    renderInLot(<BlindPage />);
    expect(await screen.findByText("No pull is left to judge blind")).toBeInTheDocument();
  });
  it("begins the judgement that follows with what was said", async () => {
    serve(answers);
    const blind = {
      person: "Isolde Marsh",
      is_void: false,
      failed_part: "connector",
      zone: "pin",
      mode: "bent",
      reason: "",
      created_at: "2031-03-14T10:00:00Z",
    };
    renderInLot(<JudgePanel pull={pull({ judgement: null, blind })} />);
    expect(await screen.findByText(/Said blind by Isolde Marsh: connector, connector pin, bent/)).toBeInTheDocument();
  });
});
