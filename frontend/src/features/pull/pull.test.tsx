import { act, renderHook, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { describe, expect, it } from "vitest";
import { chain } from "@/test/chain";
import { pull } from "@/test/data";
import { register } from "@/test/register";
import { renderInLot, serve } from "@/test/render";
import { zipSync, strToU8 } from "fflate";
import { PeakForm } from "./PeakForm";
import { opened } from "./unpack";
import { useDrop } from "./useDrop";

describe("typing a peak", () => {
  const form = () => {
    renderInLot(<PeakForm />);
    return screen.findByLabelText("The display shows");
  };
  it("doubts a peak far from the others, and no other", async () => {
    serve();
    const display = await form();
    await userEvent.type(display, "8,25");
    expect(screen.queryByText(/is the unit right/i)).not.toBeInTheDocument();
    await userEvent.type(display, "0");
    await userEvent.clear(display);
    await userEvent.type(display, "825");
    expect(screen.getByText(/is the unit right/i)).toBeInTheDocument();
  });
  it("sends the digits as typed, with unit and place, under a key of its own", async () => {
    const sent = serve({ "POST /api/lots/7/pulls": () => ({ status: 201, body: pull() }) });
    await userEvent.type(await form(), "8.250");
    await userEvent.type(screen.getByLabelText("Specimen"), "3");
    await userEvent.click(screen.getByRole("button", { name: "Keep this reading" }));
    await waitFor(() =>
      expect(sent[0]?.body).toEqual({ text: "8.250", unit: "kN", specimen_number: 3, feature_name: null }),
    );
    await userEvent.type(screen.getByLabelText("The display shows"), "8.3");
    await userEvent.click(screen.getByRole("button", { name: "Keep this reading" }));
    await waitFor(() => expect(sent).toHaveLength(2));
    expect(sent[0]?.once).not.toBe(sent[1]?.once);
  });
  it("says which cell read it and its zeros, the one below zero too; the zeros are typed anew for the next", async () => {
    const sent = serve({
      "POST /api/lots/7/pulls": () => ({ status: 201, body: pull() }),
      "GET /api/lots/7/chain": () => ({ body: chain() }),
      "GET /api/register": () => ({ body: register }),
    });
    await userEvent.type(await form(), "8.25");
    await userEvent.click(await screen.findByText(/Read by/));
    await userEvent.type(screen.getByLabelText("Zero before"), "-0.01");
    await userEvent.type(screen.getByLabelText("Zero after"), "x");
    expect(screen.getByRole("button", { name: "Keep this reading" })).toBeDisabled();
    await userEvent.clear(screen.getByLabelText("Zero after"));
    await userEvent.click(screen.getByRole("button", { name: "Keep this reading" }));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]?.body).toMatchObject({ text: "8.25", zero_before: { text: "-0.01", unit: "kN" } });
    expect(sent[0]?.body).not.toHaveProperty("instrument_id");
    expect(screen.getByLabelText("Zero before")).toHaveValue("");
  });
  it("repeats its key when the same reading is sent again after a fault", async () => {
    let count = 0;
    const sent = serve({
      "POST /api/lots/7/pulls": () => {
        count += 1;
        return count === 1 ? { status: 503, body: {} } : { status: 201, body: pull() };
      },
    });
    await userEvent.type(await form(), "8.250{Enter}");
    await screen.findByRole("alert");
    await userEvent.click(screen.getByRole("button", { name: "Keep this reading" }));
    await waitFor(() => expect(sent).toHaveLength(2));
    expect(sent[0]?.once).toBe(sent[1]?.once);
  });
  it("is not kept while it is no number", async () => {
    const sent = serve();
    await userEvent.type(await form(), "abc{Enter}");
    expect(await screen.findByText(/type the digits/)).toBeInTheDocument();
    expect(sent).toHaveLength(0);
  });
});

