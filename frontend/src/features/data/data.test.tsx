import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import type { Schemas } from "@/api/client";
import { renderInLot, serve } from "@/test/render";
import { Laboratory } from "./Laboratory";
import { Lists } from "./Lists";
import { Packages } from "./Packages";

const lab: Schemas["Laboratory"] = {
  name: "Weir Laboratory",
  address: "Lane 12",
  terms: "Whole.",
  language: "en",
  link: "",
  mark_id: null,
  person: "Maren",
  since: "2026-11-27T08:00:00Z",
  languages: [
    { key: "en", name: "English" },
    { key: "de", name: "Deutsch" },
  ],
};
const look = (given: Partial<Schemas["PackageLook"]> = {}): Schemas["PackageLook"] => ({
  title: "Loop",
  scope: "lots",
  application: "0.12.0",
  own: false,
  made: "",
  lots: [{ name: "Loop", job: "Loops" }],
  problems: [],
  counts: [{ table: "lots", new: 3, same: 40, differ: 1, said: 0 }],
  vouched: { how: "own", name: "Weir", fingerprint: "ab".repeat(32), short: "abab abab abab abab", public_key: "" },
  heard: [],
  marked: 0,
  differences: [],
  sha256: "cd".repeat(32),
  ...given,
});

describe("what stands on every paper", () => {
  it("is kept as it was typed", async () => {
    const sent = serve({
      "GET /api/laboratory": () => ({ body: lab }),
      "PUT /api/laboratory": ({ body }) => ({ body: { ...lab, ...(body as object) } }),
    });
    renderInLot(<Laboratory />);
    const name = await screen.findByLabelText("Name of the laboratory");
    await userEvent.clear(name);
    await userEvent.type(name, "Lane Laboratory");
    await userEvent.click(screen.getByRole("button", { name: "Keep" }));
    await waitFor(() =>
      expect(sent[0]?.body).toMatchObject({ name: "Lane Laboratory", terms: "Whole.", mark_id: null }),
    );
  });
  it("says in words why it is not kept, and keeps what was typed", async () => {
    serve({
      "GET /api/laboratory": () => ({ body: lab }),
      "PUT /api/laboratory": () => ({ status: 422, body: { error: { message: "Not kept: link begins with http" } } }),
    });
    renderInLot(<Laboratory />);
    await userEvent.type(await screen.findByLabelText("Address of this application"), "ftp://x");
    await userEvent.click(screen.getByRole("button", { name: "Keep" }));
    expect(await screen.findByRole("alert")).toHaveTextContent("link begins with http");
    expect(screen.getByLabelText("Address of this application")).toHaveValue("ftp://x");
  });
});

// Files go by fetch with a path; what was in the form is looked at.
function serveFiles(answers: Record<string, unknown>) {
  const forms: FormData[] = [];
  serve();
  const others = globalThis.fetch;
  vi.stubGlobal("fetch", async (input: Request | string, init?: RequestInit) => {
    if (typeof input !== "string" || !(input in answers)) return others(input, init);
    forms.push(init?.body as FormData);
    return new Response(JSON.stringify(answers[input]), { status: 200 });
  });
  return forms;
}
const choose = async () =>
  userEvent.upload(await screen.findByLabelText("A package"), new File(["x"], "one.zip", { type: "application/zip" }));

describe("a package", () => {
  it("is looked at, and what differs is taken only where it was chosen", async () => {
    const differences = [
      {
        table: "lots",
        uid: "U1",
        label: "Loop",
        fact: false,
        columns: [{ name: "material", here: "Nylon", there: "Tape" }],
      },
      { table: "judgements", uid: "U2", label: "", fact: true, columns: [{ name: "reason", here: "a", there: "b" }] },
    ];
    const forms = serveFiles({ "/api/packages/look": look({ differences }), "/api/packages": look() });
    renderInLot(<Packages />);
    await choose();
    expect(await screen.findByText("Nylon")).toBeInTheDocument();
    expect(screen.getByText("a fact: it stays as it is here")).toBeInTheDocument();
    expect(screen.getAllByRole("checkbox")).toHaveLength(1);
    await userEvent.click(screen.getByRole("checkbox"));
    await userEvent.click(screen.getByRole("button", { name: "Take it in" }));
    await waitFor(() => expect(forms).toHaveLength(2));
    expect(JSON.parse(String(forms[1]?.get("choices")))).toEqual({ sha256: "cd".repeat(32), take: ["U1"] });
  });
  it("that is not whole says what is wrong and cannot be taken", async () => {
    serveFiles({ "/api/packages/look": look({ problems: ["data/lots.csv is missing"], counts: [] }) });
    renderInLot(<Packages />);
    await choose();
    expect(await screen.findByRole("alert")).toHaveTextContent("data/lots.csv is missing");
    expect(screen.queryByRole("button", { name: "Take it in" })).not.toBeInTheDocument();
  });
  it("that brings nothing has nothing to take", async () => {
    serveFiles({ "/api/packages/look": look({ counts: [{ table: "lots", new: 0, same: 9, differ: 0, said: 0 }] }) });
    renderInLot(<Packages />);
    await choose();
    expect(await screen.findByRole("button", { name: "Take it in" })).toBeDisabled();
  });
});

describe("lists", () => {
  it("are handed out in three formats each", async () => {
    serve();
    renderInLot(<Lists />);
    expect(await screen.findByRole("link", { name: "Checks of cells as XLSX" })).toHaveAttribute(
      "href",
      "/api/lists/checks.xlsx",
    );
    expect(screen.getAllByRole("link")).toHaveLength(24);
  });
});
