import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { rememberCsrf } from "@/api/client";
import { discard, keptRows } from "@/api/kept";
import { renderInLot, serve } from "@/test/render";
import { PeakForm } from "./PeakForm";

describe("a reading without a line", () => {
  beforeEach(() => keptRows().forEach((row) => discard(row.key)));

  it("is kept, and the form is empty for the next one", async () => {
    serve();
    rememberCsrf("t", 7);
    renderInLot(<PeakForm />);
    const field = await screen.findByLabelText("The display shows");
    await userEvent.type(field, "8.41");
    const answered = globalThis.fetch;
    vi.stubGlobal("fetch", async (input: Request | string, init?: RequestInit) => {
      if (typeof input !== "string" && input.method === "POST") throw new TypeError("no line");
      return answered(input, init);
    });
    await userEvent.keyboard("{Enter}");
    await waitFor(() => expect(field).toHaveValue(""));
    expect(keptRows()).toHaveLength(1);
    expect(keptRows()[0]).toMatchObject({ person: 7, label: "a pull that was read off a display" });
    expect(JSON.parse(keptRows()[0]?.body ?? "")).toMatchObject({ text: "8.41" });
    expect(await screen.findByText(/kept in this browser and sent once/)).toBeInTheDocument();
  });
});
