import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import { renderInLot, serve } from "@/test/render";
import { OldBreaks } from "./OldBreaks";

const SEEN = {
  head: ["Piece", "Force", "Remark"],
  rows: [["A1", "8.11", "first"]],
  count: 2,
  guess: { specimen: 0, value: 1 },
  unit: null,
};

function open(kept: { status: number; body: unknown }) {
  const forms: FormData[] = [];
  serve();
  const others = globalThis.fetch;
  vi.stubGlobal("fetch", async (input: Request | string, init?: RequestInit) => {
    if (typeof input !== "string") return others(input, init);
    forms.push(init?.body as FormData);
    return input.endsWith("/look")
      ? new Response(JSON.stringify(SEEN))
      : new Response(JSON.stringify(kept.body), { status: kept.status });
  });
  renderInLot(<OldBreaks />);
  return forms;
}

async function chosen() {
  await userEvent.click(await screen.findByRole("button", { name: "Old breaks from a spreadsheet" }));
  await userEvent.upload(screen.getByLabelText("A table of old breaks"), new File(["x"], "old.csv"));
  expect(await screen.findByText("8.11")).toBeInTheDocument();
}

describe("old breaks from a spreadsheet", () => {
  it("ask for the unit that the table does not say, and go in by their columns", async () => {
    const forms = open({ status: 201, body: { count: 2 } });
    await chosen();
    const keep = screen.getByRole("button", { name: "Type 2 pulls in" });
    expect(keep).toBeDisabled();
    await userEvent.click(screen.getByLabelText("Its values are in"));
    await userEvent.click(await screen.findByRole("option", { name: "kN" }));
    await userEvent.click(screen.getByLabelText("Column Remark is"));
    await userEvent.click(await screen.findByRole("option", { name: "a remark" }));
    await userEvent.click(keep);
    await waitFor(() => expect(forms).toHaveLength(2));
    expect(JSON.parse(String(forms[1]?.get("choices")))).toEqual({
      columns: { specimen: 0, value: 1, note: 2 },
      unit: "kN",
    });
  });
  it("give a meaning to one column only, and name the row that cannot be read", async () => {
    open({ status: 422, body: { error: { message: "Row 3: eight is no number" } } });
    await chosen();
    await userEvent.click(screen.getByLabelText("Column Remark is"));
    await userEvent.click(await screen.findByRole("option", { name: "the value" }));
    expect(screen.getByLabelText("Column Force is")).toHaveTextContent("leave it");
    await userEvent.click(screen.getByLabelText("Its values are in"));
    await userEvent.click(await screen.findByRole("option", { name: "kN" }));
    await userEvent.click(screen.getByRole("button", { name: "Type 2 pulls in" }));
    expect(await screen.findByRole("alert")).toHaveTextContent("Row 3");
  });
});
