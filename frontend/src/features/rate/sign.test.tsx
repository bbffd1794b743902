import type { Schemas } from "@/api/client";
import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import { rating } from "@/test/data";
import { noteUnsaved } from "@/lot/unsaved";
import { renderInLot, serve } from "@/test/render";
import { SignDialog } from "./SignDialog";

describe("signing", () => {
  const dialog = (around: Partial<Schemas["Rating"]>) => {
    const done = vi.fn();
    const rated = rating({}, around);
    renderInLot(
      <SignDialog rating={rated} open onOpenChange={() => undefined} onSigned={done} onLook={() => undefined} />,
    );
    return done;
  };
  it("sends the hash of what is on the screen", async () => {
    const sent = serve({ "POST /api/lots/7/statements": () => ({ status: 201, body: { number: 1 } }) });
    const done = dialog({});
    expect(await screen.findByRole("dialog")).toHaveTextContent("21.0 kN");
    await userEvent.click(screen.getByRole("button", { name: "Sign this" }));
    await waitFor(() => expect(done).toHaveBeenCalled());
    expect(sent[0]?.body).toMatchObject({ sha256: "6245afbf" });
    expect(sent[0]?.once).toMatch(/.{8}/);
  });
  it("is refused in words while something stands in the way", async () => {
    serve();
    dialog({ obstacles: ["2 pulls are not judged yet"] });
    expect(await screen.findByRole("alert")).toHaveTextContent("2 pulls are not judged yet");
    expect(screen.getByRole("button", { name: "Sign this" })).toBeDisabled();
  });
  it("asks why a reading that is in question may be rated, and sends it", async () => {
    const sent = serve({ "POST /api/lots/7/statements": () => ({ status: 201, body: { number: 1 } }) });
    const done = dialog({ doubted: ["C-2 failed its check after pull 4."] });
    await userEvent.click(await screen.findByRole("button", { name: "Sign this" }));
    expect(await screen.findByText("a sentence is needed")).toBeInTheDocument();
    expect(sent).toHaveLength(0);
    await userEvent.type(screen.getByLabelText(/C-2 failed its check/), "read beside G-4, which holds");
    await userEvent.click(screen.getByRole("button", { name: "Sign this" }));
    await waitFor(() => expect(done).toHaveBeenCalled());
    expect(sent[0]?.body).toMatchObject({ chain_reason: "read beside G-4, which holds" });
  });
  it("asks about what stands typed and unsaved, and does not pass it by", async () => {
    const sent = serve({ "POST /api/lots/7/statements": () => ({ status: 201, body: { number: 1 } }) });
    noteUnsaved(7, "Ask", { said: ["design factor 7"], factor: 7 });
    dialog({});
    expect(await screen.findByRole("alert")).toHaveTextContent("Typed under Ask and not saved: design factor 7");
    expect(screen.getByRole("button", { name: "Sign this" })).toBeDisabled();
    await userEvent.click(screen.getByRole("checkbox"));
    await userEvent.click(screen.getByRole("button", { name: "Sign this" }));
    await waitFor(() => expect(sent).toHaveLength(1));
    noteUnsaved(7, "Ask", null);
  });
  it("says that no factor was chosen, and whose confidence it is", async () => {
    serve();
    const rated = rating({
      factor: null,
      factor_text: null,
      working_load_limit: null,
      limit_refusal: "No working load limit: no design factor was chosen",
      chosen_confidence: 0.2262,
    });
    renderInLot(<SignDialog rating={rated} open onOpenChange={() => 0} onSigned={() => 0} onLook={() => 0} />);
    const shown = await screen.findByRole("dialog");
    expect(shown).toHaveTextContent("not stated: the paper says so");
    expect(shown).toHaveTextContent("none: No working load limit: no design factor was chosen");
    expect(shown).toHaveTextContent("95 % stronger, 22 % sure");
  });
  it("asks for a sentence where fewer were pulled than planned", async () => {
    const sent = serve({ "POST /api/lots/7/statements": () => ({ status: 201, body: { number: 1 } }) });
    dialog({ fewer: true });
    await userEvent.click(await screen.findByRole("button", { name: "Sign this" }));
    expect(await screen.findByText("a sentence is needed")).toBeInTheDocument();
    expect(sent).toHaveLength(0);
    await userEvent.type(screen.getByLabelText(/2 of 4 planned pulls/), "no more were made");
    await userEvent.click(screen.getByRole("button", { name: "Sign this" }));
    await waitFor(() => expect(sent[0]?.body).toMatchObject({ fewer_reason: "no more were made" }));
  });
  it("names what changed meanwhile, and signs nothing", async () => {
    const error = {
      kind: "conflict",
      message: "It changed.",
      fields: {},
      changed: ["Pull 2 is void now, by Tobin Marl"],
    };
    serve({ "POST /api/lots/7/statements": () => ({ status: 409, body: { error } }) });
    const done = dialog({});
    await userEvent.click(await screen.findByRole("button", { name: "Sign this" }));
    expect(await screen.findByText("Pull 2 is void now, by Tobin Marl")).toBeInTheDocument();
    expect(screen.getByRole("button", { name: "Show the rating as it is now" })).toBeInTheDocument();
    expect(done).not.toHaveBeenCalled();
  });
});
