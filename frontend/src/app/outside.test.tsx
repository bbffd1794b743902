import { screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { renderInLot, serve } from "@/test/render";
import { Outside } from "./Outside";

const today = (counts: Record<string, number>) => ({ counts, long_tests: [], watch: [], upkeep: [] });
const place = async (name: RegExp) => (await screen.findByRole("link", { name })).textContent;

describe("the places outside a lot", () => {
  it("say how many lots there are, and how many of them are not done", async () => {
    serve({ "GET /api/today": () => ({ body: today({ plan: 2, done: 3 }) }) });
    renderInLot(<Outside />);
    expect(await screen.findByText("5")).toBeInTheDocument();
    expect([await place(/^Today/), await place(/^Lots/)]).toEqual(["Today2", "Lots5"]);
  });
  it("count nothing before it is known", async () => {
    serve({
      "GET /api/today": () => ({ status: 503, body: { error: { kind: "database", message: "", fields: {} } } }),
    });
    renderInLot(<Outside />);
    expect([await place(/^Today/), await place(/^Lots/)]).toEqual(["Today", "Lots"]);
  });
});
