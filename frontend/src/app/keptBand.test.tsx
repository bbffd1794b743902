import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { discard, keep, keptRows } from "@/api/kept";
import { session } from "@/test/data";
import { renderInLot, serve } from "@/test/render";
import { KeptBand } from "./KeptBand";

const person = session.person?.id ?? 0;
const row = (key: string, who = person) => ({ key, path: "/api/lots/3/pulls", body: '{"text":"8.1"}', person: who });

// What waits goes by fetch with a path.
function line(answer: () => Promise<Response>) {
  serve();
  const others = globalThis.fetch;
  const sent: string[] = [];
  vi.stubGlobal("fetch", async (input: Request | string, init?: RequestInit) => {
    if (typeof input !== "string") return others(input, init);
    sent.push(new Headers(init?.headers).get("Idempotency-Key") ?? "");
    return answer();
  });
  return sent;
}

describe("the band of what waits", () => {
  beforeEach(() => keptRows().forEach((one) => discard(one.key)));

  it("sends by itself, in order, and goes away", async () => {
    const sent = line(async () => new Response("{}", { status: 201 }));
    ["a", "b"].forEach((key) => keep(row(key)));
    renderInLot(<KeptBand />);
    await waitFor(() => expect(keptRows()).toHaveLength(0));
    expect(sent).toEqual(["a", "b"]);
    await waitFor(() => expect(screen.queryByRole("status")).not.toBeInTheDocument());
  });
  it("stays while there is no line, and says what waits", async () => {
    line(async () => {
      throw new TypeError("no line");
    });
    keep(row("a"));
    renderInLot(<KeptBand />);
    expect(await screen.findByText(/1 entry kept here/)).toBeInTheDocument();
    await userEvent.click(screen.getByRole("button", { name: "Look" }));
    expect(await screen.findByText("a pull that was read off a display")).toBeInTheDocument();
    await userEvent.click(screen.getByRole("button", { name: "Throw away" }));
    expect(keptRows()).toHaveLength(0);
  });
  it("tells why the server refused one", async () => {
    line(async () => new Response(JSON.stringify({ error: { message: "No such lot" } }), { status: 404 }));
    keep(row("a"));
    renderInLot(<KeptBand />);
    expect(await screen.findByText("1 entry was refused")).toBeInTheDocument();
    await userEvent.click(screen.getByRole("button", { name: "Look" }));
    expect(await screen.findByText("No such lot")).toBeInTheDocument();
  });
  it("shows nothing of what somebody else typed here", async () => {
    line(async () => new Response("{}", { status: 201 }));
    keep(row("a", person + 1));
    renderInLot(<KeptBand />);
    await new Promise((done) => setTimeout(done, 50));
    expect(screen.queryByRole("status")).not.toBeInTheDocument();
    expect(keptRows()).toHaveLength(1);
  });
});
