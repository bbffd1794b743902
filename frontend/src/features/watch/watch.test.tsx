import { screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { changePlace, dayTicks, newestPattern } from "@/charts/bandPlaces";
import { hoursInWords, xScale } from "@/charts/longScale";
import { product } from "@/test/lasting";
import { renderInLot, serve } from "@/test/render";
import { ChangeSheet } from "./ChangeSheet";
import { MorningSheet } from "./MorningSheet";
import { ProductPanel } from "./ProductPanel";
import { ProductSheet } from "./ProductSheet";
import { Suspicion } from "./Suspicion";

const found = () => product().suspicion as NonNullable<ReturnType<typeof product>["suspicion"]>;
const watch = (rows = [product({ due: true, open: false, state: "undone" })]) => ({
  products: rows,
  counts: { products: 1, today: 1, done: 0, below: 0 },
  others: [],
});

describe("a product below its limit", () => {
  it("says so in its heading, with the band, what stands out and what changed", async () => {
    serve();
    renderInLot(<ProductPanel product={product()} />);
    expect(await screen.findByText("is below its limit")).toBeInTheDocument();
    const drawn = screen.getByRole("img", { name: /below its limit/ });
    expect(drawn).toHaveTextContent("falling six running");
    expect(drawn).toHaveTextContent("draw die 3 changed");
    expect(drawn).toHaveTextContent(/limit 0\.54 kN/);
    expect(screen.getByText(/a process that wanders has no capability/)).toBeInTheDocument();
  });
  it("is asked about the process first, in words", async () => {
    const sent = serve({ "POST /api/watched-breaks/27/answers": () => ({ status: 201, body: product() }) });
    renderInLot(<Suspicion product={product()} suspicion={found()} />);
    const keep = await screen.findByRole("button", { name: "Keep the answer" });
    expect(keep).toBeDisabled();
    await userEvent.type(screen.getByLabelText(/What you looked at/), "die measured");
    await userEvent.click(keep);
    await waitFor(() => expect(sent[0]?.body).toEqual({ step: "process", answer: "not_this", words: "die measured" }));
  });
  it("lets its batches go with a reason only", async () => {
    const sent = serve({ "POST /api/holds/5/release": () => ({ status: 201, body: product() }) });
    renderInLot(<Suspicion product={product()} suspicion={found()} />);
    expect(await screen.findByText(/Handed out: Tansy Playgrounds/)).toBeInTheDocument();
    await userEvent.click(screen.getByRole("button", { name: "Release with a reason" }));
    const dialog = within(screen.getByRole("dialog"));
    expect(dialog.getByRole("button", { name: "Let it go" })).toBeDisabled();
    await userEvent.type(dialog.getByLabelText("Why"), "scrapped");
    await userEvent.click(dialog.getByRole("button", { name: "Let it go" }));
    await waitFor(() => expect(sent[0]?.body).toEqual({ reason: "scrapped" }));
  });
});

describe("this morning's breaks", () => {
  it("are typed a line each, in the unit shown, and stay in sight once kept", async () => {
    const kept = product({ open: false, sentence: "in its band" });
    const sent = serve({ "POST /api/watch/2/breaks": () => ({ status: 201, body: kept }) });
    renderInLot(<MorningSheet watch={watch()} onClose={() => undefined} />);
    await userEvent.type(await screen.findByLabelText("Break of Kite cord 1.3"), "0.584{enter}");
    expect(await screen.findByText(/in its band/)).toBeInTheDocument();
    expect(sent[0]?.body).toEqual({ value: { text: "0.584", unit: "kN" }, batch: "spool 12" });
    expect(sent[0]?.once).toBeTruthy();
  });
  it("lists what is due, and the rest when it is asked for", async () => {
    serve();
    const calm = product({ id: 3, name: "Braid 4 mm", due: false, open: false, state: "ok" });
    renderInLot(<MorningSheet watch={watch([product({ due: true, open: false }), calm])} onClose={() => undefined} />);
    expect(await screen.findByText("Kite cord 1.3")).toBeInTheDocument();
    expect(screen.queryByText("Braid 4 mm")).not.toBeInTheDocument();
    await userEvent.click(screen.getByLabelText("Also those that are not due"));
    expect(screen.getByText("Braid 4 mm")).toBeInTheDocument();
  });
});

describe("what is watched", () => {
  it("is entered with its limit in the unit it is shown in", async () => {
    const sent = serve({
      "POST /api/watch": () => ({ status: 201, body: product() }),
      "GET /api/register": () => ({ body: { instruments: [], benches: [], gear: [], near_misses: [] } }),
    });
    renderInLot(<ProductSheet onClose={() => undefined} onMade={() => undefined} />);
    await userEvent.type(await screen.findByLabelText("Product"), "Sash cord");
    await userEvent.type(screen.getByLabelText(/Lower limit/), "1.00");
    await userEvent.click(screen.getByRole("button", { name: "Sa" }));
    await userEvent.click(screen.getByRole("button", { name: "Keep" }));
    await waitFor(() =>
      expect(sent[0]?.body).toMatchObject({
        name: "Sash cord",
        limit: { text: "1.00", unit: "kN" },
        weekdays: "123456",
        display_unit: "kN",
      }),
    );
  });
  it("takes a change, and a band of its own from there", async () => {
    const sent = serve({ "POST /api/watch/2/changes": () => ({ status: 201, body: product() }) });
    renderInLot(<ChangeSheet product={product()} onClose={() => undefined} />);
    await userEvent.type(await screen.findByLabelText("What"), "new fibre");
    await userEvent.click(screen.getByLabelText(/another product from here on/));
    await userEvent.click(screen.getByRole("button", { name: "Keep" }));
    await waitFor(() => expect(sent[0]?.body).toEqual({ words: "new fibre", rebase: true }));
  });
});

describe("places on the charts", () => {
  const points = [1, 2, 3, 4].map((day) => ({
    at: `2026-11-0${day}T07:00:00Z`,
    value: day,
    label: "",
    below: false,
    title: "",
  }));
  it("put a change between the values around it", () => {
    expect(changePlace(points, "2026-11-02T12:00:00Z")).toBe(1.5);
    expect(changePlace(points, "2026-10-01T12:00:00Z")).toBe(-0.5);
  });
  it("name the pattern that the newest value completes, a run before the rest", () => {
    const pattern = (rule: string, to: number) => ({ rule, from: 0, to, words: rule });
    expect(newestPattern([pattern("beyond_three", 3), pattern("steady", 3), pattern("steady", 2)], 4)?.rule).toBe(
      "steady",
    );
    expect(newestPattern([pattern("steady", 2)], 4)).toBeUndefined();
  });
  it("name days where there is less than a month", () => {
    expect(dayTicks(points, 2).map((t) => t.name)).toEqual(["1 Nov", "3 Nov"]);
  });
  it("name times on a logarithm as people do", () => {
    expect(xScale("log_hours", [0.1, 87660], 8).ticks.map((t) => t.name)).toEqual([
      "10 min",
      "1 h",
      "24 h",
      "10 days",
      "100 days",
      "10 years",
    ]);
    expect(xScale("log_hours", [1, 100], 8).at(10)).toBeCloseTo(0.5);
    expect(xScale("count", [0, 0], 8).ticks.length).toBeGreaterThan(0);
    expect([0.1, 36, 72, 8766, 438300].map(hoursInWords)).toEqual(["6 min", "36 h", "3 days", "1 year", "50 years"]);
  });
});
