import { screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { renderInLot, serve } from "@/test/render";
import { MissingBand } from "./MissingBand";

const missing = (...names: string[]) =>
  serve({
    "GET /api/health": () => ({
      body: { status: "ok", version: "1", missing: names.map((name) => ({ name, since: "2026-03-01T06:00:00Z" })) },
    }),
  });

describe("the band of what keeps ending", () => {
  it("names each with what cannot be done meanwhile", async () => {
    missing("recorder", "oven");
    renderInLot(<MissingBand />);
    expect(await screen.findByText("The recorder is not running.")).toBeInTheDocument();
    expect(screen.getByText(/no pull recorded/)).toBeInTheDocument();
    expect(screen.getByText(/Its long test reads nothing/)).toBeInTheDocument();
  });
  it("names what it does not know", async () => {
    missing("lamp");
    renderInLot(<MissingBand />);
    expect(await screen.findByText("lamp is missing.")).toBeInTheDocument();
  });
});
