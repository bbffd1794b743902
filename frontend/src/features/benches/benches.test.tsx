import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { register } from "@/test/register";
import { renderInLot, serve } from "@/test/render";
import { BenchesPage } from "./BenchesPage";

const served = {
  "GET /api/register": () => ({ body: register }),
  "POST /api/gear": () => ({ status: 201, body: register }),
  "PATCH /api/benches/2": () => ({ body: register }),
  "DELETE /api/register/gear/7": () => ({ body: register }),
  "POST /api/near-misses": () => ({ status: 201, body: register }),
};

describe("The registers", () => {
  it("say what is unknown and what has lapsed", async () => {
    serve(served);
    renderInLot(<BenchesPage />);
    expect(await screen.findByText("unknown")).toBeTruthy();
    expect(screen.getByText("2026-01-01, lapsed")).toBeTruthy();
    expect(screen.getByText("22.0 kN, 900 J")).toBeTruthy();
  });

  it("send of a changed row only what was touched, with the version that was seen", async () => {
    const sent = serve(served);
    renderInLot(<BenchesPage />);
    await userEvent.click(await screen.findByRole("button", { name: "Change Bench 2" }));
    const dialog = await screen.findByRole("dialog");
    fireEvent.change(within(dialog).getByLabelText("Guard contains"), { target: { value: "20" } });
    await userEvent.click(within(dialog).getByRole("button", { name: "Keep it" }));
    await waitFor(() => expect(sent[0]?.body).toEqual({ guard: { text: "20", unit: "kN" }, version: 3 }));
  });

  it("take in gear of unknown strength, and retire it", async () => {
    const sent = serve(served);
    renderInLot(<BenchesPage />);
    const section = await screen.findByRole("region", { name: "Gear in line" });
    await userEvent.click(within(section).getByRole("button", { name: "Add" }));
    const dialog = await screen.findByRole("dialog");
    fireEvent.change(within(dialog).getByLabelText("Name"), { target: { value: "Hook" } });
    await userEvent.click(within(dialog).getByRole("button", { name: "Keep it" }));
    await waitFor(() => expect(sent[0]?.body).toMatchObject({ name: "Hook", kind: "connector", strength: null }));
    await userEvent.click(await screen.findByRole("button", { name: "Retire Old eye" }));
    await waitFor(() => expect(sent.at(-1)?.path).toBe("/api/register/gear/7"));
  });

  it("note what flew and how far", async () => {
    const sent = serve(served);
    renderInLot(<BenchesPage />);
    fireEvent.change(await screen.findByLabelText("What flew"), { target: { value: "a pin" } });
    fireEvent.change(screen.getByLabelText("How far"), { target: { value: "1.8" } });
    await userEvent.click(screen.getByRole("button", { name: "Note it" }));
    await waitFor(() =>
      expect(sent[0]?.body).toEqual({ what: "a pin", distance: { text: "1.8", unit: "m" }, bench_id: null }),
    );
  });
});