describe("a drop of files", () => {
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={new QueryClient()}>{children}</QueryClientProvider>
  );
  const file = (name: string) => new File(["0,1\n"], name);
  const preview = (ready: boolean) => ({
    ready,
    columns: [],
    warnings: [],
    questions: ready ? [] : [{ kind: "unit", text: "In which unit?", columns: [1] }],
  });

  it("lets the sound files through and keeps the others with their reason", async () => {
    let count = 0;
    serve({
      "POST /api/lots/7/previews": () => {
        count += 1;
        return count === 2
          ? { status: 422, body: { error: { message: "Line 4: the time runs backwards", fields: {} } } }
          : { body: preview(count === 1) };
      },
      "POST /api/lots/7/recordings": () => ({ status: 201, body: pull() }),
    });
    const { result } = renderHook(() => useDrop(7), { wrapper });
    await act(() => result.current.add([file("a.csv"), file("b.csv"), file("c.csv")]));
    expect(result.current.items.map((i) => i.state)).toEqual(["ready", "refused", "asks"]);
    expect(result.current.items[1]?.message).toMatch(/Line 4/);
    await act(() => result.current.save.mutateAsync());
    expect(result.current.items.map((i) => i.state)).toEqual(["saved", "refused", "asks"]);
  });
  it("saves what the preview left, and hands the file in again where that is gone", async () => {
    const saved: FormData[] = [];
    serve({
      "POST /api/lots/7/previews": () => ({ body: { ...preview(true), draft_id: 40 } }),
      "POST /api/lots/7/recordings": ({ body }) => {
        saved.push(body as FormData);
        return saved.length === 2
          ? { status: 404, body: { error: { message: "no longer at hand" } } }
          : { status: 201, body: pull() };
      },
    });
    const { result } = renderHook(() => useDrop(7), { wrapper });
    await act(() => result.current.add([file("a.csv"), file("b.csv")]));
    await act(() => result.current.save.mutateAsync());
    expect(saved.map((form) => [form.get("draft_id"), form.has("file")])).toEqual([
      ["40", false],
      ["40", false],
      [null, true],
    ]);
    expect(result.current.items.map((i) => i.state)).toEqual(["saved", "saved"]);
  });
  it("reads a file again with what was chosen", async () => {
    const asked: FormData[] = [];
    serve({
      "POST /api/lots/7/previews": ({ body }) => {
        asked.push(body as FormData);
        return { body: preview(asked.length > 1) };
      },
    });
    const { result } = renderHook(() => useDrop(7), { wrapper });
    await act(() => result.current.add([file("a.csv")]));
    const item = result.current.items[0];
    if (item) act(() => result.current.choose(item, { columns: [{ index: 1, unit: "kN" }] }));
    await waitFor(() => expect(result.current.items[0]?.state).toBe("ready"));
    expect(JSON.parse(String(asked[1]?.get("choices")))).toEqual({ columns: [{ index: 1, unit: "kN" }] });
  });
  it("forgets what is left out", async () => {
    serve({ "POST /api/lots/7/previews": () => ({ body: preview(true) }) });
    const { result } = renderHook(() => useDrop(7), { wrapper });
    await act(() => result.current.add([file("a.csv")]));
    const key = result.current.items[0]?.key ?? "";
    act(() => result.current.remove(key));
    expect(result.current.items).toHaveLength(0);
  });
});

describe("archives", () => {
  it("are opened; what a system leaves in them is passed over", async () => {
    const bytes = zipSync({
      "day 1/a.csv": strToU8("1,2"),
      "b.csv": strToU8("3,4"),
      "__MACOSX/b.csv": strToU8("x"),
      "day 1/.hidden": strToU8("x"),
    });
    const files = await opened([new File([bytes.slice().buffer], "all.zip"), new File(["5"], "c.csv")]);
    expect(files.map((f) => f.name)).toEqual(["a.csv", "b.csv", "c.csv"]);
  });
  it("that are none go on as files", async () => {
    expect((await opened([new File(["no archive"], "x.zip")])).map((f) => f.name)).toEqual(["x.zip"]);
  });
});
