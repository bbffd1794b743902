import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { renderInLot, serve } from "@/test/render";
import { PeoplePage } from "./PeoplePage";

const WREN = { id: 1, name: "Wren Ashdown", roles: ["technician"], active: true, login: "wren", version: 3 };

describe("people", () => {
  it("are taken in with roles and a first password", async () => {
    const sent = serve({
      "GET /api/people": () => ({ body: [WREN] }),
      "POST /api/people": () => ({ status: 201, body: WREN }),
    });
    renderInLot(<PeoplePage />);
    await userEvent.click(await screen.findByRole("button", { name: "Take somebody in" }));
    await userEvent.type(screen.getByLabelText("Name, as it stands on papers"), "Ada Reed");
    await userEvent.type(screen.getByLabelText("Name to sign in by"), "ada");
    await userEvent.type(screen.getByLabelText("First password"), "short");
    await userEvent.click(screen.getByRole("checkbox", { name: "reviewer" }));
    await userEvent.click(screen.getByRole("button", { name: "Take in" }));
    expect(await screen.findByText("has at least 10 letters")).toBeInTheDocument();
    await userEvent.type(screen.getByLabelText("First password"), " but longer");
    await userEvent.click(screen.getByRole("button", { name: "Take in" }));
    await waitFor(() => expect(sent[0]?.body).toMatchObject({ login: "ada", roles: ["technician", "reviewer"] }));
  });
  it("keep their password where it is not typed anew", async () => {
    const sent = serve({
      "GET /api/people": () => ({ body: [WREN] }),
      "PATCH /api/people/1": () => ({ body: WREN }),
    });
    renderInLot(<PeoplePage />);
    await userEvent.click(await screen.findByRole("button", { name: "Change Wren Ashdown" }));
    await userEvent.click(screen.getByRole("checkbox", { name: "Works here" }));
    await userEvent.click(screen.getByRole("button", { name: "Save" }));
    await waitFor(() =>
      expect(sent[0]?.body).toEqual({ name: "Wren Ashdown", roles: ["technician"], active: false, version: 3 }),
    );
  });
  it("get a key for scripts that is shown once", async () => {
    const token = { id: 4, name: "upload", created_at: "2026-11-25T08:00:00Z", revoked_at: null };
    serve({
      "GET /api/people": () => ({ body: [WREN] }),
      "GET /api/tokens": () => ({ body: [token] }),
      "POST /api/tokens": () => ({ status: 201, body: { ...token, key: "anvil_5f2c" } }),
    });
    renderInLot(<PeoplePage />);
    await userEvent.type(await screen.findByLabelText("A new key for"), "upload");
    await userEvent.click(screen.getByRole("button", { name: "Make a key" }));
    expect(await screen.findByText("anvil_5f2c")).toBeInTheDocument();
  });
});
