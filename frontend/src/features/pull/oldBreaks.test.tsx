import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import { renderInLot, serve } from "@/test/render";
import { OldBreaks } from "./OldBreaks";
import { answered, type Question } from "./oldAnswers";

const UNIT: Question = {
  kind: "unit",
  key: "",
  text: "In which unit are the values that say none?",
  rows: 2,
  options: [{ value: "kN", label: "kN" }],
};
const WORD: Question = {
  kind: "failed_part",
  key: "gizmo",
  text: "What failed “gizmo”: what is that?",
  rows: 14,
  options: [
    { value: "fixture", label: "fixture" },
    { value: "", label: "none of these: it stays a remark" },
  ],
};
const SEEN = {
  head: ["Piece", "Force", "Remark"],
  roles: { "0": "piece", "1": "value" },
  rows: [["A1", "8.11", "first"]],
  count: 2,
  taken: 0,
  left_out: [] as { line: number; words: string }[],
  questions: [UNIT, WORD],
  before: null as string | null,
};

/** Answers each look in turn, then what was kept; gives the forms that were sent. */
function open(looks: object[], kept: { status: number; body: unknown } = { status: 201, body: {} }) {
  const forms: { path: string; choices: unknown }[] = [];
  serve();
  const others = globalThis.fetch;
  vi.stubGlobal("fetch", async (input: Request | string, init?: RequestInit) => {
    if (typeof input !== "string") return others(input, init);
    forms.push({ path: input, choices: JSON.parse(String((init?.body as FormData).get("choices"))) });
    if (!input.endsWith("/look")) return new Response(JSON.stringify(kept.body), { status: kept.status });
    return new Response(JSON.stringify({ ...SEEN, ...looks[Math.min(forms.length, looks.length) - 1] }));
  });
  renderInLot(<OldBreaks />);
  return forms;
}

async function chosen() {
  await userEvent.click(await screen.findByRole("button", { name: "Old breaks from a spreadsheet" }));
  await userEvent.upload(screen.getByLabelText("A table of old breaks"), new File(["x"], "old.csv"));
  expect(await screen.findByText("8.11")).toBeInTheDocument();
}
const answer = async (label: string, option: string) => {
  await userEvent.click(screen.getByLabelText(label));
  await userEvent.click(await screen.findByRole("option", { name: option }));
};

describe("old breaks from a spreadsheet", () => {
  it("are asked about once for all rows, and go in when nothing is open", async () => {
    const done = { questions: [], taken: 2, left_out: [{ line: 7, words: "“eight” is no value" }] };
    const forms = open([{}, { questions: [WORD] }, done], {
      status: 201,
      body: { count: 2, judged: 1, left_out: [], open: [] },
    });
    await chosen();
    expect(screen.getByText("2 questions first")).toBeInTheDocument();
    expect(screen.getByRole("button", { name: "Type them in" })).toBeDisabled();
    await answer(UNIT.text, "kN");
    await screen.findByText("1 question first");
    await answer(WORD.text, "none of these: it stays a remark");
    await userEvent.click(await screen.findByRole("button", { name: "Type 2 pulls in" }));
    await waitFor(() => expect(forms.at(-1)?.path).toBe("/api/lots/7/old-breaks"));
    expect(forms.at(-1)?.choices).toEqual({ unit: "kN", words: { failed_part: { gizmo: "" } } });
  });
  it("tell what is left out, and that a file was taken before", async () => {
    const taken = { questions: [], taken: 2, before: "This file was taken before: 2 rows into “Old” on 1 May 2031" };
    const forms = open([{ ...taken, left_out: [{ line: 7, words: "“eight” is no value" }] }]);
    await chosen();
    expect(screen.getByText(/“eight” is no value/)).toBeInTheDocument();
    expect(screen.getByRole("button", { name: "Type them in" })).toBeDisabled();
    await userEvent.click(screen.getByLabelText("It is meant again"));
    await waitFor(() => expect(forms.at(-1)?.choices).toEqual({ again: true }));
    expect(await screen.findByRole("button", { name: "Type 2 pulls in" })).toBeEnabled();
  });
  it("may have a column said to be something else", async () => {
    const forms = open([{}]);
    await chosen();
    await answer("Column Remark is", "a remark");
    await waitFor(() => expect(forms.at(-1)?.choices).toEqual({ columns: { "2": "note" } }));
  });
  it("keep every answer where it belongs", () => {
    const column = { ...UNIT, kind: "column", key: "value" };
    expect(answered({}, column, "3")).toEqual({ columns: { 3: "value" } });
    expect(answered({ units: { a: "N" } }, { ...UNIT, kind: "units", key: "b" }, "kN").units).toEqual({
      a: "N",
      b: "kN",
    });
    expect(answered({}, { ...UNIT, kind: "groups", key: "red" }, "here")).toEqual({ groups: { red: "here" } });
  });
});
