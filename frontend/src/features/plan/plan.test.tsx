import { fireEvent, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { useState } from "react";
import { beforeEach, describe, expect, it } from "vitest";
import type { Schemas } from "@/api/client";
import { renderInLot, serve } from "@/test/render";
import { NumberField } from "@/lot/NumberField";
import { QuantityField } from "./inputs";
import { Panel } from "./Panel";
import type { Content, Typed } from "./planContext";
import { usePlanDraft } from "./usePlanDraft";

beforeEach(() => localStorage.clear());

function Weighed({ onValue }: { onValue: (value: Typed | null) => void }) {
  const [value, setValue] = useState<Typed | null>({ text: "9", unit: "kN" });
  const take = (next: Typed | null) => {
    setValue(next);
    onValue(next);
  };
  return <QuantityField label="Wanted" quantity="measured" value={value} onChange={take} />;
}

describe("A figure typed into a plan", () => {
  it("keeps its digits and its unit, and is not stated when it is emptied", async () => {
    serve();
    const got: (Typed | null)[] = [];
    renderInLot(<Weighed onValue={(value) => got.push(value)} />);
    const field = await screen.findByLabelText("Wanted");
    fireEvent.change(field, { target: { value: "9,50" } });
    fireEvent.change(field, { target: { value: "9,50x" } });
    fireEvent.change(field, { target: { value: "" } });
    expect(got).toEqual([{ text: "9,50", unit: "kN" }, null]);
  });

  it("says what is no number while it is being typed, and keeps what was typed", async () => {
    serve();
    renderInLot(<Weighed onValue={() => undefined} />);
    fireEvent.change(await screen.findByLabelText("Wanted"), { target: { value: "9.5x" } });
    expect(screen.getByText("type a number")).toBeTruthy();
    expect(screen.getByLabelText<HTMLInputElement>("Wanted").value).toBe("9.5x");
  });

  it("takes whole numbers only where a count is asked", async () => {
    serve();
    const got: (number | null)[] = [];
    renderInLot(<NumberField label="Pulls" whole value={null} onChange={(value) => got.push(value)} />);
    fireEvent.change(await screen.findByLabelText("Pulls"), { target: { value: "2.5" } });
    fireEvent.change(screen.getByLabelText("Pulls"), { target: { value: "8" } });
    expect(got).toEqual([8]);
  });
});

describe("A panel of the plan", () => {
  const answer = { state: "look", sentence: "Cannot promise.", working: ["from here"], cautions: ["Mind the rope."] };

  it("marks what wants a look, opens to its working, shows its cautions", async () => {
    serve();
    renderInLot(<Panel title="What is in line" answer={answer} />);
    expect(await screen.findByText("look")).toBeTruthy();
    expect(screen.getByText("Mind the rope.")).toBeTruthy();
    await userEvent.click(screen.getByRole("button", { name: "How" }));
    expect(await screen.findByText("from here")).toBeTruthy();
  });

  it("alarms about what is refused", async () => {
    serve();
    renderInLot(<Panel title="Ram" answer={{ ...answer, state: "refused", sentence: "A ram has a bore." }} />);
    expect((await screen.findByRole("alert")).textContent).toBe("A ram has a bore.");
  });
});

const planOf = (revision: number, content: Content): Schemas["Plan"] =>
  ({ revision, kept: null, unit: "kN", content, sections: {}, refused: {}, limits: [], expectation: null }) as never;

function Draft() {
  const draft = usePlanDraft(1, "kN");
  return (
    <>
      <output>{JSON.stringify([draft.content?.pulls ?? null, draft.changed, draft.revision, draft.stale])}</output>
      <button type="button" onClick={() => draft.change({ pulls: 7 })}>
        seven
      </button>
      <button
        type="button"
        onClick={() => draft.save.mutate({ content: draft.content ?? {}, revision: draft.revision })}
      >
        use
      </button>
    </>
  );
}

describe("A plan that is being typed", () => {
  const shown = () => screen.getByRole("status").textContent;
  const answers = (revision: number) => ({
    "GET /api/lots/1/plan": () => ({ body: planOf(revision, { pulls: 5 }) }),
    "POST /api/lots/1/plan/preview": () => ({ body: planOf(revision, { pulls: 7 }) }),
    "POST /api/lots/1/plan": () => ({ status: 201, body: planOf(revision + 1, { pulls: 7 }) }),
  });

  it("is tried after a pause, outlives a reload, and is kept over the revision that was seen", async () => {
    const sent = serve(answers(3));
    const first = renderInLot(<Draft />);
    await waitFor(() => expect(shown()).toBe("[5,false,3,false]"));
    fireEvent.click(screen.getByText("seven"));
    await waitFor(() => expect(sent.map((s) => s.path)).toEqual(["/api/lots/1/plan/preview"]));
    first.unmount();
    renderInLot(<Draft />);
    await waitFor(() => expect(shown()).toBe("[7,true,3,false]"));
    fireEvent.click(screen.getByText("use"));
    const saved = () => sent.find((s) => s.path === "/api/lots/1/plan")?.body;
    await waitFor(() => expect(saved()).toEqual({ content: { pulls: 7 }, revision: 3 }));
    await waitFor(() => expect(localStorage.getItem("plan-1")).toBeNull());
  });

  it("says when somebody else planned meanwhile", async () => {
    localStorage.setItem("plan-1", JSON.stringify({ content: { pulls: 7 }, revision: 3 }));
    serve(answers(4));
    renderInLot(<Draft />);
    await waitFor(() => expect(shown()).toBe("[7,true,3,true]"));
  });
});
